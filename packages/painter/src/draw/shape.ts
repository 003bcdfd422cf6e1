import { fillOutlines, strokeLines, type ShapeOp } from '@cyclogram/core';
import type { Drawer } from './drawing';

export const drawShape: Drawer<ShapeOp> = (operation, drawing) => {
  const { outlines, closed, fill, rule, stroke, width, ends, corners, dashes, dashOffset } = operation;
  let drawn = 0;
  if (fill !== null) {
    fillOutlines(drawing, outlines, fill, rule);
    drawn++;
  }
  if (stroke !== null && width > 0) {
    strokeLines(drawing, outlines, { width, ends, corners, closed, dashes, dashOffset }, stroke);
    drawn++;
  }
  return drawn;
};
