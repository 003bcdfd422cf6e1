import type { Film } from '@cyclogram/core';
import { basename } from 'node:path';
import type { Services } from '../services';

/** What of a film's files can be taken in. */
export type Stores = Pick<Services, 'assets' | 'images' | 'footage' | 'typefaces'>;

/**
 * Takes in the files that a film names by paths, and names them by their hashes.
 * @param film is changed in place
 * @param find the file of a path as it stands in the film
 * @param wait whether it is waited until footage can be used
 */
export async function importSources(
  { assets, images, footage, typefaces }: Stores,
  film: Film,
  find: (path: string) => string,
  wait = true,
): Promise<void> {
  type Sourced = { source: Film['tracks'][number]['source'] };
  const take = async (all: readonly Sourced[], bring: (path: string) => Promise<{ sha256: string }>) => {
    for (const one of all) {
      if (one.source.path === undefined) continue;
      one.source = { asset: (await bring(find(one.source.path))).sha256 };
    }
  };
  await take(film.tracks, (path) => assets.importFile(path, basename(path)));
  await take(film.typefaces, (path) => typefaces.importFile(path));
  await take(film.images, (path) => images.importFile(path));
  await take(film.footage, (path) => footage.importFile(path, wait));
  await take(film.lookups, (path) =>
    path.toLowerCase().endsWith('.png') ? images.importFile(path) : images.importLookup(path),
  );
}
