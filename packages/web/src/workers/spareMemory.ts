/** Less is not worth keeping. */
const minBytes = 2 ** 22;
/** One is used again for what needs at least this share of it. */
const minUse = 0.5;

/** Memory of large tables, used again: new memory costs more than what is written into it. */
export class SpareMemory<Memory extends ArrayBufferLike> {
  /** The last one given stands last. */
  private readonly spare: Memory[] = [];

  /** @param most how many are kept that nobody uses */
  constructor(
    private readonly max: number,
    private readonly create: (bytes: number) => Memory,
  ) {}

  /** Room for so many floats, which may hold anything. */
  take(length: number): Float32Array<Memory> {
    const bytes = length * Float32Array.BYTES_PER_ELEMENT;
    const fitting = this.spare
      .filter(({ byteLength }) => byteLength >= bytes && bytes >= minUse * byteLength)
      .sort((a, b) => a.byteLength - b.byteLength)[0];
    if (!fitting) {
      // What does not fit now will hardly fit soon: it makes room for what does.
      if (bytes >= minBytes) this.spare.length = 0;
      return new Float32Array(this.create(bytes), 0, length);
    }
    this.spare.splice(this.spare.indexOf(fitting), 1);
    return new Float32Array(fitting, 0, length);
  }

  /** Takes back what nobody uses any more. */
  give(memory: Memory): void {
    if (memory.byteLength < minBytes) return;
    this.spare.push(memory);
    if (this.spare.length > this.max) this.spare.shift();
  }
}
