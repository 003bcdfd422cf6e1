import { PutTask } from './tasks';

/** Puts rows of neighbouring bands where these stand in rows of all bands, and between rows what lies on straight lines. */
export function putRows(task: PutTask): void {
  let rows = task.rows;
  let out = task.out;
  let phase = task.phase;
  const stride = task.stride;
  const length = task.length;
  const every = task.every;
  const width = task.width;
  const bytes = length << 2;
  for (let count = task.count; count > 0; count--, out += width) {
    if (phase == 0) memory.copy(out, rows, bytes);
    else putBetween(rows, rows + stride, length, <f32>phase / <f32>every, out);
    if (++phase == every) {
      phase = 0;
      rows += stride;
    }
  }
}

/** What lies between two rows. @param share of the way from the first */
function putBetween(low: usize, high: usize, length: usize, share: f32, out: usize): void {
  const end = out + (length << 2);
  for (; out + 16 <= end; out += 16, low += 16, high += 16) {
    const from = v128.load(low);
    const way = f32x4.sub(v128.load(high), from);
    v128.store(out, f32x4.add(from, f32x4.mul(way, f32x4.splat(share))));
  }
  // What stands behind them is of other bands.
  for (; out < end; out += 4, low += 4, high += 4) {
    const from = load<f32>(low);
    store<f32>(out, from + (load<f32>(high) - from) * share);
  }
}
