import { FilmAssets, smallCopy } from '@cyclogram/painter';
import { loadImage } from '@napi-rs/canvas';
import { createSurface } from '../canvas/skia';
import { loadTypeface } from '../typefaces/loadTypeface';
import type { FilmFiles } from './filmFiles';

/** What a film is drawn with, read when a picture asks for it. */
export const filmAssets = ({ images, typefaces }: FilmFiles): FilmAssets =>
  new FilmAssets(
    new Map(Object.entries(images)),
    async (path) => {
      const image = await loadImage(path);
      const { width, height } = image;
      return { image, width, height, small: smallCopy(createSurface, image, image) };
    },
    (name) => loadTypeface(name, typefaces),
  );
