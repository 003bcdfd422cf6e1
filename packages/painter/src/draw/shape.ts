import { seeded, type Paint, type ShapeOp } from '@cyclogram/core';
import type { PaintContext, PaintPixels, Surface } from '../context';
import { trace, type Drawer, type Drawing } from './drawer';

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
  const { outlines, closed, fill, rule, stroke, width, ends, corners, dashes, dashOffset, grain } = operation;
  context.setTransform(...matrix);
  context.beginPath();
  for (const outline of outlines) trace(context, outline, closed);
  let drawn = 0;
  if (fill !== null) {
    context.fillStyle = styleOf(context, fill);
    context.fill(rule);
    drawn++;
    if (grain > 0) drawn += layGrain(drawing, grain);
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

const tileSize = 256;

/** Noise, made once for each kind of canvas: grey values around the middle, seen through by the amount of grain. */
const tiles = new WeakMap<object, Surface>();

function tileOf({ createSurface }: Drawing): Surface {
  let tile = tiles.get(createSurface);
  if (!tile) {
    tile = createSurface(tileSize, tileSize);
    const pixels: PaintPixels = tile.context.getImageData(0, 0, tileSize, tileSize);
    for (let i = 0; i < tileSize * tileSize; i++) {
      const light = seeded(7, i) < 0.5 ? 0 : 255;
      pixels.data.set([light, light, light, Math.round(255 * seeded(11, i))], 4 * i);
    }
    tile.context.putImageData(pixels, 0, 0);
    tiles.set(createSurface, tile);
  }
  return tile;
}

/** Lays noise over everything: pixel by pixel, in whatever size the picture is painted. */
export function layGrain(drawing: Drawing, grain: number): number {
  const { context, room } = drawing;
  const tile = tileOf(drawing);
  const [alpha, operation] = [context.globalAlpha, context.globalCompositeOperation];
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalAlpha = alpha * grain;
  // Only where something was painted before.
  context.globalCompositeOperation = 'source-atop';
  for (let y = 0; y < room.height; y += tileSize)
    for (let x = 0; x < room.width; x += tileSize) context.drawImage(tile.image, x, y);
  context.globalAlpha = alpha;
  context.globalCompositeOperation = operation;
  return 1;
}
