import { readFilm, type ReadFilm } from '@cyclogram/core';
import { runTask } from '../work/runTask';

/** Characters of a document from which on it is read by the pool: smaller ones take a few milliseconds. */
const large = 200_000;

/**
 * Reads a film's document, as JSON, where nobody has to wait for it.
 * @throws FilmError, or Problem `bad-film` from the pool; SyntaxError
 */
export const readText = async (text: string): Promise<ReadFilm> =>
  text.length < large ? readFilm(JSON.parse(text)) : runTask('read', { text });

/** The same of one that a request has brought. */
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
