import { cutInto } from './cut';
import { fill } from './segments';
import { BandHead, CutTask, LevelsTask, PointHead } from './tasks';
import { transform, transformMiddle } from './transform';

/** Levels in dB of the bands of many segments of a signal, by transforms in floats. */

/** Where no segment is: beyond the end of every signal. */
const nowhere: i32 = i32.MAX_VALUE;

/**
 * A windowed segment in the middle of `size` floats, with silence around it.
 * @param cut how the segment is cut out and lowered in rate, from `copies`: see cut.ts
 * @param around floats in the middle beyond which nothing is written
 */
function fillMiddle(
  samples: usize,
  count: i32,
  cut: CutTask | null,
  copies: usize,
  start: i32,
  window: usize,
  length: i32,
  out: usize,
  size: usize,
  around: usize,
): void {
  const front = out + (((size >> 1) - <usize>(length >> 1)) << 2);
  const from = out + (((size - around) >> 1) << 2);
  const to = from + (around << 2);
  memory.fill(from, 0, front - from);
  if (cut == null || start == nowhere) {
    fill<f32>(samples, count, start, window, length, front, (to - front) >> 2);
    return;
  }
  const back = front + ((<usize>length) << 2);
  cutInto(cut, copies, count, start, window, length, front);
  memory.fill(back, 0, to - back);
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

/**
 * Powers at points between bins, of both pairs of segments: a tap is loaded once for both.
 * @param points see tasks.ts
 * @param next bytes from the bins of the first pair to those of the second
 * @param out four floats for each point and pair
 */
function pointPowers(bins: usize, next: usize, points: usize, count: i32, taps: usize, out: usize): void {
  for (let point = 0; point < count; point++, out += 32) {
    let at = bins + <usize>changetype<PointHead>(points).place;
    let other = at + next;
    let tap = points + offsetof<PointHead>();
    const end = tap + (taps << 2);
    // Summed in parts, for one addition need not wait for the one before.
    let a = f32x4.splat(0);
    let b = f32x4.splat(0);
    let c = f32x4.splat(0);
    let d = f32x4.splat(0);
    for (; tap + 16 <= end; tap += 16, at += 64, other += 64) {
      let weight = v128.load32_splat(tap);
      a = f32x4.add(a, f32x4.mul(weight, v128.load(at)));
      b = f32x4.add(b, f32x4.mul(weight, v128.load(other)));
      weight = v128.load32_splat(tap, 4);
      c = f32x4.add(c, f32x4.mul(weight, v128.load(at, 16)));
      d = f32x4.add(d, f32x4.mul(weight, v128.load(other, 16)));
      weight = v128.load32_splat(tap, 8);
      a = f32x4.add(a, f32x4.mul(weight, v128.load(at, 32)));
      b = f32x4.add(b, f32x4.mul(weight, v128.load(other, 32)));
      weight = v128.load32_splat(tap, 12);
      c = f32x4.add(c, f32x4.mul(weight, v128.load(at, 48)));
      d = f32x4.add(d, f32x4.mul(weight, v128.load(other, 48)));
    }
    if (tap < end) {
      const weight = v128.load32_splat(tap);
      a = f32x4.add(a, f32x4.mul(weight, v128.load(at)));
      b = f32x4.add(b, f32x4.mul(weight, v128.load(other)));
      const second = v128.load32_splat(tap, 4);
      c = f32x4.add(c, f32x4.mul(second, v128.load(at, 16)));
      d = f32x4.add(d, f32x4.mul(second, v128.load(other, 16)));
    }
    a = f32x4.add(a, c);
    b = f32x4.add(b, d);
    v128.store(out, f32x4.mul(a, a));
    v128.store(out, f32x4.mul(b, b), 16);
    points = end;
  }
}

// Powers of a band in both pairs.
let bandA: v128 = f32x4.splat(0);
let bandB: v128 = f32x4.splat(0);

/**
 * Adds the powers of bins to the band's, each times its weight, which is loaded once for both pairs.
 * @param at bins of the first pair
 * @param next bytes from them to those of the second
 */
function weighBins(at: usize, next: usize, weights: usize, count: usize): void {
  // Summed in parts, for one addition need not wait for the one before.
  let a = f32x4.splat(0);
  let b = f32x4.splat(0);
  let c = f32x4.splat(0);
  let d = f32x4.splat(0);
  const end = weights + (count << 2);
  for (; weights + 8 <= end; weights += 8, at += 32) {
    const first = v128.load(at);
    const firstOther = v128.load(at + next);
    const second = v128.load(at, 16);
    const secondOther = v128.load(at + next, 16);
    const weight = v128.load32_splat(weights);
    const secondWeight = v128.load32_splat(weights, 4);
    a = f32x4.add(a, f32x4.mul(weight, f32x4.mul(first, first)));
    b = f32x4.add(b, f32x4.mul(weight, f32x4.mul(firstOther, firstOther)));
    c = f32x4.add(c, f32x4.mul(secondWeight, f32x4.mul(second, second)));
    d = f32x4.add(d, f32x4.mul(secondWeight, f32x4.mul(secondOther, secondOther)));
  }
  if (weights < end) {
    const weight = v128.load32_splat(weights);
    const last = v128.load(at);
    const lastOther = v128.load(at + next);
    a = f32x4.add(a, f32x4.mul(weight, f32x4.mul(last, last)));
    b = f32x4.add(b, f32x4.mul(weight, f32x4.mul(lastOther, lastOther)));
  }
  bandA = f32x4.add(bandA, f32x4.add(a, c));
  bandB = f32x4.add(bandB, f32x4.add(b, d));
}

/** Adds the powers at four points to the band's, each times its weight. */
function weighFour(weights: usize, powers: usize): void {
  const first = v128.load32_splat(weights);
  const second = v128.load32_splat(weights, 4);
  const third = v128.load32_splat(weights, 8);
  const fourth = v128.load32_splat(weights, 12);
  bandA = f32x4.add(
    bandA,
    f32x4.add(
      f32x4.add(f32x4.mul(first, v128.load(powers)), f32x4.mul(second, v128.load(powers, 32))),
      f32x4.add(f32x4.mul(third, v128.load(powers, 64)), f32x4.mul(fourth, v128.load(powers, 96))),
    ),
  );
  bandB = f32x4.add(
    bandB,
    f32x4.add(
      f32x4.add(f32x4.mul(first, v128.load(powers, 16)), f32x4.mul(second, v128.load(powers, 48))),
      f32x4.add(f32x4.mul(third, v128.load(powers, 80)), f32x4.mul(fourth, v128.load(powers, 112))),
    ),
  );
}

/**
 * Powers of the bands of two pairs of segments, as the table of the task says.
 * @param next bytes from the bins of the first pair to those of the second
 * @param row bytes from the powers of a segment to those of the next
 * @param together whether a pair has one row: the sums of both
 */
function readBands(task: LevelsTask, next: usize, row: usize, together: bool): void {
  const bins = task.bins;
  const taps = task.taps;
  const points = task.pointPowers;
  let powers = task.powers;
  pointPowers(bins, next, task.table, task.points, taps, points);
  let at = task.table + <usize>task.points * (offsetof<PointHead>() + (taps << 2));
  for (let band: usize = 0, bands = task.bands; band < bands; band++, powers += 4) {
    bandA = f32x4.splat(0);
    bandB = f32x4.splat(0);
    const head = changetype<BandHead>(at);
    let point = points + <usize>head.point;
    at += offsetof<BandHead>();
    for (const end = at + ((<usize>head.fours) << 4); at < end; at += 16, point += 128) weighFour(at, point);
    const weights = <usize>head.bins;
    if (weights > 0) weighBins(bins + <usize>head.bin, next, at, weights);
    at += weights << 2;
    // The squares of the real and the imaginary parts.
    const sums = f32x4.add(
      v128.shuffle<u32>(bandA, bandB, 0, 2, 4, 6),
      v128.shuffle<u32>(bandA, bandB, 1, 3, 5, 7),
    );
    if (together) {
      store<f32>(powers, f32x4.extract_lane(sums, 0) + f32x4.extract_lane(sums, 1));
      store<f32>(powers + row, f32x4.extract_lane(sums, 2) + f32x4.extract_lane(sums, 3));
    } else {
      store<f32>(powers, f32x4.extract_lane(sums, 0));
      store<f32>(powers + row, f32x4.extract_lane(sums, 1));
      store<f32>(powers + 2 * row, f32x4.extract_lane(sums, 2));
      store<f32>(powers + 3 * row, f32x4.extract_lane(sums, 3));
    }
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

/** Writes `bands` powers, times a scale, in dB; what is too little for `silenceDb` reads that. */
function writeLevels(
  powers: usize,
  bands: usize,
  scale: f32,
  silence: f32,
  silenceDb: f32,
  out: usize,
): void {
  for (let band: usize = 0; band < bands; band += 4, out += 16) {
    const power = f32x4.mul(v128.load(powers + (band << 2)), f32x4.splat(scale));
    const heard = f32x4.gt(power, f32x4.splat(silence));
    const levels = v128.bitselect(decibels(power), f32x4.splat(silenceDb), heard);
    if (band + 4 <= bands) v128.store(out, levels);
    else {
      // What stands behind them may be of other bands.
      store<f32>(out, f32x4.extract_lane(levels, 0));
      if (band + 1 < bands) store<f32>(out, f32x4.extract_lane(levels, 1), 4);
      if (band + 2 < bands) store<f32>(out, f32x4.extract_lane(levels, 2), 8);
    }
  }
}

/** Levels of bands. */
export function bandLevels(task: LevelsTask): void {
  const samples = task.samples;
  const others = task.others;
  const count = task.count;
  const cut = task.cut;
  const window = task.window;
  const length = task.length;
  const re = task.re;
  const im = task.im;
  const size = task.size;
  const twiddles = task.twiddles;
  const order = task.order;
  const start = task.start;
  const hop = task.hop;
  const moments = task.moments;
  const copies = cut ? cut.copies : 0;
  const othersCopies = cut ? cut.othersCopies : 0;
  const first = task.firstBin;
  const last = task.lastBin;
  const bands = task.bands;
  const powers = task.powers;
  let out = task.out;
  const together = others != 0;
  const row = ((bands + 3) & ~3) << 2;
  const next = (<usize>(last - first + 1)) << 4;
  const inPair = together ? 1 : 2;
  const isHalf = size >= 64 && <usize>length <= size >> 1;
  const around = isHalf ? size >> 1 : size;
  for (let moment = 0; moment < moments; moment += 2 * inPair) {
    for (let pair = 0; pair < 2; pair++) {
      const own = moment + pair * inPair;
      // What is read of a second pair that is not there is not written.
      if (own >= moments) break;
      const at = start + own * hop;
      fillMiddle(samples, count, cut, copies, at, window, length, re, size, around);
      if (together) fillMiddle(others, count, cut, othersCopies, at, window, length, im, size, around);
      else {
        const second = own + 1 < moments ? at + hop : nowhere;
        fillMiddle(samples, count, cut, copies, second, window, length, im, size, around);
      }
      if (isHalf) transformMiddle(re, im, size, twiddles);
      else transform<f32>(re, im, size, twiddles);
      separateBins(re, im, size, order, first, last, task.bins + pair * next);
    }
    readBands(task, next, row, together);
    const rows = min(2 * inPair, moments - moment);
    for (let i = 0; i < rows; i++) {
      writeLevels(powers + <usize>i * row, bands, task.scale, task.silence, task.silenceDb, out);
      out += task.stride;
    }
  }
}
