import { LastUsed, passEngine, passMemory, putFill, Surface, type BackdropOp } from '@cyclogram/core';
import type { Drawing } from './draw/drawing';
import { layGrain } from './grain';

/** How many backdrops are kept. */
const max = 4;

/** Paints backdrops. Gradients are the same from frame to frame mostly, and cost more than a copy. */
export class BackdropPainter {
  private readonly kept = new LastUsed<Uint8ClampedArray>(max);

  /** For when the picture has another size. */
  forget(): void {
    this.kept.clear();
  }

  paint({ paint, grain }: BackdropOp, drawing: Drawing): void {
    const { surface, matrix, opacity, blend } = drawing;
    if (typeof paint === 'string' && grain <= 0) return fillAll(paint, drawing);
    const { width, height } = surface;
    const key = JSON.stringify([paint, grain, matrix, width, height]);
    passMemory().within(() => {
      const own = new Surface(width, height);
      const found = this.kept.get(key);
      if (found) own.set(found);
      else {
        fillAll(paint, { ...drawing, surface: own, opacity: 1, blend: 'normal' });
        if (grain > 0) layGrain(own.bytes, width, grain);
      }
      // A fill that moves is another one in each frame: it takes the place of the one that was used longest ago.
      if (!found) this.kept.set(key, own.bytes.slice());
      own.layOn(surface, 0, 0, opacity, blend);
    });
  }
}

function fillAll(paint: BackdropOp['paint'], drawing: Drawing): void {
  const { surface, matrix } = drawing;
  passMemory().within(() => {
    const task = putFill(surface, paint, matrix, drawing);
    if (task) passEngine().fillSurface(surface.info, task);
  });
}
