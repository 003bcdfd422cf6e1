import { passEngine, passMemory } from '../passEngine';
import type { Surface } from './surface';

/**
 * The average of pictures that are painted on a surface one after another, with 16 bits a value in between.
 * @param paint paints one of them on the clear surface
 */
export function averageOn(surface: Surface, count: number, paint: (index: number) => void): void {
  const code = passEngine();
  const stack = passMemory();
  stack.within(() => {
    const pixels = surface.count;
    const sums = stack.take(16 * pixels);
    const wide = stack.take(8 * pixels);
    new Float32Array(stack.memory.buffer, sums, 4 * pixels).fill(0);
    for (let index = 0; index < count; index++) {
      surface.clear();
      paint(index);
      code.widen(surface.pixels, wide, pixels);
      code.accumulate(wide, sums, pixels, 1 / Math.max(1, count));
    }
    code.settleSums(sums, wide, pixels);
    code.narrow(wide, surface.pixels, pixels);
    surface.touchAll();
  });
}
