import { transform } from './transform';

/**
 * Windowed samples [start, start + length) of a signal of `count` floats; silence beyond its ends, and up to `size`.
 * @param window and `out`: floats or doubles
 */
export function fill<T>(
  samples: usize,
  count: i32,
  start: i32,
  window: usize,
  length: i32,
  out: usize,
  size: usize,
): void {
  const lanes: i32 = 16 / sizeof<T>();
  const from = min(max(0, -start), length);
  const to = max(from, min(length, count - start));
  const source = samples + ((<usize>start) << 2);
  memory.fill(out, 0, <usize>from * sizeof<T>());
  let n = from;
  for (; n + lanes <= to; n += lanes) {
    const at = <usize>n * sizeof<T>();
    const sample = source + ((<usize>n) << 2);
    const values = sizeof<T>() == 4 ? v128.load(sample) : f64x2.promote_low_f32x4(v128.load64_zero(sample));
    v128.store(out + at, v128.mul<T>(values, v128.load(window + at)));
  }
  for (; n < to; n++) {
    const at = <usize>n * sizeof<T>();
    store<T>(out + at, <T>load<f32>(source + ((<usize>n) << 2)) * load<T>(window + at));
  }
  memory.fill(out + <usize>to * sizeof<T>(), 0, (size - <usize>to) * sizeof<T>());
}

/**
 * Powers of the bins first..last of two segments that were transformed as the real and the imaginary part of one, told
 * apart by their symmetry (common practice).
 * @param powerA and `powerB`: doubles
 */
export function untangle<T>(
  re: usize,
  im: usize,
  size: usize,
  order: usize,
  powerA: usize,
  powerB: usize,
  first: usize,
  last: usize,
  scale: f64,
): void {
  const mask = size - 1;
  for (let k = first; k <= last; k++) {
    const at = <usize>load<u32>(order + (k << 2)) * sizeof<T>();
    const mirror = <usize>load<u32>(order + (((size - k) & mask) << 2)) * sizeof<T>();
    const sumReal = <f64>(load<T>(re + at) + load<T>(re + mirror));
    const sumImaginary = <f64>(load<T>(im + at) + load<T>(im + mirror));
    const differenceReal = <f64>(load<T>(re + at) - load<T>(re + mirror));
    const differenceImaginary = <f64>(load<T>(im + at) - load<T>(im + mirror));
    store<f64>(powerA + (k << 3), scale * (sumReal * sumReal + differenceImaginary * differenceImaginary));
    store<f64>(powerB + (k << 3), scale * (sumImaginary * sumImaginary + differenceReal * differenceReal));
  }
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
  fill<f64>(samples, count, startA, window, length, re, size);
  fill<f64>(samples, count, startB, window, length, im, size);
  transform<f64>(re, im, size, twiddles);
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
  untangle<f64>(re, im, size, order, powerA, powerB, first, last, scale);
}

/**
 * Sums of products of each row of kernels with the lags of two segments. Every sum of two is kept in two parts,
 * for one addition need not wait for the one before.
 * @param lags an even number
 */
function sums(
  kernels: usize,
  kernelCount: usize,
  lagA: usize,
  lagB: usize,
  lags: usize,
  sumsA: usize,
  sumsB: usize,
): void {
  const inFours: usize = (lags & ~3) << 3;
  let row = kernels;
  for (let kernel: usize = 0; kernel < kernelCount; kernel++) {
    let a = f64x2.splat(0);
    let b = f64x2.splat(0);
    let otherA = f64x2.splat(0);
    let otherB = f64x2.splat(0);
    let at: usize = 0;
    for (; at < inFours; at += 32) {
      const factors = v128.load(row + at);
      const others = v128.load(row + at, 16);
      a = f64x2.add(a, f64x2.mul(factors, v128.load(lagA + at)));
      b = f64x2.add(b, f64x2.mul(factors, v128.load(lagB + at)));
      otherA = f64x2.add(otherA, f64x2.mul(others, v128.load(lagA + at, 16)));
      otherB = f64x2.add(otherB, f64x2.mul(others, v128.load(lagB + at, 16)));
    }
    if (at < lags << 3) {
      const factors = v128.load(row + at);
      a = f64x2.add(a, f64x2.mul(factors, v128.load(lagA + at)));
      b = f64x2.add(b, f64x2.mul(factors, v128.load(lagB + at)));
    }
    a = f64x2.add(a, otherA);
    b = f64x2.add(b, otherB);
    store<f64>(sumsA + (kernel << 3), f64x2.extract_lane(a, 0) + f64x2.extract_lane(a, 1));
    store<f64>(sumsB + (kernel << 3), f64x2.extract_lane(b, 0) + f64x2.extract_lane(b, 1));
    row += lags << 3;
  }
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
  untangle<f64>(re, im, size, order, lagA, lagB, 0, half, 1);
  for (let k: usize = 0; k < size; k++) {
    const bin: usize = (k <= half ? k : size - k) << 3;
    store<f64>(re + (k << 3), load<f64>(lagA + bin));
    store<f64>(im + (k << 3), load<f64>(lagB + bin));
  }
  transform<f64>(re, im, size, twiddles);
  for (let lag: usize = 0; lag < lags; lag++) {
    const at: usize = (<usize>load<u32>(order + (lag << 2))) << 3;
    store<f64>(lagA + (lag << 3), load<f64>(re + at));
    store<f64>(lagB + (lag << 3), load<f64>(im + at));
  }
  sums(kernels, kernelCount, lagA, lagB, lags, sumsA, sumsB);
}
