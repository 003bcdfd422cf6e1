/**
 * Adds decoded sound to floats.
 * @param samples 16-bit samples, of one channel, or of two interleaved
 * @param count how many floats
 * @param channels 1 or 2
 * @param left what the first channel's samples are multiplied by
 * @param right the same of the second
 * @param out `count` floats
 */
export function addPcm(samples: usize, count: i32, channels: i32, left: f32, right: f32, out: usize): void {
  let n = 0;
  const lefts = f32x4.splat(left);
  const rights = f32x4.splat(right);
  if (channels == 1) {
    for (; n + 4 <= count; n += 4, samples += 8, out += 16) {
      const values = f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_s(v128.load64_zero(samples)));
      v128.store(out, f32x4.add(v128.load(out), f32x4.mul(values, lefts)));
    }
    for (; n < count; n++, samples += 2, out += 4) {
      store<f32>(out, load<f32>(out) + <f32>load<i16>(samples) * left);
    }
    return;
  }
  for (; n + 4 <= count; n += 4, samples += 16, out += 16) {
    const both = v128.load(samples);
    const first = f32x4.convert_i32x4_s(i32x4.shr_s(i32x4.shl(both, 16), 16));
    const second = f32x4.convert_i32x4_s(i32x4.shr_s(both, 16));
    const sum = f32x4.add(f32x4.mul(first, lefts), f32x4.mul(second, rights));
    v128.store(out, f32x4.add(v128.load(out), sum));
  }
  for (; n < count; n++, samples += 4, out += 4) {
    const sum = <f32>load<i16>(samples) * left + <f32>load<i16>(samples, 2) * right;
    store<f32>(out, load<f32>(out) + sum);
  }
}
