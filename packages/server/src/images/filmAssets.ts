import { FilmAssets, readPng, smallCopy, type PaintImage } from '@cyclogram/painter';
import { readFile } from 'node:fs/promises';
import { FrameReader } from '../footage/frameReader';
import { loadTypeface } from '../typefaces/loadTypeface';
import type { FilmFiles } from './filmFiles';

/** What a film is drawn with, read when a picture asks for it. Whoever makes it closes it. */
export function filmAssets({ images, footage, typefaces }: FilmFiles): FilmAssets {
  const assets = new FilmAssets(new Map(Object.entries(images)), {
    async image(path) {
      const image: PaintImage = readPng(await readFile(path));
      image.small = smallCopy(image);
      return image;
    },
    typeface: (name) => loadTypeface(name, typefaces),
    footage: (id) => FrameReader.open(footage[id]!),
  });
  assets.setFootage(new Map(Object.keys(footage).map((id) => [id, id])));
  return assets;
}
