import { LastUsed } from '../contract';
import { putCurvesTask } from './passCalls';
import type { PassBuffer } from './passBuffer';

/** Values of a curve: for every sixteenth of 16 bits, and the last. */
export const curveSteps = 4096;

/** A curve as the compiled code takes it. @param curve from and to 0..1, encoded */
export function curveTable(curve: (value: number) => number): Uint16Array {
  return Uint16Array.from({ length: curveSteps + 1 }, (_, i) => {
    const value = curve(i / curveSteps);
    // What is not a number is dark.
    return Math.round(65535 * (value > 0 ? Math.min(1, value) : 0));
  });
}

/** Lets colours go through curves of their own. */
export function runCurves(
  buffer: PassBuffer,
  tables: readonly [Uint16Array, Uint16Array, Uint16Array],
): void {
  const [red, green, blue] = tables.map((table) => buffer.words(table)) as [number, number, number];
  buffer.point('curves', putCurvesTask(buffer.code.memory.buffer, { red, green, blue }), { cost: 3 });
}

/** Tables that were made last, by what they were made from. */
export class TableCache<Key> {
  private readonly kept = new LastUsed<[Uint16Array, Uint16Array, Uint16Array]>(16);

  constructor(private readonly make: (key: Key) => [Uint16Array, Uint16Array, Uint16Array]) {}

  tables(key: Key): [Uint16Array, Uint16Array, Uint16Array] {
    const name = JSON.stringify(key);
    let found = this.kept.get(name);
    if (!found) {
      found = this.make(key);
      this.kept.set(name, found);
    }
    return found;
  }
}
