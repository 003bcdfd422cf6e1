/**
 * A value's percentile among many, from a sample of them: at most a hundred
 * thousand, evenly spread.
 */
export class Distribution {
  private readonly sorted: Float32Array;

  /** @param values NaN and infinite ones do not count */
  constructor(values: ArrayLike<number>) {
    const step = Math.max(1, Math.floor(values.length / 100_000));
    const sample: number[] = [];
    for (let i = 0; i < values.length; i += step) if (Number.isFinite(values[i])) sample.push(values[i]!);
    this.sorted = Float32Array.from(sample).sort();
  }

  get isEmpty(): boolean {
    return this.sorted.length === 0;
  }

  /** The value that `percent` of all values stay below; straight between neighbours. 0 when there are none. */
  percentile(percent: number): number {
    const { sorted } = this;
    if (sorted.length === 0) return 0;
    const position = (Math.min(Math.max(percent, 0), 100) / 100) * (sorted.length - 1);
    const low = Math.floor(position);
    const high = Math.min(low + 1, sorted.length - 1);
    return sorted[low]! + (sorted[high]! - sorted[low]!) * (position - low);
  }

  /** Percent of the values that lie below `value`. */
  percentBelow(value: number): number {
    let low = 0;
    let high = this.sorted.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.sorted[middle]! < value) low = middle + 1;
      else high = middle;
    }
    return this.sorted.length === 0 ? 0 : (100 * low) / this.sorted.length;
  }

  /** How many of the values fall into each of `bins` equal parts from `low` to `high`, as a share of the fullest. */
  histogram(low: number, high: number, bins: number): number[] {
    const counts = new Array<number>(bins).fill(0);
    for (const value of this.sorted) {
      const bin = Math.floor(((value - low) / (high - low)) * bins);
      if (bin >= 0 && bin < bins) counts[bin]!++;
    }
    const max = Math.max(...counts, 1);
    return counts.map((count) => count / max);
  }
}
