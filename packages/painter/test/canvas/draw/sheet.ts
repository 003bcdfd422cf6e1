import type { PaintPixels, Surface } from '../context';
import type { Drawing } from './drawer';

/** Where pixels go before they are laid on: one for each kind of canvas, as large as the last one was. */
const sheets = new WeakMap<object, Surface & { width: number; height: number; pixels: PaintPixels }>();

/** A surface of this size with pixels to write into. */
export function sheetOf({ createSurface }: Pick<Drawing, 'createSurface'>, width: number, height: number) {
  let sheet = sheets.get(createSurface);
  if (sheet?.width !== width || sheet.height !== height) {
    const surface = createSurface(width, height);
    sheet = { ...surface, width, height, pixels: surface.context.getImageData(0, 0, width, height) };
    sheets.set(createSurface, sheet);
  }
  return sheet;
}
