/** A place along a side of an image for one that may lie beyond its ends; -1 for nothing. */
export function placeIn(n: i32, length: i32, edges: i32): i32 {
  if (n >= 0 && n < length) return n;
  if (edges == 0) return -1;
  if (edges == 1) return n < 0 ? 0 : length - 1;
  const twice = 2 * length;
  let m = n % twice;
  if (m < 0) m += twice;
  return m < length ? m : twice - 1 - m;
}
