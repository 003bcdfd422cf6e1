/**
 * K-weighting of ITU-R BS.1770-4, annex 1, tables 1 and 2: a high shelf for the
 * head, then a high pass; coefficients for 48 kHz.
 */
const stages = [
  { b: [1.53512485958697, -2.69169618940638, 1.19839281085285], a: [-1.69065929318241, 0.73248077421585] },
  { b: [1, -2, 1], a: [-1.99004745483398, 0.99007225036621] },
] as const;

/** Filters samples at 48 kHz, starting from rest. */
export function kWeight(samples: Float32Array): Float64Array {
  let signal = Float64Array.from(samples);
  for (const { b, a } of stages) {
    const out = new Float64Array(signal.length);
    let [x1, x2, y1, y2] = [0, 0, 0, 0];
    for (let n = 0; n < signal.length; n++) {
      const x = signal[n]!;
      const y = b[0] * x + b[1] * x1 + b[2] * x2 - a[0] * y1 - a[1] * y2;
      x2 = x1;
      x1 = x;
      y2 = y1;
      y1 = y;
      out[n] = y;
    }
    signal = out;
  }
  return signal;
}
