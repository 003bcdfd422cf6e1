import { parseFilm, type Film } from '@cyclogram/core';
import { readFile } from 'node:fs/promises';
import { basename, dirname, resolve } from 'node:path';
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
  for (const track of document.tracks) {
    if (track.source.path === undefined) continue;
    const path = resolve(dirname(film), track.source.path);
    const asset = await services.assets.importFile(path, basename(path));
    track.source = { asset: asset.sha256 };
  }
  for (const typeface of document.typefaces) {
    if (typeface.source.path === undefined) continue;
    const stored = await services.typefaces.importFile(resolve(dirname(film), typeface.source.path));
    typeface.source = { asset: stored.sha256 };
  }
  for (const image of document.images) {
    if (image.source.path === undefined) continue;
    const stored = await services.images.importFile(resolve(dirname(film), image.source.path));
    image.source = { asset: stored.sha256 };
  }
  for (const one of document.footage) {
    if (one.source.path === undefined) continue;
    const stored = await services.footage.importFile(resolve(dirname(film), one.source.path));
    one.source = { asset: stored.sha256 };
  }
  for (const lookup of document.lookups) {
    if (lookup.source.path === undefined) continue;
    const stored = await services.images.importLookup(resolve(dirname(film), lookup.source.path));
    lookup.source = { asset: stored.sha256 };
  }
  return document;
}
