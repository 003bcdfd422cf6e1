import type { DrawOp } from '@cyclogram/core';
import { drawCurve } from './curve';
import { drawDots } from './dots';
import type { Drawer, Drawing } from './drawer';
import { drawFill } from './fill';
import { drawImage } from './image';
import { drawImages } from './images';
import { drawScene } from './scene';
import { drawSprites } from './sprites';
import { drawShape } from './shape';
import { drawStrokes } from './strokes';

const drawers: { [Op in DrawOp['op']]: Drawer<Extract<DrawOp, { op: Op }>> } = {
  strokes: drawStrokes,
  dots: drawDots,
  curve: drawCurve,
  fill: drawFill,
  images: drawImages,
  sprites: drawSprites,
  image: drawImage,
  shape: drawShape,
  scene: drawScene,
};

/** Draws one operation. Gives back how many shapes and images that took. */
export const drawOperation = (operation: DrawOp, drawing: Drawing): number =>
  (drawers[operation.op] as Drawer<DrawOp>)(operation, drawing);
