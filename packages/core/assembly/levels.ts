import { fill } from './segments';
import { transform } from './transform';

/** Levels in dB of the bands of many segments of a signal, by transforms in floats. */

/** Where no segment is: beyond the end of every signal. */
const nowhere: i32 = i32.MAX_VALUE;

/** A windowed segment in the middle of `size` floats, with silence around it. */
function fillMiddle(
  samples: usize,
  count: i32,
  start: i32,
  window: usize,
  length: i32,
  out: usize,
  size: usize,
): void {
  const front = (size >> 1) - <usize>(length >> 1);
  memory.fill(out, 0, front << 2);
  fill<f32>(samples, count, start, window, length, out + (front << 2), size - front);
}

/**
 * Bins first..last of two segments that were transformed as the real and the imaginary part of one, told apart by their
 * symmetry (common practice): four floats for each bin, the real and the imaginary part of the one and of the other, all
 * of them twice as high. Bins below 0 and above the middle are their mirror images.
 */
function separateBins(
  re: usize,
  im: usize,
  size: usize,
  order: usize,
  first: i32,
  last: i32,
  out: usize,
): void {
  const mask: i32 = <i32>size - 1;
  for (let k = first; k <= last; k++, out += 16) {
    const at = (<usize>load<u32>(order + ((<usize>(k & mask)) << 2))) << 2;
    const mirror = (<usize>load<u32>(order + ((<usize>(-k & mask)) << 2))) << 2;
    const real = load<f32>(re + at);
    const imaginary = load<f32>(im + at);
    const mirrorReal = load<f32>(re + mirror);
    const mirrorImaginary = load<f32>(im + mirror);
    store<f32>(out, real + mirrorReal);
    store<f32>(out, imaginary - mirrorImaginary, 4);
    store<f32>(out, imaginary + mirrorImaginary, 8);
    store<f32>(out, mirrorReal - real, 12);
  }
}

/** Squares of four values. */
function squared(at: usize, offset: usize = 0): v128 {
  const values = v128.load(at + offset);
  return f32x4.mul(values, values);
}

/** Squares of all bins of a cover, the first and the last times their shares. @param cover see bandReader.ts */
function coverPower(bins: usize, cover: usize): v128 {
  const first = bins + <usize>load<u32>(cover);
  const last = bins + <usize>load<u32>(cover, 4);
  let sum = f32x4.splat(0);
  if (last >= first) sum = f32x4.mul(squared(first), v128.load32_splat(cover, 8));
  if (last > first) {
    let other = f32x4.mul(squared(last), v128.load32_splat(cover, 12));
    let at = first + 16;
    for (; at + 32 <= last; at += 32) {
      sum = f32x4.add(sum, squared(at));
      other = f32x4.add(other, squared(at, 16));
    }
    if (at < last) sum = f32x4.add(sum, squared(at));
    sum = f32x4.add(sum, other);
  }
  return sum;
}

/**
 * Squares of what is found between bins. It is summed in four parts, for one addition need not wait for the one before.
 * @param point see bandReader.ts
 */
function pointPower(bins: usize, point: usize, taps: usize): v128 {
  let at = bins + <usize>load<u32>(point);
  let tap = point + 4;
  const end = tap + (taps << 2);
  let a = f32x4.splat(0);
  let b = f32x4.splat(0);
  let c = f32x4.splat(0);
  let d = f32x4.splat(0);
  for (; tap < end; tap += 16, at += 64) {
    a = f32x4.add(a, f32x4.mul(v128.load32_splat(tap), v128.load(at)));
    b = f32x4.add(b, f32x4.mul(v128.load32_splat(tap, 4), v128.load(at, 16)));
    c = f32x4.add(c, f32x4.mul(v128.load32_splat(tap, 8), v128.load(at, 32)));
    d = f32x4.add(d, f32x4.mul(v128.load32_splat(tap, 12), v128.load(at, 48)));
  }
  const value = f32x4.add(f32x4.add(a, b), f32x4.add(c, d));
  return f32x4.mul(value, value);
}

/**
 * Powers of the bands of two segments, as their reader asks: see bandReader.ts.
 * @param together whether `powerA` gets the sums of both
 */
function readBands(
  bins: usize,
  reader: usize,
  bands: usize,
  taps: usize,
  powerA: usize,
  powerB: usize,
  together: bool,
): void {
  let at = reader;
  for (let band: usize = 0; band < bands; band++) {
    const points = load<u32>(at);
    at += 4;
    let power: v128;
    if (points == 0) {
      power = coverPower(bins, at);
      at += 16;
    } else {
      power = f32x4.splat(0);
      for (let point: u32 = 0; point < points; point++) {
        power = f32x4.add(power, pointPower(bins, at, taps));
        at += 4 + (taps << 2);
      }
    }
    const a = f32x4.extract_lane(power, 0) + f32x4.extract_lane(power, 1);
    const b = f32x4.extract_lane(power, 2) + f32x4.extract_lane(power, 3);
    store<f32>(powerA + (band << 2), together ? a + b : a);
    store<f32>(powerB + (band << 2), b);
  }
}

