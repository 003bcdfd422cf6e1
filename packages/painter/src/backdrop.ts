import type { BackdropOp } from '@cyclogram/core';
import type { Surface } from './context';
import type { Drawing } from './draw/drawer';
import { layGrain, styleOf } from './draw/shape';

/** How many backdrops are kept. */
const most = 4;

interface Kept extends Surface {
  key: string;
}

/** Paints backdrops. Gradients are the same from frame to frame mostly, and cost more than a copy. */
export class BackdropPainter {
  private kept: Kept[] = [];

  /** For when the picture has another size. */
  forget(): void {
    this.kept = [];
  }

  paint({ paint, grain }: BackdropOp, drawing: Drawing): void {
    const { context, matrix, room, createSurface } = drawing;
    const { width, height } = room;
    context.setTransform(1, 0, 0, 1, 0, 0);
    if (typeof paint === 'string' && grain <= 0) {
      context.fillStyle = paint;
      context.fillRect(0, 0, width, height);
      return;
    }
    const key = JSON.stringify([paint, grain, matrix, width, height]);
    let found = this.kept.find((kept) => kept.key === key);
    if (!found) {
      found = { ...createSurface(width, height), key };
      const surface = found.context;
      surface.fillStyle = styleOf(surface, paint);
      surface.setTransform(...matrix);
      surface.beginPath();
      for (const [x, y] of cornersOf(drawing)) surface.lineTo(x, y);
      surface.fill();
      if (grain > 0) layGrain({ ...drawing, context: surface }, grain);
      this.kept.push(found);
      if (this.kept.length > most) this.kept.shift();
    }
    context.drawImage(found.image, 0, 0);
  }
}

/** The corners of what is painted on, and a little more, in picture units. */
function cornersOf({ matrix: [a, b, c, d, e, f], room }: Drawing): [number, number][] {
  const determinant = a * d - b * c;
  if (determinant === 0) return [];
  const [right, bottom] = [room.width + 1, room.height + 1];
  const corners = [-1, -1, right, -1, right, bottom, -1, bottom];
  return [0, 2, 4, 6].map((i) => {
    const [x, y] = [corners[i]! - e, corners[i + 1]! - f];
    return [(d * x - c * y) / determinant, (a * y - b * x) / determinant];
  });
}
