import type { Paint, ShapeOp } from '@cyclogram/core';
import type { PaintContext } from '../context';
import { trace, type Drawer } from './drawer';

/** A paint as a canvas takes it. */
export function styleOf(context: PaintContext, paint: Paint): string | CanvasGradient {
  if (typeof paint === 'string') return paint;
  const gradient =
    paint.kind === 'linear'
      ? context.createLinearGradient(paint.x0, paint.y0, paint.x1, paint.y1)
      : paint.kind === 'radial'
        ? context.createRadialGradient(paint.x, paint.y, 0, paint.x, paint.y, paint.radius)
        : context.createConicGradient(paint.angle, paint.x, paint.y);
  for (const [at, color] of paint.stops) gradient.addColorStop(at, color);
  return gradient;
}

export const drawShape: Drawer<ShapeOp> = (operation, drawing) => {
  const { context, matrix } = drawing;
  const { outlines, closed, fill, rule, stroke, width, ends, corners, dashes, dashOffset } = operation;
  context.setTransform(...matrix);
  context.beginPath();
  for (const outline of outlines) trace(context, outline, closed);
  let drawn = 0;
  if (fill !== null) {
    context.fillStyle = styleOf(context, fill);
    context.fill(rule);
    drawn++;
  }
  if (stroke !== null && width > 0) {
    context.strokeStyle = styleOf(context, stroke);
    context.lineWidth = width;
    context.lineCap = ends === 'round' ? 'round' : 'butt';
    context.lineJoin = corners === 'round' ? 'round' : 'bevel';
    context.setLineDash([...dashes]);
    context.lineDashOffset = dashOffset;
    context.stroke();
    context.setLineDash([]);
    drawn++;
  }
  return drawn;
};
