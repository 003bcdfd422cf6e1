/** Sum of four floats. */
function total(four: v128): f32 {
  return (
    f32x4.extract_lane(four, 0) +
    f32x4.extract_lane(four, 1) +
    f32x4.extract_lane(four, 2) +
    f32x4.extract_lane(four, 3)
  );
}

/**
 * Samples 0, factor, 2 factor, ... of a filtered signal; silence is assumed beyond its ends.
 * @param taps of the filter, floats, an odd number
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
    let t: usize = taps + ((<usize>from) << 2);
    const end: usize = taps + ((<usize>max(from, to)) << 2);
    // Four sums, for one addition need not wait for the one before.
    let a = f32x4.splat(0);
    let b = f32x4.splat(0);
    let c = f32x4.splat(0);
    let d = f32x4.splat(0);
    for (; t + 64 <= end; t += 64, s += 64) {
      a = f32x4.add(a, f32x4.mul(v128.load(s), v128.load(t)));
      b = f32x4.add(b, f32x4.mul(v128.load(s, 16), v128.load(t, 16)));
      c = f32x4.add(c, f32x4.mul(v128.load(s, 32), v128.load(t, 32)));
      d = f32x4.add(d, f32x4.mul(v128.load(s, 48), v128.load(t, 48)));
    }
    for (; t + 16 <= end; t += 16, s += 16) {
      a = f32x4.add(a, f32x4.mul(v128.load(s), v128.load(t)));
    }
    let sum = total(f32x4.add(f32x4.add(a, b), f32x4.add(c, d)));
    for (; t < end; t += 4, s += 4) sum += load<f32>(s) * load<f32>(t);
    store<f32>(out + ((<usize>j) << 2), sum);
  }
}