/** Four powers in dB, to 1e-5: exponents, and the logarithm of what is between 0.7 and 1.4 by its series (atanh). */
function decibels(power: v128): v128 {
  const one = f32x4.splat(1);
  let mantissa = v128.or(v128.and(power, i32x4.splat(0x7fffff)), one);
  let exponent = f32x4.convert_i32x4_s(i32x4.sub(i32x4.shr_u(power, 23), i32x4.splat(127)));
  const large = f32x4.gt(mantissa, f32x4.splat(<f32>Math.SQRT2));
  mantissa = v128.bitselect(f32x4.mul(mantissa, f32x4.splat(0.5)), mantissa, large);
  exponent = f32x4.add(exponent, v128.and(large, one));
  const x = f32x4.div(f32x4.sub(mantissa, one), f32x4.add(mantissa, one));
  const square = f32x4.mul(x, x);
  let series = f32x4.splat(1.0 / 9);
  series = f32x4.add(f32x4.mul(series, square), f32x4.splat(1.0 / 7));
  series = f32x4.add(f32x4.mul(series, square), f32x4.splat(1.0 / 5));
  series = f32x4.add(f32x4.mul(series, square), f32x4.splat(1.0 / 3));
  series = f32x4.add(f32x4.mul(series, square), one);
  const logarithm = f32x4.mul(f32x4.mul(x, series), f32x4.splat(<f32>(20 / Math.LN10)));
  return f32x4.add(f32x4.mul(exponent, f32x4.splat(<f32>(10 * (Math.LN2 / Math.LN10)))), logarithm);
}

/** Writes `bands` powers, times a scale, in dB; what is too little for `silenceDb` reads that. May write three more. */
function writeLevels(
  powers: usize,
  bands: usize,
  scale: f32,
  silence: f32,
  silenceDb: f32,
  out: usize,
): void {
  for (let band: usize = 0; band < bands; band += 4) {
    const power = f32x4.mul(v128.load(powers + (band << 2)), f32x4.splat(scale));
    const heard = f32x4.gt(power, f32x4.splat(silence));
    v128.store(out + (band << 2), v128.bitselect(decibels(power), f32x4.splat(silenceDb), heard));
  }
}

/**
 * Levels of bands.
 * @param others as `samples`, for the sum of the powers of two signals; 0 for those of one
 * @param window of `length` floats
 * @param re and `im`: room for `size` floats each
 * @param start first sample of the first segment
 * @param hop samples from one to the next
 * @param first and `last`: the bins that are read
 * @param bins room for four floats for each of them
 * @param reader says of which bins each band is made, see bandReader.ts
 * @param taps bins from which a value between them is found, a multiple of four
 * @param powerA and `powerB`: room for `bands` floats each, and three more
 * @param scale that powers are multiplied by
 * @param silence power below which nothing is heard
 * @param out rows of `bands` floats, and room for three more
 */
export function bandLevels(
  samples: usize,
  others: usize,
  count: i32,
  window: usize,
  length: i32,
  re: usize,
  im: usize,
  size: usize,
  twiddles: usize,
  order: usize,
  start: i32,
  hop: i32,
  moments: i32,
  first: i32,
  last: i32,
  bins: usize,
  reader: usize,
  bands: usize,
  taps: usize,
  powerA: usize,
  powerB: usize,
  scale: f32,
  silence: f32,
  silenceDb: f32,
  out: usize,
): void {
  const row = bands << 2;
  const together = others != 0;
  for (let moment = 0; moment < moments; moment += together ? 1 : 2) {
    const two = !together && moment + 1 < moments;
    const at = start + moment * hop;
    fillMiddle(samples, count, at, window, length, re, size);
    if (together) fillMiddle(others, count, at, window, length, im, size);
    else fillMiddle(samples, count, two ? at + hop : nowhere, window, length, im, size);
    transform<f32>(re, im, size, twiddles);
    separateBins(re, im, size, order, first, last, bins);
    readBands(bins, reader, bands, taps, powerA, powerB, together);
    writeLevels(powerA, bands, scale, silence, silenceDb, out);
    out += row;
    if (two) {
      writeLevels(powerB, bands, scale, silence, silenceDb, out);
      out += row;
    }
  }
}
