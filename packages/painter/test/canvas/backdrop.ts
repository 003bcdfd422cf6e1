import type { BackdropOp } from '@cyclogram/core';
import type { Surface } from './context';
import type { Drawing } from './draw/drawer';
import { styleOf } from './draw/shape';
import { layGrain } from '../../src/grain';

/** How many backdrops are kept. */
const max = 4;

interface Kept extends Surface {
  key: string;
  width: number;
  height: number;
}

/** Paints backdrops. Gradients are the same from frame to frame mostly, and cost more than a copy. */
export class BackdropPainter {
  private kept: Kept[] = [];

  /** For when the picture has another size. */
  forget(): void {
    this.kept = [];
  }

  paint({ paint, grain }: BackdropOp, drawing: Drawing): void {
    const { context, matrix, viewport } = drawing;
    const { width, height } = viewport;
    context.setTransform(1, 0, 0, 1, 0, 0);
    if (typeof paint === 'string' && grain <= 0) {
      context.fillStyle = paint;
      context.fillRect(0, 0, width, height);
      return;
    }
    const key = JSON.stringify([paint, grain, matrix, width, height]);
    const index = this.kept.findIndex((kept) => kept.key === key);
    const found = index < 0 ? this.make(key, paint, grain, drawing) : this.kept.splice(index, 1)[0]!;
    // The last one is the one that was used last.
    this.kept.push(found);
    context.drawImage(found.image, 0, 0);
  }

  private make(key: string, paint: BackdropOp['paint'], grain: number, drawing: Drawing): Kept {
    const { width, height } = drawing.viewport;
    // A fill that moves is another one in each frame: it takes the place of the one that was used longest ago.
    const oldest = this.kept.length === max ? this.kept.shift() : undefined;
    const fits = oldest?.width === width && oldest.height === height;
    const { image, context } = fits ? oldest : drawing.createSurface(width, height);
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, width, height);
    context.fillStyle = styleOf(context, paint);
    context.setTransform(...drawing.matrix);
    context.beginPath();
    for (const [x, y] of cornersOf(drawing)) context.lineTo(x, y);
    context.fill();
    if (grain > 0) {
      const pixels = context.getImageData(0, 0, width, height);
      layGrain(pixels.data, width, grain);
      context.putImageData(pixels, 0, 0);
    }
    return { image, context, key, width, height };
  }
}

/** The corners of what is painted on, and a little more, in picture units. */
function cornersOf({ matrix: [a, b, c, d, e, f], viewport }: Drawing): [number, number][] {
  const determinant = a * d - b * c;
  if (determinant === 0) return [];
  const [right, bottom] = [viewport.width + 1, viewport.height + 1];
  const corners = [-1, -1, right, -1, right, bottom, -1, bottom];
  return [0, 2, 4, 6].map((i) => {
    const [x, y] = [corners[i]! - e, corners[i + 1]! - f];
    return [(d * x - c * y) / determinant, (a * y - b * x) / determinant];
  });
}
