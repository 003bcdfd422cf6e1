/** Row `position` (fractions allowed, ends held) of a table with `width` values per row. */
export function interpolateRows(
  rows: Float32Array,
  width: number,
  position: number,
  out: Float32Array,
): Float32Array {
  const last = rows.length / width - 1;
  const at = Math.min(Math.max(position, 0), last);
  const row = Math.min(Math.floor(at), Math.max(last - 1, 0));
  const share = at - row;
  const low = row * width;
  const high = Math.min(row + 1, last) * width;
  for (let i = 0; i < width; i++) {
    const value = rows[low + i]!;
    out[i] = value + (rows[high + i]! - value) * share;
  }
  return out;
}
