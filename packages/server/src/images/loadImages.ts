import type { PaintImage } from '@cyclogram/painter';
import { loadImage } from '@napi-rs/canvas';
import type { FilmImages } from './filmImages';

/** A film's pictures, decoded for the painter. */
export async function loadImages(files: FilmImages): Promise<Map<string, PaintImage>> {
  const loaded = new Map<string, PaintImage>();
  for (const [id, path] of Object.entries(files)) {
    const image = await loadImage(path);
    loaded.set(id, { image, width: image.width, height: image.height });
  }
  return loaded;
}
