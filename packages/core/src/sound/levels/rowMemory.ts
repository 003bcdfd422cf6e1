import { align, growTo, scratch } from '../signal/signalEngine';
import { neighbours, type Neighbours } from '../spectrum/neighbours';

/** Copies values; few of them one by one, for `set` takes its time to begin. */
function copy(from: Float32Array, start: number, to: Float32Array, at: number, length: number): void {
  if (length > 16) to.set(from.subarray(start, start + length), at);
  else for (let i = 0; i < length; i++) to[at + i] = from[start + i]!;
}

/**
 * Rows of bands in scratch memory of the compiled code, each padded to whole fours of floats. First room is taken for all
 * that is needed, then it is opened. Addresses count bytes.
 */
export class RowMemory {
  /** Bytes of a row. */
  readonly row: number;
  private readonly start = scratch();
  private end = this.start;
  private floats = new Float32Array(0);
  private readonly runs: Neighbours[];

  /**
   * @param bands in a row of the table that rows come from
   * @param shown which of them are wanted
   */
  constructor(
    private readonly bands: number,
    private readonly shown: readonly number[],
  ) {
    this.row = align(4 * shown.length);
    this.runs = neighbours(shown);
  }

  /** @returns the address of room for so many bytes */
  take(bytes: number): number {
    const address = this.end;
    this.end = align(address + bytes);
    return address;
  }

  /** @param cleared up to which address there are zeros then */
  open(cleared: number): void {
    this.floats = new Float32Array(growTo(this.end));
    this.floats.fill(0, this.start / 4, cleared / 4);
  }

  put(at: number, values: ArrayLike<number>): void {
    this.floats.set(values, at / 4);
  }

  fillRow(at: number, value: number): void {
    this.floats.fill(value, at / 4, (at + this.row) / 4);
  }

  copyRow(from: number, to: number): void {
    this.floats.copyWithin(to / 4, from / 4, (from + this.row) / 4);
  }

  /** A row as doubles. */
  copyRowAsDoubles(from: number, to: number): void {
    const row = this.floats.subarray(from / 4, (from + this.row) / 4);
    new Float64Array(this.floats.buffer, to, row.length).set(row);
  }

  /**
   * Loads rows from..to of a table of `count`; those before its first and after its last are as these.
   * @param at address of the first
   */
  load(table: Float32Array, count: number, from: number, to: number, at: number): void {
    const { row, bands, runs } = this;
    const first = Math.max(from, 0);
    const end = Math.min(to, count);
    const start = at + (first - from) * row;
    if (row === 4 * bands && this.shown.length === bands) {
      this.put(start, table.subarray(first * bands, end * bands));
    } else {
      for (let r = first, position = start / 4; r < end; r++, position += row / 4) {
        for (const run of runs) copy(table, r * bands + run.band, this.floats, position + run.at, run.length);
      }
    }
    for (let r = from; r < first; r++) this.copyRow(start, at + (r - from) * row);
    for (let r = end; r < to; r++) this.copyRow(at + (end - 1 - from) * row, at + (r - from) * row);
  }

  /** Stores rows from an address on into a table of the bands that are wanted, from row `first` on. */
  store(at: number, rows: number, table: Float32Array, first: number): void {
    const { row } = this;
    const width = this.shown.length;
    if (row === 4 * width) {
      table.set(this.floats.subarray(at / 4, (at + rows * row) / 4), first * width);
      return;
    }
    for (let r = 0; r < rows; r++) copy(this.floats, (at + r * row) / 4, table, (first + r) * width, width);
  }
}
