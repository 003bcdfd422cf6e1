import { align } from './align';
import { growMemory, type CodeMemory } from './webAssembly';

/**
 * Memory of compiled code, handed out piece by piece: what was taken last is given back first. What needs room for a moment
 * only may use what lies behind, until something is taken.
 */
export class MemoryStack {
  /** @param end where free memory begins */
  constructor(
    readonly memory: CodeMemory,
    public end: number,
  ) {
    this.end = align(end);
  }

  /** Room for so many bytes. @returns its address */
  take(bytes: number): number {
    const at = this.end;
    this.end = align(at + bytes);
    growMemory(this.memory, this.end);
    return at;
  }

  /** Room with floats in it. @returns its address */
  floats(...lists: readonly ArrayLike<number>[]): number {
    const at = this.take(4 * lists.reduce((sum, { length }) => sum + length, 0));
    let next = at;
    for (const list of lists) {
      new Float32Array(this.memory.buffer, next, list.length).set(list);
      next += 4 * list.length;
    }
    return at;
  }

  /** Room with bytes in it. @returns its address */
  bytes(values: Uint8Array | Uint8ClampedArray): number {
    // What compiled code reads together may reach beyond the last pixel.
    const at = this.take(values.length + 16);
    new Uint8Array(this.memory.buffer, at, values.length).set(values);
    return at;
  }

  /** Does something, and gives back all that was taken meanwhile. */
  within<T>(work: () => T): T {
    const { end } = this;
    try {
      return work();
    } finally {
      this.end = end;
    }
  }
}
