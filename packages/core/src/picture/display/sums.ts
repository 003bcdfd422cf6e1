import { LastUsed } from '../../contract';

/** Values a second of which the sum is made. */
const rate = 30;

/**
 * The integral of a number over the song, from 0 on: of values at the middle of each thirtieth of a second, straight in
 * between. Before 0 it holds the value that it has there. Worked out as far as it is asked for.
 */
export class PropertySums {
  private sums = new Float64Array(256);
  private known = 0;

  /** @param valueAt the number at a time in seconds */
  constructor(private readonly valueAt: (t: number) => number) {}

  /** Value times seconds from 0 to `t`. */
  upTo(t: number): number {
    const position = t * rate;
    if (position <= 0) return t * this.atFirst;
    const whole = Math.floor(position);
    const sum = this.sum(whole);
    return sum + (this.sum(whole + 1) - sum) * (position - whole);
  }

  /** The last moment up to `most` at which the integral is not above a number. */
  passing(sum: number, max: number): number {
    if (sum <= 0) {
      return this.atFirst > 0 ? sum / this.atFirst : 0;
    }
    let [low, high] = [0, Math.ceil(max * rate) + 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.sum(middle) <= sum) low = middle;
      else high = middle - 1;
    }
    const [from, to] = [this.sum(low), this.sum(low + 1)];
    return (low + (to > from ? (sum - from) / (to - from) : 0)) / rate;
  }

  private get atFirst(): number {
    return Math.max(0, this.valueAt(0));
  }

  private value(step: number): number {
    return Math.max(0, this.valueAt((step + 0.5) / rate));
  }

  private sum(step: number): number {
    if (step >= this.sums.length) {
      const larger = new Float64Array(Math.max(step + 1, 2 * this.sums.length));
      larger.set(this.sums);
      this.sums = larger;
    }
    for (; this.known < step; this.known++)
      this.sums[this.known + 1] = this.sums[this.known]! + this.value(this.known) / rate;
    return this.sums[step]!;
  }
}

/** Integrals of properties that move. Each is kept for as long as what it is made of stays the same. */
export class SumsCache {
  private readonly kept = new LastUsed<{ madeOf: readonly unknown[]; sums: PropertySums }>(64);

  /**
   * @param key of the property
   * @param madeOf all that the number depends on, compared one by one
   * @param valueAt the number at a time in seconds
   */
  of(key: string, madeOf: readonly unknown[], valueAt: (t: number) => number): PropertySums {
    const found = this.kept.get(key);
    if (found && found.madeOf.length === madeOf.length && found.madeOf.every((one, i) => one === madeOf[i]))
      return found.sums;
    const sums = new PropertySums(valueAt);
    this.kept.set(key, { madeOf, sums });
    return sums;
  }
}
