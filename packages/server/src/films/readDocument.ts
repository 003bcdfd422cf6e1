import { readFilm, type ReadFilm } from '@cyclogram/core';
import { runTask } from '../work/runTask';

/** Characters of a document from which on it is read by the pool: smaller ones take a few milliseconds. */
const large = 200_000;

/**
 * Reads the document of a film that a request has brought where nobody has to wait for it.
 * @throws FilmError, or Problem `bad-film` from the pool
 */
export async function readDocument(document: unknown): Promise<ReadFilm> {
  let text: string;
  try {
    // Written once more, which is quick: texts go to a thread without being walked through.
    text = JSON.stringify(document) ?? '';
  } catch {
    // What lies too deep for that is refused by its depth.
    return readFilm(document);
  }
  return text.length < large ? readFilm(document) : runTask('read', { text });
}
