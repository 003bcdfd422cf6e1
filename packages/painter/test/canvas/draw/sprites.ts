import { paintSprites, type SpritesOp } from '@cyclogram/core';
import type { Drawer } from './drawer';
import { sheetOf } from './sheet';

export const drawSprites: Drawer<SpritesOp> = (operation, drawing) => {
  if (operation.sprites.length === 0) return 0;
  const { context, matrix, viewport } = drawing;
  const { width, height } = viewport;
  const sheet = sheetOf(drawing, width, height);
  sheet.pixels.data.set(paintSprites(operation, matrix, width, height));
  sheet.context.putImageData(sheet.pixels, 0, 0);
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.drawImage(sheet.image, 0, 0);
  return 1;
};
