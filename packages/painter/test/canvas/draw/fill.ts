import type { FillOp } from '@cyclogram/core';
import { drawSoft, trace, type Drawer } from './drawer';

export const drawFill: Drawer<FillOp> = ({ color, outlines, soft }, drawing) =>
  drawSoft(soft, drawing, (context, wider) => {
    for (const outline of outlines) trace(context, outline, true);
    context.fillStyle = color;
    context.fill('nonzero');
    if (wider <= 0) return;
    context.strokeStyle = color;
    context.lineWidth = 2 * wider;
    context.lineJoin = 'round';
    context.stroke();
  });
