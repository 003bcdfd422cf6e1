/** Where rows of some bands go: into rows of all bands, `width` values each, from `offset` on. */
export interface RowTarget {
  out: Float32Array;
  offset: number;
  width: number;
}

/** Whether bands are neighbours, as they nearly always are. */
const areRun = (bands: readonly number[]) => bands.at(-1)! - bands[0]! === bands.length - 1;

/** Puts rows of some bands into rows of all bands. @param rows `count` rows, a value for each of `bands` */
export function putRows(
  rows: Float32Array,
  bands: readonly number[],
  count: number,
  { out, offset, width }: RowTarget,
): void {
  const size = bands.length;
  if (size === width) {
    out.set(rows.subarray(0, count * size), offset);
    return;
  }
  const isRun = areRun(bands);
  for (let i = 0; i < count; i++) {
    const row = rows.subarray(i * size, (i + 1) * size);
    const at = offset + i * width;
    if (isRun) out.set(row, at + bands[0]!);
    else bands.forEach((band, j) => (out[at + band] = row[j]!));
  }
}

/**
 * Puts rows that stand `every` moments apart, and what lies between them on straight lines.
 * @param rows as many as the moments reach into
 * @param phase moments from the first row to the first moment that is put
 */
export function putRowsBetween(
  rows: Float32Array,
  bands: readonly number[],
  count: number,
  target: RowTarget,
  every: number,
  phase: number,
): void {
  const size = bands.length;
  const { out, offset, width } = target;
  const isRun = areRun(bands);
  const row = new Float32Array(size);
  for (let i = 0; i < count; i++) {
    const low = Math.floor((phase + i) / every) * size;
    const share = ((phase + i) % every) / every;
    const at = offset + i * width;
    // Neighbours stand in the row of all bands as they do in their own.
    const to = isRun ? out : row;
    const first = isRun ? at + bands[0]! : 0;
    if (share === 0) to.set(rows.subarray(low, low + size), first);
    else {
      const high = low + size;
      for (let j = 0; j < size; j++) {
        to[first + j] = rows[low + j]! + (rows[high + j]! - rows[low + j]!) * share;
      }
    }
    if (!isRun) putRows(row, bands, 1, { ...target, offset: at });
  }
}
