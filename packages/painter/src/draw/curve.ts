import { strokeLines, type CurveOp } from '@cyclogram/core';
import { drawSoft, type Drawer } from './drawing';

export const drawCurve: Drawer<CurveOp> = ({ color, width, ends, corners, closed, lines, soft }, drawing) =>
  drawSoft(soft, drawing, (step, wider) => {
    const style = { width: width + 2 * wider, ends, corners, closed, dashes: [], dashOffset: 0 };
    strokeLines(step, lines, style, color);
  });
