import {
  DrawCache,
  lookAhead,
  lookBack,
  momentOf,
  pictureAt,
  straightPixels,
  TableHearing,
  usedFootage,
  usedTypefaces,
} from '@cyclogram/core';
import { Painter, writePng } from '@cyclogram/painter';
import { rename, writeFile } from 'node:fs/promises';
import { hearFilm } from '../hearing/hearFilm';
import { filmAssets } from '../images/filmAssets';
import { partOf } from '../incoming/sweep';
import type { Tasks } from '../work/tasks';

/** Seconds heard before a moment for a quick picture, so that smoothing has settled. */
const leadIn = 10;

/**
 * Writes a film's picture at one moment as PNG.
 * With `whole`, all of the song is heard first, as for a render; without, only
 * what leads up to the moment: quicker, and good enough for the library.
 */
export async function writePicture(given: Tasks['picture']['given']): Promise<void> {
  const { film, tracks, files, at, whole, width, height, out } = given;
  const part: [number, number] = [at - leadIn - lookBack(film), at + lookAhead(film) + 0.1];
  const tables = await hearFilm(film, tracks, whole ? undefined : part);
  const painter = new Painter();
  const assets = filmAssets(files);
  painter.images = assets.images;
  await assets.prepareTypefaces(usedTypefaces(film));
  await assets.prepareFootage(usedFootage(film));
  const hearing = new TableHearing(tables, film);
  const options = { cache: new DrawCache(), assets };
  const picture = await assets.prepared(() => pictureAt(momentOf(film, hearing, at, options)));
  const file = painter.paint(picture, width, height, (surface) =>
    writePng({ width, height, rgba: straightPixels(surface, false) }),
  );
  const temporary = partOf(out);
  await writeFile(temporary, file);
  await rename(temporary, out);
  assets.close();
}
