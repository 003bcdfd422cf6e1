import { FilmAssets, readPng, smallCopy } from '@cyclogram/painter';
import { readFile } from 'node:fs/promises';
import { FrameReader } from '../footage/frameReader';
import { loadTypeface } from '../typefaces/loadTypeface';
import type { FilmFiles } from './filmFiles';

/** What a film is drawn with, read when a picture asks for it. Whoever makes it closes it. */
export function filmAssets({ images, footage, typefaces }: FilmFiles): FilmAssets {
  const assets = new FilmAssets(new Map(Object.entries(images)), {
    async image(path) {
      const image = readPng(await readFile(path));
      return { ...image, small: smallCopy(image) };
    },
    typeface: (name) => loadTypeface(name, typefaces),
    footage: (id) => FrameReader.open(footage[id]!),
  });
  assets.setFootage(new Map(Object.keys(footage).map((id) => [id, id])));
  return assets;
}
