/**
 * Samples 0, factor, 2 factor, ... of a filtered signal; silence is assumed beyond its ends.
 * @param taps of the filter, an odd number
 * @param outCount how many samples are made
 */
export function decimate(
  samples: usize,
  count: i32,
  taps: usize,
  tapCount: i32,
  factor: i32,
  out: usize,
  outCount: i32,
): void {
  const half = tapCount >> 1;
  for (let j = 0; j < outCount; j++) {
    const start = j * factor - half;
    const from = max(0, -start);
    const to = min(tapCount, count - start);
    let s: usize = samples + ((<usize>(start + from)) << 2);
    let t: usize = taps + ((<usize>from) << 3);
    const end: usize = taps + ((<usize>max(from, to)) << 3);
    let sum = f64x2.splat(0);
    let other = f64x2.splat(0);
    for (; t + 32 <= end; t += 32, s += 16) {
      const four = v128.load(s);
      const last = v128.shuffle<u64>(four, four, 1, 0);
      sum = f64x2.add(sum, f64x2.mul(f64x2.promote_low_f32x4(four), v128.load(t)));
      other = f64x2.add(other, f64x2.mul(f64x2.promote_low_f32x4(last), v128.load(t, 16)));
    }
    sum = f64x2.add(sum, other);
    let total = f64x2.extract_lane(sum, 0) + f64x2.extract_lane(sum, 1);
    for (; t < end; t += 8, s += 4) total += <f64>load<f32>(s) * load<f64>(t);
    store<f32>(out + ((<usize>j) << 2), <f32>total);
  }
}
