import type { CurveOp } from '@cyclogram/core';
import { drawSoft, trace, type Drawer } from './drawer';

export const drawCurve: Drawer<CurveOp> = (operation, drawing) =>
  drawSoft(operation.soft, drawing, (context, wider) => {
    for (const line of operation.lines) trace(context, line, operation.closed);
    context.strokeStyle = operation.color;
    context.lineWidth = operation.width + 2 * wider;
    context.lineCap = operation.ends === 'round' ? 'round' : 'butt';
    context.lineJoin = operation.corners === 'round' ? 'round' : 'bevel';
    context.stroke();
  });
