import { FilmAssets } from '@cyclogram/painter';
import { loadImage } from '@napi-rs/canvas';
import { loadTypeface } from '../typefaces/loadTypeface';
import type { FilmFiles } from './filmFiles';

/** What a film is drawn with, read when a picture asks for it. */
export const filmAssets = ({ images, typefaces }: FilmFiles): FilmAssets =>
  new FilmAssets(
    new Map(Object.entries(images)),
    async (path) => {
      const image = await loadImage(path);
      return { image, width: image.width, height: image.height };
    },
    (name) => loadTypeface(name, typefaces),
  );
