/**
 * Value at `x` of the straight lines through points, level beyond the ends.
 * @param xs rising
 */
export function interpolateAt(xs: ArrayLike<number>, ys: ArrayLike<number>, x: number): number {
  const last = xs.length - 1;
  if (!(x > xs[0]!)) return ys[0]!;
  if (x >= xs[last]!) return ys[last]!;
  let low = 0;
  let high = last;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (xs[middle]! <= x) low = middle;
    else high = middle;
  }
  return ys[low]! + ((ys[high]! - ys[low]!) * (x - xs[low]!)) / (xs[high]! - xs[low]!);
}
