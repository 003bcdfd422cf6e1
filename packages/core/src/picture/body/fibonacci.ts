import { cos, sin } from '../../contract';
import type { Vector } from '../scene/camera';

/**
 * Points spread evenly over a sphere of radius 1, from its upper pole to its lower one: each the golden angle further
 * around (Fibonacci lattice; R. Swinbank and R. J. Purser, Q. J. R. Meteorol. Soc. 132, 2006).
 */
export function fibonacciPoints(count: number): Vector[] {
  const golden = Math.PI * (3 - Math.sqrt(5));
  return Array.from({ length: count }, (_, i) => {
    const y = 1 - (2 * i + 1) / count;
    const r = Math.sqrt(1 - y * y);
    return [r * cos(golden * i), y, r * sin(golden * i)] as const;
  });
}
