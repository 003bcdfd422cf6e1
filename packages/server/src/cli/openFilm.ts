import { parseFilm, type Film } from '@cyclogram/core';
import { readFile } from 'node:fs/promises';
import { dirname, resolve } from 'node:path';
import { importSources } from '../archive/importSources';
import { Problem } from '../http/problem';
import type { Services } from '../services';

/**
 * Opens a film by its id, or from a film.json whose tracks and images are named by paths
 * relative to it; those are decoded into the data folder first.
 */
export async function openFilm(services: Services, film: string): Promise<Film> {
  if (!film.toLowerCase().endsWith('.json')) return (await services.films.get(film)).document;
  const text = await readFile(film, 'utf8').catch(() => {
    throw new Problem('not-found', `There is no file ${film}.`);
  });
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new Problem('bad-film', `${film} is not valid JSON: ${(error as Error).message}.`);
  }
  const document = parseFilm(json);
  await importSources(services, document, (path) => resolve(dirname(film), path), false);
  return document;
}
