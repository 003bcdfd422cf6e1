import type { SoundRange } from '@cyclogram/core';
import { mkdir } from 'node:fs/promises';
import { basename, extname, join } from 'node:path';
import { Problem } from '../http/problem';
import { defaultFormat, formatOf } from '../render/format/registry';
import type { Services } from '../services';
import { renderOneFilm, type RenderFilmOptions } from './renderFilm';

export interface BatchOptions extends RenderFilmOptions {
  recipe: string;
  songs: string[];
  artist?: string;
}

/** What was fitted, as a line. */
export function rangeLine({
  name,
  kind,
  floorDb,
  ceilingDb,
  floorPercent,
  ceilingPercent,
}: SoundRange): string {
  if (Number.isNaN(floorDb)) return `${name}: by its onsets`;
  const limits = kind === 'ear' ? 'floor' : 'gate';
  return `${name}: ${limits} ${floorDb} dB (${floorPercent} % of its levels), ceiling ${ceilingDb} dB (${ceilingPercent} %)`;
}

/** `cyclogram render --recipe`: one film and one file for each song, into a folder. A song that fails is told, and the others go on. */
export async function renderBatch(
  services: Services,
  { recipe, songs, artist, out, ...options }: BatchOptions,
): Promise<void> {
  if (songs.length === 0) throw new Problem('bad-request', 'Say which songs: --song one.flac two.flac');
  const { name } = await services.recipes.get(recipe);
  const format = formatOf(options.format ?? defaultFormat.id);
  await mkdir(out, { recursive: true });
  const failed: string[] = [];
  for (const [i, song] of songs.entries()) {
    const title = basename(song, extname(song));
    console.log(`${i + 1} of ${songs.length}: ${title}, ${name}`);
    try {
      const asset = await services.assets.importFile(song, basename(song));
      const { document, ranges } = await services.recipes.filmOf(recipe, asset.sha256, title, artist);
      for (const range of ranges) console.log(`  ${rangeLine(range)}`);
      await services.films.create(document);
      await renderOneFilm(services, document, {
        ...options,
        format: format.id,
        out: join(out, format.result === 'folder' ? title : `${title}.${format.extension}`),
      });
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      console.error(`  ${error.line}`);
      failed.push(title);
    }
  }
  if (failed.length > 0)
    throw new Problem(
      'media-failed',
      `${failed.length} of ${songs.length} songs could not be rendered: ${failed.join(', ')}.`,
    );
}
