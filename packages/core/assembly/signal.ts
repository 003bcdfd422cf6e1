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
function transform(re: usize, im: usize, count: usize, twiddles: usize): void {
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

// What is loaded: a signal, the window that its segments go through, and room for a transform of `size`.
let samples: usize = 0;
let count: i32 = 0;
let window: usize = 0;
let length: i32 = 0;
let re: usize = 0;
let im: usize = 0;
let size: usize = 0;
let twiddles: usize = 0;
let order: usize = 0;

/**
 * Loads what {@link powers} and {@link correlations} work on.
 * @param order where each bin stands after the transform
 */
export function loadSignal(
  samplesAt: usize,
  sampleCount: i32,
  windowAt: usize,
  windowLength: i32,
  reAt: usize,
  imAt: usize,
  fftSize: usize,
  twiddlesAt: usize,
  orderAt: usize,
): void {
  samples = samplesAt;
  count = sampleCount;
  window = windowAt;
  length = windowLength;
  re = reAt;
  im = imAt;
  size = fftSize;
  twiddles = twiddlesAt;
  order = orderAt;
}

/** Transforms two windowed segments as the real and the imaginary part of one signal. */
function transformBoth(startA: i32, startB: i32): void {
  fill(samples, count, startA, window, length, re, size);
  fill(samples, count, startB, window, length, im, size);
  transform(re, im, size, twiddles);
}

/** Powers of the bins first..last of each of the two, told apart by their symmetry (common practice). */
function untangle(powerA: usize, powerB: usize, first: usize, last: usize, scale: f64): void {
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
 * Powers of the bins first..last of two segments.
 * @param startA first sample of each; one that begins at or after `count` is silent
 */
export function powers(
  startA: i32,
  startB: i32,
  powerA: usize,
  powerB: usize,
  first: usize,
  last: usize,
  scale: f64,
): void {
  transformBoth(startA, startB);
  untangle(powerA, powerB, first, last, scale);
}

/** Sum of products of `count` pairs of values, an even number. */
function dot(a: usize, b: usize, count: usize): f64 {
  let sum = f64x2.splat(0);
  const end: usize = a + (count << 3);
  for (; a < end; a += 16, b += 16) sum = f64x2.add(sum, f64x2.mul(v128.load(a), v128.load(b)));
  return f64x2.extract_lane(sum, 0) + f64x2.extract_lane(sum, 1);
}

/**
 * Sums over the autocorrelations of two segments, each with several kernels. The autocorrelation is the
 * transform of the powers; both are even, so that two share one transform again.
 * The loaded size is at least twice the length, so that nothing wraps around.
 * @param lagA and `lagB`: room for `lags` values each, and for size / 2 + 1
 * @param kernels rows of `lags` values, an even number not below the length
 * @param sumsA and `sumsB`: a value for each kernel
 */
export function correlations(
  startA: i32,
  startB: i32,
  lagA: usize,
  lagB: usize,
  lags: usize,
  kernels: usize,
  kernelCount: usize,
  sumsA: usize,
  sumsB: usize,
): void {
  transformBoth(startA, startB);
  const half = size >> 1;
  untangle(lagA, lagB, 0, half, 1);
  for (let k: usize = 0; k < size; k++) {
    const bin: usize = (k <= half ? k : size - k) << 3;
    store<f64>(re + (k << 3), load<f64>(lagA + bin));
    store<f64>(im + (k << 3), load<f64>(lagB + bin));
  }
  transform(re, im, size, twiddles);
  for (let lag: usize = 0; lag < lags; lag++) {
    const at: usize = (<usize>load<u32>(order + (lag << 2))) << 3;
    store<f64>(lagA + (lag << 3), load<f64>(re + at));
    store<f64>(lagB + (lag << 3), load<f64>(im + at));
  }
  for (let kernel: usize = 0; kernel < kernelCount; kernel++) {
    const row = kernels + ((kernel * lags) << 3);
    store<f64>(sumsA + (kernel << 3), dot(row, lagA, lags));
    store<f64>(sumsB + (kernel << 3), dot(row, lagB, lags));
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
