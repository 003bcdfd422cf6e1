import { laySprites, type SpritesOp } from '@cyclogram/core';
import type { Drawer } from './drawing';

export const drawSprites: Drawer<SpritesOp> = (operation, drawing) => {
  if (operation.sprites.length === 0) return 0;
  laySprites(drawing.surface, operation, drawing.matrix, drawing);
  return 1;
};
