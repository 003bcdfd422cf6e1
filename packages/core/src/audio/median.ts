/** A row of values kept sorted while values come and go. */
class SortedWindow {
  private readonly values: Float32Array;
  private count = 0;

  constructor(span: number) {
    this.values = new Float32Array(span);
  }

  insert(value: number): void {
    const { values } = this;
    let at = this.count++;
    while (at > 0 && values[at - 1]! > value) {
      values[at] = values[at - 1]!;
      at--;
    }
    values[at] = value;
  }

  remove(value: number): void {
    const { values } = this;
    let at = 0;
    while (at < this.count && values[at] !== value) at++;
    this.count--;
    for (; at < this.count; at++) values[at] = values[at + 1]!;
  }

  /** Removes a value and inserts another: only what lies between the two moves. */
  replace(gone: number, value: number): void {
    const { values } = this;
    const last = this.count - 1;
    let at = 0;
    while (at < last && values[at] !== gone) at++;
    while (at < last && values[at + 1]! < value) {
      values[at] = values[at + 1]!;
      at++;
    }
    while (at > 0 && values[at - 1]! > value) {
      values[at] = values[at - 1]!;
      at--;
    }
    values[at] = value;
  }

  get median(): number {
    return this.values[this.count >> 1]!;
  }
}

/**
 * Median of the `span` values around each value; fewer at the ends.
 * @param span odd
 */
export function slidingMedian(values: Float32Array, span: number, out: Float32Array): void {
  const half = span >> 1;
  const window = new SortedWindow(span);
  for (let i = 0; i < half && i < values.length; i++) window.insert(values[i]!);
  for (let i = 0; i < values.length; i++) {
    const gone = i - half - 1;
    const next = i + half;
    if (gone >= 0 && next < values.length) window.replace(values[gone]!, values[next]!);
    else if (gone >= 0) window.remove(values[gone]!);
    else if (next < values.length) window.insert(values[next]!);
    out[i] = window.median;
  }
}

/** Median of each of many values over the last `span` rows. */
export class TimeMedian {
  /** Sorted values of each column, `span` after one another. */
  private readonly sorted: Float32Array;
  private readonly rows: Float32Array[] = [];

  constructor(
    private readonly width: number,
    private readonly span: number,
  ) {
    this.sorted = new Float32Array(width * span);
  }

  /** Takes in a row; once there are `span`, the oldest goes. */
  push(row: Float32Array): void {
    const { sorted, span, rows, width } = this;
    const oldest = rows.length === span ? rows.shift()! : undefined;
    const count = rows.length;
    rows.push(row);
    for (let column = 0; column < width; column++) {
      const start = column * span;
      const value = row[column]!;
      let at = start + count;
      if (oldest) {
        // The place of the oldest value becomes free; the others move towards it.
        const gone = oldest[column]!;
        at = start;
        while (sorted[at] !== gone) at++;
        const end = start + span - 1;
        while (at < end && sorted[at + 1]! < value) {
          sorted[at] = sorted[at + 1]!;
          at++;
        }
      }
      while (at > start && sorted[at - 1]! > value) {
        sorted[at] = sorted[at - 1]!;
        at--;
      }
      sorted[at] = value;
    }
  }

  median(out: Float32Array): void {
    const middle = this.rows.length >> 1;
    for (let column = 0; column < this.width; column++)
      out[column] = this.sorted[column * this.span + middle]!;
  }
}
