import type { DrawnPoint } from './drawnPoints';
import type { PathSettings } from './registry';

/** Turned, then scaled, around a pivot; then moved. */
export interface ShapeChange {
  pivotX: number;
  pivotY: number;
  scale?: number;
  /** Degrees, clockwise. */
  turn?: number;
  moveX?: number;
  moveY?: number;
}

/** Properties that are lengths, by kind of path. */
const lengths: Partial<Record<PathSettings['kind'], readonly string[]>> = {
  circle: ['radius'],
  arc: ['radius'],
  ellipse: ['radiusX', 'radiusY'],
  rectangle: ['width', 'height', 'corner'],
  polygon: ['radius'],
  star: ['radius'],
  wave: ['width', 'amplitude'],
  spiral: ['radius', 'inner'],
};

/** To hundredths of a picture unit: no more can be seen, and numbers stay short. */
const tidy = (value: number) => Math.round(value * 100) / 100;

/** The same path somewhere else, in another size or turned. */
export function transformShape<Shape extends PathSettings>(shape: Shape, change: ShapeChange): Shape {
  const { pivotX, pivotY, scale = 1, turn = 0, moveX = 0, moveY = 0 } = change;
  const angle = (turn * Math.PI) / 180;
  const [cos, sin] = [scale * Math.cos(angle), scale * Math.sin(angle)];
  const vector = (x: number, y: number): [number, number] => [cos * x - sin * y, sin * x + cos * y];
  const place = (x: number, y: number): [number, number] => {
    const [dx, dy] = vector(x - pivotX, y - pivotY);
    return [tidy(pivotX + dx + moveX), tidy(pivotY + dy + moveY)];
  };
  const out: Record<string, unknown> = { ...shape };
  const values = shape as unknown as Record<string, number>;
  if ('centerX' in shape) [out['centerX'], out['centerY']] = place(shape.centerX, shape.centerY);
  for (const key of [...(lengths[shape.kind] ?? []), 'offset']) out[key] = tidy(values[key]! * scale);
  if ('scale' in shape) out['scale'] = Number((shape.scale * scale).toPrecision(5));
  for (const key of shape.kind === 'circle' || shape.kind === 'arc' ? ['start'] : ['turn']) {
    if (key in out && turn !== 0) out[key] = tidy((((values[key]! + turn) % 360) + 360) % 360);
  }
  if (shape.kind === 'line') {
    [out['x1'], out['y1']] = place(shape.x1, shape.y1);
    [out['x2'], out['y2']] = place(shape.x2, shape.y2);
  }
  if (shape.kind === 'drawn') {
    out['points'] = shape.points.map((point): DrawnPoint => {
      const [x, y] = place(point.x, point.y);
      const [inX, inY] = vector(point.inX, point.inY).map(tidy) as [number, number];
      const [outX, outY] = vector(point.outX, point.outY).map(tidy) as [number, number];
      return { ...point, x, y, inX, inY, outX, outY };
    });
  }
  return out as unknown as Shape;
}
