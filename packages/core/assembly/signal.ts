/**
 * The heavy work on signals, in AssemblyScript: compiled to WebAssembly by `npm run wasm`. Addresses and
 * tables are made by spectrum/segmentTransform.ts and spectrum/decimate.ts.
 *
 * In transforms, real and imaginary parts stand apart, in doubles. The transform works in place, by decimation in
 * frequency with radix 4; what it leaves stands in the order of reversed digits, and is read through a
 * table rather than put in order (common practice).
 */

/**
 * Butterflies over each block of `size` values, two at a time.
 * @param twiddles for each two values, cosines and sines of their first, second and third multiple
 */
function stage(re: usize, im: usize, count: usize, size: usize, twiddles: usize): void {
  const step: usize = (size >> 2) << 3;
  for (let block: usize = 0; block < count; block += size) {
    let r: usize = re + (block << 3);
    let i: usize = im + (block << 3);
    let t: usize = twiddles;
    const end: usize = r + step;
    while (r < end) {
      const ar = v128.load(r);
      const ai = v128.load(i);
      const br = v128.load(r + step);
      const bi = v128.load(i + step);
      const cr = v128.load(r + 2 * step);
      const ci = v128.load(i + 2 * step);
      const dr = v128.load(r + 3 * step);
      const di = v128.load(i + 3 * step);
      const acr = f64x2.add(ar, cr);
      const aci = f64x2.add(ai, ci);
      const amr = f64x2.sub(ar, cr);
      const ami = f64x2.sub(ai, ci);
      const bdr = f64x2.add(br, dr);
      const bdi = f64x2.add(bi, di);
      const bmr = f64x2.sub(br, dr);
      const bmi = f64x2.sub(bi, di);
      v128.store(r, f64x2.add(acr, bdr));
      v128.store(i, f64x2.add(aci, bdi));
      turn(r + step, i + step, f64x2.add(amr, bmi), f64x2.sub(ami, bmr), t);
      turn(r + 2 * step, i + 2 * step, f64x2.sub(acr, bdr), f64x2.sub(aci, bdi), t + 32);
      turn(r + 3 * step, i + 3 * step, f64x2.sub(amr, bmi), f64x2.add(ami, bmr), t + 64);
      r += 16;
      i += 16;
      t += 96;
    }
  }
}

/** Stores two complex values times their twiddles. */
function turn(r: usize, i: usize, xr: v128, xi: v128, twiddle: usize): void {
  const wr = v128.load(twiddle);
  const wi = v128.load(twiddle, 16);
  v128.store(r, f64x2.sub(f64x2.mul(xr, wr), f64x2.mul(xi, wi)));
  v128.store(i, f64x2.add(f64x2.mul(xr, wi), f64x2.mul(xi, wr)));
}

/** Butterflies of four neighbours, whose twiddles are all one. */
function lastOfFour(re: usize, im: usize, count: usize): void {
  const end: usize = re + (count << 3);
  let r = re;
  let i = im;
  while (r < end) {
    const acr = load<f64>(r) + load<f64>(r, 16);
    const aci = load<f64>(i) + load<f64>(i, 16);
    const amr = load<f64>(r) - load<f64>(r, 16);
    const ami = load<f64>(i) - load<f64>(i, 16);
    const bdr = load<f64>(r, 8) + load<f64>(r, 24);
    const bdi = load<f64>(i, 8) + load<f64>(i, 24);
    const bmr = load<f64>(r, 8) - load<f64>(r, 24);
    const bmi = load<f64>(i, 8) - load<f64>(i, 24);
    store<f64>(r, acr + bdr);
    store<f64>(i, aci + bdi);
    store<f64>(r, amr + bmi, 8);
    store<f64>(i, ami - bmr, 8);
    store<f64>(r, acr - bdr, 16);
    store<f64>(i, aci - bdi, 16);
    store<f64>(r, amr - bmi, 24);
    store<f64>(i, ami + bmr, 24);
    r += 32;
    i += 32;
  }
}

/** The same of two. */
function lastOfTwo(re: usize, im: usize, count: usize): void {
  const end: usize = re + (count << 3);
  let r = re;
  let i = im;
  while (r < end) {
    const ar = load<f64>(r);
    const ai = load<f64>(i);
    const br = load<f64>(r, 8);
    const bi = load<f64>(i, 8);
    store<f64>(r, ar + br);
    store<f64>(i, ai + bi);
    store<f64>(r, ar - br, 8);
    store<f64>(i, ai - bi, 8);
    r += 16;
    i += 16;
  }
}

/** Transforms `count` complex values, a power of two, in place. */
export function transform(re: usize, im: usize, count: usize, twiddles: usize): void {
  let size = count;
  let t = twiddles;
  while (size >= 8) {
    stage(re, im, count, size, t);
    t += (size >> 2) * 48;
    size >>= 2;
  }
  if (size == 4) lastOfFour(re, im, count);
  else if (size == 2) lastOfTwo(re, im, count);
}

/** Windowed samples [start, start + length) of a signal of `count` floats; silence beyond its ends, and up to `size`. */
function fill(
  samples: usize,
  count: i32,
  start: i32,
  window: usize,
  length: i32,
  out: usize,
  size: usize,
): void {
  const from = min(max(0, -start), length);
  const to = max(from, min(length, count - start));
  memory.fill(out, 0, (<usize>from) << 3);
  let n = from;
  for (; n + 1 < to; n += 2) {
    const two = f64x2.promote_low_f32x4(v128.load64_zero(samples + ((<usize>(start + n)) << 2)));
    v128.store(out + ((<usize>n) << 3), f64x2.mul(two, v128.load(window + ((<usize>n) << 3))));
  }
  if (n < to) {
    const one = <f64>load<f32>(samples + ((<usize>(start + n)) << 2));
    store<f64>(out + ((<usize>n) << 3), one * load<f64>(window + ((<usize>n) << 3)));
  }
  memory.fill(out + ((<usize>to) << 3), 0, (size - <usize>to) << 3);
}

/**
 * Powers of the bins first..last of two segments, which share one transform as its real and its imaginary
 * part and are told apart by their symmetry (common practice).
 * @param startA first sample of each; one that begins at or after `count` is silent
 * @param order where each bin stands after the transform
 */
export function powers(
  samples: usize,
  count: i32,
  startA: i32,
  startB: i32,
  window: usize,
  length: i32,
  re: usize,
  im: usize,
  size: usize,
  twiddles: usize,
  order: usize,
  powerA: usize,
  powerB: usize,
  first: usize,
  last: usize,
  scale: f64,
): void {
  fill(samples, count, startA, window, length, re, size);
  fill(samples, count, startB, window, length, im, size);
  transform(re, im, size, twiddles);
  const mask = size - 1;
  for (let k = first; k <= last; k++) {
    const at: usize = (<usize>load<u32>(order + (k << 2))) << 3;
    const mirror: usize = (<usize>load<u32>(order + (((size - k) & mask) << 2))) << 3;
    const sumReal = load<f64>(re + at) + load<f64>(re + mirror);
    const sumImaginary = load<f64>(im + at) + load<f64>(im + mirror);
    const differenceReal = load<f64>(re + at) - load<f64>(re + mirror);
    const differenceImaginary = load<f64>(im + at) - load<f64>(im + mirror);
    store<f64>(powerA + (k << 3), scale * (sumReal * sumReal + differenceImaginary * differenceImaginary));
    store<f64>(powerB + (k << 3), scale * (sumImaginary * sumImaginary + differenceReal * differenceReal));
  }
}

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
