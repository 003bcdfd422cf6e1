import { FilmAssets, smallCopy } from '@cyclogram/painter';
import { loadImage } from '@napi-rs/canvas';
import { createSurface } from '../canvas/skia';
import { FrameReader } from '../footage/frameReader';
import { loadTypeface } from '../typefaces/loadTypeface';
import type { FilmFiles } from './filmFiles';

/** What a film is drawn with, read when a picture asks for it. Whoever makes it closes it. */
export function filmAssets({ images, footage, typefaces }: FilmFiles): FilmAssets {
  const assets = new FilmAssets(new Map(Object.entries(images)), {
    async image(path) {
      const image = await loadImage(path);
      const { width, height } = image;
      return { image, width, height, small: smallCopy(createSurface, image, image) };
    },
    typeface: (name) => loadTypeface(name, typefaces),
    footage: (id) => FrameReader.open(footage[id]!),
  });
  assets.setFootage(new Map(Object.keys(footage).map((id) => [id, id])));
  return assets;
}
