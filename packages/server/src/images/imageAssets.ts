import { ImageAssets } from '@cyclogram/painter';
import { loadImage } from '@napi-rs/canvas';
import type { FilmImages } from './filmImages';

/** A film's images, read when a picture asks for them. */
export const imageAssets = (files: FilmImages): ImageAssets =>
  new ImageAssets(new Map(Object.entries(files)), async (path) => {
    const image = await loadImage(path);
    return { image, width: image.width, height: image.height };
  });
