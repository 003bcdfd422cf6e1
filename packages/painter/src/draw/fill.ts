import { fillOutlines, strokeLines, type FillOp } from '@cyclogram/core';
import { drawSoft, type Drawer } from './drawing';

export const drawFill: Drawer<FillOp> = ({ color, outlines, soft }, drawing) =>
  drawSoft(soft, drawing, (step, wider) => {
    fillOutlines(step, outlines, color);
    if (wider <= 0) return;
    const line = { width: 2 * wider, ends: 'flat', corners: 'round', closed: true } as const;
    strokeLines(step, outlines, { ...line, dashes: [], dashOffset: 0 }, color);
  });
