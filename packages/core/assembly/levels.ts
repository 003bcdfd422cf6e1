import { correlations, fill, untangle } from './segments';
import { transform } from './transform';

/** Levels in dB of the bands of many segments of a signal. */

/** Where no segment is: beyond the end of every signal. */
const nowhere: i32 = i32.MAX_VALUE;

/** Power of each band: of its bins times their shares. A cover is its first and last bin, and their shares. */
function sumBands(power: usize, covers: usize, bands: usize, sums: usize): void {
  const end = sums + (bands << 3);
  for (let cover = covers; sums < end; sums += 8, cover += 24) {
    const first = power + ((<usize>load<u32>(cover)) << 3);
    const last = power + ((<usize>load<u32>(cover, 4)) << 3);
    let sum: f64 = 0;
    if (last >= first) sum = load<f64>(first) * load<f64>(cover, 8);
    if (last > first) {
      sum += load<f64>(last) * load<f64>(cover, 16);
      let a = f64x2.splat(0);
      let b = f64x2.splat(0);
      let at = first + 8;
      for (; at + 32 <= last; at += 32) {
        a = f64x2.add(a, v128.load(at));
        b = f64x2.add(b, v128.load(at, 16));
      }
      a = f64x2.add(a, b);
      sum += f64x2.extract_lane(a, 0) + f64x2.extract_lane(a, 1);
      for (; at < last; at += 8) sum += load<f64>(at);
    }
    store<f64>(sums, sum);
  }
}

/** Two powers in dB, to 1e-12: exponents, and the logarithm of what is between one half and two by its series (atanh). */
function decibels(power: v128): v128 {
  const bits = v128.and(power, i64x2.splat(0x000fffffffffffff));
  let mantissa = v128.or(bits, i64x2.splat(0x3ff0000000000000));
  // An integer below 2^52 becomes a double when put into the mantissa of 2^52.
  const magic = f64x2.splat(4503599627370496);
  const raised = v128.or(i64x2.shr_u(power, 52), i64x2.splat(0x4330000000000000));
  let exponent = f64x2.sub(f64x2.sub(raised, magic), f64x2.splat(1023));
  const large = f64x2.gt(mantissa, f64x2.splat(Math.SQRT2));
  mantissa = v128.bitselect(f64x2.mul(mantissa, f64x2.splat(0.5)), mantissa, large);
  exponent = f64x2.add(exponent, v128.and(large, f64x2.splat(1)));
  const one = f64x2.splat(1);
  const x = f64x2.div(f64x2.sub(mantissa, one), f64x2.add(mantissa, one));
  const square = f64x2.mul(x, x);
  let series = f64x2.splat(1.0 / 13);
  series = f64x2.add(f64x2.mul(series, square), f64x2.splat(1.0 / 11));
  series = f64x2.add(f64x2.mul(series, square), f64x2.splat(1.0 / 9));
  series = f64x2.add(f64x2.mul(series, square), f64x2.splat(1.0 / 7));
  series = f64x2.add(f64x2.mul(series, square), f64x2.splat(1.0 / 5));
  series = f64x2.add(f64x2.mul(series, square), f64x2.splat(1.0 / 3));
  series = f64x2.add(f64x2.mul(series, square), one);
  const logarithm = f64x2.mul(f64x2.mul(x, series), f64x2.splat(20 / Math.LN10));
  return f64x2.add(f64x2.mul(exponent, f64x2.splat(10 * (Math.LN2 / Math.LN10))), logarithm);
}

/** Writes `bands` powers in dB as floats; what is too little for `silenceDb` reads that. May write one more. */
function writeLevels(sums: usize, bands: usize, silence: f64, silenceDb: f64, out: usize): void {
  for (let band: usize = 0; band < bands; band += 2) {
    const power = v128.load(sums + (band << 3));
    const heard = f64x2.gt(power, f64x2.splat(silence));
    const db = v128.bitselect(decibels(power), f64x2.splat(silenceDb), heard);
    v128.store64_lane(out + (band << 2), f32x4.demote_f64x2_zero(db), 0);
  }
}

/**
 * Levels by transforms, in floats.
 * @param window of `length` floats
 * @param re and `im`: room for `size` floats each
 * @param start first sample of the first segment
 * @param hop samples from one to the next
 * @param powerA and `powerB`: room for size / 2 + 1 powers each
 * @param first and `last`: the bins that are covered
 * @param scale that powers are multiplied by
 * @param sums room for `bands` values, and one more
 * @param silence power below which nothing is heard
 * @param out rows of `bands` floats, and room for one more
 */
export function transformedLevels(
  samples: usize,
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
  powerA: usize,
  powerB: usize,
  first: usize,
  last: usize,
  scale: f64,
  covers: usize,
  bands: usize,
  sums: usize,
  silence: f64,
  silenceDb: f64,
  out: usize,
): void {
  const row = bands << 2;
  for (let moment = 0; moment < moments; moment += 2) {
    const two = moment + 1 < moments;
    const at = start + moment * hop;
    fill<f32>(samples, count, at, window, length, re, size);
    fill<f32>(samples, count, two ? at + hop : nowhere, window, length, im, size);
    transform<f32>(re, im, size, twiddles);
    untangle<f32>(re, im, size, order, powerA, powerB, first, last, scale);
    sumBands(powerA, covers, bands, sums);
    writeLevels(sums, bands, silence, silenceDb, out);
    out += row;
    if (two) {
      sumBands(powerB, covers, bands, sums);
      writeLevels(sums, bands, silence, silenceDb, out);
      out += row;
    }
  }
}

/**
 * Levels by autocorrelations; parameters as for {@link correlations} and {@link transformedLevels}; of the loaded signal.
 * @param sumsA and `sumsB`: room for `bands` values each, and one more
 */
export function correlatedLevels(
  start: i32,
  hop: i32,
  moments: i32,
  lagA: usize,
  lagB: usize,
  lags: usize,
  kernels: usize,
  bands: usize,
  sumsA: usize,
  sumsB: usize,
  silence: f64,
  silenceDb: f64,
  out: usize,
): void {
  const row = bands << 2;
  for (let moment = 0; moment < moments; moment += 2) {
    const two = moment + 1 < moments;
    const at = start + moment * hop;
    correlations(at, two ? at + hop : nowhere, lagA, lagB, lags, kernels, bands, sumsA, sumsB);
    writeLevels(sumsA, bands, silence, silenceDb, out);
    out += row;
    if (two) {
      writeLevels(sumsB, bands, silence, silenceDb, out);
      out += row;
    }
  }
}
