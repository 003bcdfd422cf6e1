import { fill } from './segments';
import { SeparationTask } from './tasks';
import { putInOrder, transform } from './transform';

/**
 * The percussive part of a sound, see audio/separate.ts.
 *
 * Magnitudes of a frame stand in a row: those of the even bins, then those of the odd ones, each with a margin
 * on both sides where the spectrum goes on as its mirror image. So the medians of an even bin and of the odd one
 * after it have sixteen values in common, next to one another.
 */

const margin: usize = 8;

// Of the sound that is separated: set by `separate` before anything else here is called.
let size: usize = 0;
let window: usize = 0;
let scratch: usize = 0;
/** Values from the even bins of a row to the odd ones, and bytes of a row. */
let plane: usize = 0;
let row: usize = 0;

/** Where a bin stands in a row, in bytes. */
function placeOf(bin: usize): usize {
  return (margin + (bin >> 1) + (bin & 1) * plane) << 2;
}

/** Four floats the other way round. */
function reversed(four: v128): v128 {
  return v128.shuffle<u32>(four, four, 3, 2, 1, 0);
}

/** The floats at even places of eight, and at odd ones. */
function evensOf(a: v128, b: v128): v128 {
  return v128.shuffle<u32>(a, b, 0, 2, 4, 6);
}

function oddsOf(a: v128, b: v128): v128 {
  return v128.shuffle<u32>(a, b, 1, 3, 5, 7);
}

// Magnitudes of four bins of each of the two frames, twice as large.
let magnitudeA: v128 = f32x4.splat(0);
let magnitudeB: v128 = f32x4.splat(0);

/** Tells two frames apart by their symmetry (common practice). */
function measureFour(re: usize, im: usize, bin: usize): void {
  const at = bin << 2;
  const mirror = (size - bin - 3) << 2;
  const real = v128.load(re + at);
  const imaginary = v128.load(im + at);
  const mirrorReal = reversed(v128.load(re + mirror));
  const mirrorImaginary = reversed(v128.load(im + mirror));
  const sumReal = f32x4.add(real, mirrorReal);
  const sumImaginary = f32x4.add(imaginary, mirrorImaginary);
  const differenceReal = f32x4.sub(real, mirrorReal);
  const differenceImaginary = f32x4.sub(imaginary, mirrorImaginary);
  magnitudeA = f32x4.sqrt(
    f32x4.add(f32x4.mul(sumReal, sumReal), f32x4.mul(differenceImaginary, differenceImaginary)),
  );
  magnitudeB = f32x4.sqrt(
    f32x4.add(f32x4.mul(sumImaginary, sumImaginary), f32x4.mul(differenceReal, differenceReal)),
  );
}

/** Magnitudes of two frames that were transformed as the real and the imaginary part of one signal. */
function magnitudes(re: usize, im: usize, rowA: usize, rowB: usize): void {
  const half = size >> 1;
  for (let k: usize = 0; k < half; k += 8) {
    measureFour(re, im, k);
    const a = magnitudeA;
    const b = magnitudeB;
    measureFour(re, im, k + 4);
    const even = placeOf(k);
    const odd = placeOf(k + 1);
    v128.store(rowA + even, evensOf(a, magnitudeA));
    v128.store(rowA + odd, oddsOf(a, magnitudeA));
    v128.store(rowB + even, evensOf(b, magnitudeB));
    v128.store(rowB + odd, oddsOf(b, magnitudeB));
  }
  store<f32>(rowA + placeOf(half), 2 * Mathf.abs(load<f32>(re + (half << 2))));
  store<f32>(rowB + placeOf(half), 2 * Mathf.abs(load<f32>(im + (half << 2))));
  mirrorEnds(rowA);
  mirrorEnds(rowB);
}

/** Fills the margins of a row: bin -k is bin k, and bin size / 2 + k is bin size / 2 - k. */
function mirrorEnds(at: usize): void {
  const evens = at + (margin << 2);
  const odds = evens + (plane << 2);
  const last: usize = size >> 2;
  for (let i: usize = 1; i <= margin; i++) {
    const back = i << 2;
    store<f32>(evens - back, load<f32>(evens + back));
    store<f32>(odds - back, load<f32>(odds + back - 4));
  }
  for (let i: usize = 0; i < margin; i++) {
    const on = i << 2;
    const end = evens + (last << 2);
    const oddEnd = odds + (last << 2);
    if (i > 0) store<f32>(end + on, load<f32>(end - on));
    store<f32>(oddEnd + on, load<f32>(oddEnd - on - 4));
  }
}

/** Four columns of eight rows, each column put in order: Batcher's odd-even merge sort (common practice). */
function sortEight(from: usize, step: usize, to: usize): void {
  let a = v128.load(from);
  let b = v128.load(from + step);
  let c = v128.load(from + 2 * step);
  let d = v128.load(from + 3 * step);
  let e = v128.load(from + 4 * step);
  let f = v128.load(from + 5 * step);
  let g = v128.load(from + 6 * step);
  let h = v128.load(from + 7 * step);
  let low: v128;
  // prettier-ignore
  {
    low = f32x4.pmin(a, b); b = f32x4.pmax(a, b); a = low;
    low = f32x4.pmin(c, d); d = f32x4.pmax(c, d); c = low;
    low = f32x4.pmin(e, f); f = f32x4.pmax(e, f); e = low;
    low = f32x4.pmin(g, h); h = f32x4.pmax(g, h); g = low;
    low = f32x4.pmin(a, c); c = f32x4.pmax(a, c); a = low;
    low = f32x4.pmin(b, d); d = f32x4.pmax(b, d); b = low;
    low = f32x4.pmin(e, g); g = f32x4.pmax(e, g); e = low;
    low = f32x4.pmin(f, h); h = f32x4.pmax(f, h); f = low;
    low = f32x4.pmin(b, c); c = f32x4.pmax(b, c); b = low;
    low = f32x4.pmin(f, g); g = f32x4.pmax(f, g); f = low;
    low = f32x4.pmin(a, e); e = f32x4.pmax(a, e); a = low;
    low = f32x4.pmin(b, f); f = f32x4.pmax(b, f); b = low;
    low = f32x4.pmin(c, g); g = f32x4.pmax(c, g); c = low;
    low = f32x4.pmin(d, h); h = f32x4.pmax(d, h); d = low;
    low = f32x4.pmin(c, e); e = f32x4.pmax(c, e); c = low;
    low = f32x4.pmin(d, f); f = f32x4.pmax(d, f); d = low;
    low = f32x4.pmin(b, c); c = f32x4.pmax(b, c); b = low;
    low = f32x4.pmin(d, e); e = f32x4.pmax(d, e); d = low;
    low = f32x4.pmin(f, g); g = f32x4.pmax(f, g); f = low;
  }
  v128.store(to, a);
  v128.store(to, b, 16);
  v128.store(to, c, 32);
  v128.store(to, d, 48);
  v128.store(to, e, 64);
  v128.store(to, f, 80);
  v128.store(to, g, 96);
  v128.store(to, h, 112);
}

// The eighth and the ninth of sixteen values, between which the median of seventeen lies.
let lower: v128 = f32x4.splat(0);
let upper: v128 = f32x4.splat(0);

/** The middle of two sorted eights: of the smaller ones of each and its opposite the largest, of the larger the smallest. */
function middleOfSixteen(sortedA: usize, sortedB: usize): void {
  const end = sortedB + 112;
  const a = v128.load(sortedA);
  const b = v128.load(end);
  let low = f32x4.pmin(a, b);
  let high = f32x4.pmax(a, b);
  for (let i: usize = 16; i < 128; i += 16) {
    const c = v128.load(sortedA + i);
    const d = v128.load(end - i);
    low = f32x4.pmax(low, f32x4.pmin(c, d));
    high = f32x4.pmin(high, f32x4.pmax(c, d));
  }
  lower = low;
  upper = high;
}

/** Median of the sixteen values last looked at and of another one. */
function medianWith(value: v128): v128 {
  return f32x4.pmax(lower, f32x4.pmin(upper, value));
}

/** Medians of seventeen rows each, around the row at `at` and around the one after it. */
function mediansAlongTime(at: usize, outA: usize, outB: usize): void {
  const first = at - 7 * row;
  const sorted = scratch;
  for (let i: usize = 0; i < row; i += 16) {
    sortEight(first + i, row, sorted);
    sortEight(first + i + 8 * row, row, sorted + 128);
    middleOfSixteen(sorted, sorted + 128);
    v128.store(outA + i, medianWith(v128.load(first + i - row)));
    v128.store(outB + i, medianWith(v128.load(first + i + 16 * row)));
  }
}

/**
 * What each bin of a row has of the percussive part: the squares' shares, a half of nothing.
 * @param harmonic medians along time, for which the shares are put
 */
function shares(at: usize, harmonic: usize): void {
  const sorted = scratch;
  const planeBytes = plane << 2;
  const evens = at + (margin << 2);
  const odds = evens + planeBytes;
  const out = harmonic + (margin << 2);
  for (let i: usize = 0; i <= size; i += 16) {
    sortEight(evens + i - 12, 4, sorted);
    sortEight(odds + i - 16, 4, sorted + 128);
    middleOfSixteen(sorted, sorted + 128);
    const even = medianWith(v128.load(evens + i - 16));
    const odd = medianWith(v128.load(odds + i + 16));
    v128.store(out + i, share(v128.load(out + i), even));
    v128.store(out + i + planeBytes, share(v128.load(out + i + planeBytes), odd));
  }
}

function share(harmonic: v128, percussive: v128): v128 {
  const h = f32x4.mul(harmonic, harmonic);
  const p = f32x4.mul(percussive, percussive);
  const sum = f32x4.add(h, p);
  const part = f32x4.div(p, sum);
  return v128.bitselect(part, f32x4.splat(0.5), f32x4.gt(sum, f32x4.splat(0)));
}

/** Multiplies four bins of two frames, transformed as one, by the shares of each. */
function shareFour(re: usize, im: usize, bin: usize, sharesA: v128, sharesB: v128): void {
  const at = bin << 2;
  const mirror = (size - bin - 3) << 2;
  const real = v128.load(re + at);
  const imaginary = v128.load(im + at);
  const mirrorReal = reversed(v128.load(re + mirror));
  const mirrorImaginary = reversed(v128.load(im + mirror));
  const a = f32x4.mul(sharesA, f32x4.splat(0.5));
  const b = f32x4.mul(sharesB, f32x4.splat(0.5));
  const aReal = f32x4.mul(a, f32x4.add(real, mirrorReal));
  const aImaginary = f32x4.mul(a, f32x4.sub(imaginary, mirrorImaginary));
  const bReal = f32x4.mul(b, f32x4.sub(real, mirrorReal));
  const bImaginary = f32x4.mul(b, f32x4.add(imaginary, mirrorImaginary));
  v128.store(re + mirror, reversed(f32x4.sub(aReal, bReal)));
  v128.store(im + mirror, reversed(f32x4.sub(bImaginary, aImaginary)));
  v128.store(re + at, f32x4.add(aReal, bReal));
  v128.store(im + at, f32x4.add(aImaginary, bImaginary));
}

/** Shares out the spectrum of two frames, in place. */
function shareOut(re: usize, im: usize, sharesA: usize, sharesB: usize): void {
  const half = size >> 1;
  for (let k: usize = 0; k < half; k += 8) {
    const even = placeOf(k);
    const odd = placeOf(k + 1);
    const evenA = v128.load(sharesA + even);
    const oddA = v128.load(sharesA + odd);
    const evenB = v128.load(sharesB + even);
    const oddB = v128.load(sharesB + odd);
    const lowA = v128.shuffle<u32>(evenA, oddA, 0, 4, 1, 5);
    const lowB = v128.shuffle<u32>(evenB, oddB, 0, 4, 1, 5);
    shareFour(re, im, k, lowA, lowB);
    const highA = v128.shuffle<u32>(evenA, oddA, 2, 6, 3, 7);
    const highB = v128.shuffle<u32>(evenB, oddB, 2, 6, 3, 7);
    shareFour(re, im, k + 4, highA, highB);
  }
  const middle = half << 2;
  store<f32>(re + middle, load<f32>(re + middle) * load<f32>(sharesA + placeOf(half)));
  store<f32>(im + middle, load<f32>(im + middle) * load<f32>(sharesB + placeOf(half)));
}

/** Adds a frame's sound, windowed, to the samples from `at` on that there are. */
function overlap(sound: usize, at: i32, out: usize, outCount: i32, scale: f32): void {
  const from = max(0, -at);
  const to = min(<i32>size, outCount - at);
  const four = f32x4.splat(scale);
  const target = out + ((<usize>at) << 2);
  let n: usize = (<usize>from) << 2;
  const end: usize = (<usize>max(from, to)) << 2;
  for (; n + 16 <= end; n += 16) {
    const value = f32x4.mul(v128.load(sound + n), v128.load(window + n));
    v128.store(target + n, f32x4.add(v128.load(target + n), f32x4.mul(four, value)));
  }
  for (; n < end; n += 4) {
    const value = load<f32>(sound + n) * load<f32>(window + n);
    store<f32>(target + n, load<f32>(target + n) + scale * value);
  }
}

/** Adds the percussive part of a sound to `out`. */
export function separate(task: SeparationTask): void {
  size = task.size;
  window = task.window;
  scratch = task.scratch;
  plane = (size >> 2) + 2 * margin;
  row = 2 * plane * 4;
  const twiddles = task.twiddles;
  const bins = task.bins;
  const samples = task.samples;
  const frames = task.frames;
  const hop = task.hop;
  const spectra = task.spectra;
  const rows = task.rows;
  const out = task.out;
  const outCount = task.outCount;
  const offset = task.offset;
  const scale = task.scale;
  const values: usize = (size + 4) << 2;
  const pair: usize = 2 * values;
  const sampleCount = (frames - 1) * hop + <i32>size;
  const sharesA = scratch + 256;
  const sharesB = sharesA + row;
  const re = sharesB + row;
  const im = re + values;
  const soundA = im + values;
  const soundB = soundA + values;
  for (let frame = 0; frame < frames; frame += 2) {
    fill<f32>(samples, sampleCount, frame * hop, window, <i32>size, re, size);
    fill<f32>(samples, sampleCount, (frame + 1) * hop, window, <i32>size, im, size);
    transform<f32>(re, im, size, twiddles);
    const spectrum = spectra + <usize>(frame >> 1) * pair;
    putInOrder(re, spectrum, size, bins);
    putInOrder(im, spectrum + values, size, bins);
    const at = rows + <usize>frame * row;
    magnitudes(spectrum, spectrum + values, at, at + row);
  }
  for (let frame = 8; frame < frames - 8; frame += 2) {
    const at = rows + <usize>frame * row;
    mediansAlongTime(at, sharesA, sharesB);
    shares(at, sharesA);
    shares(at + row, sharesB);
    const spectrum = spectra + <usize>(frame >> 1) * pair;
    shareOut(spectrum, spectrum + values, sharesA, sharesB);
    // Real and imaginary part exchanged: the inverse.
    transform<f32>(spectrum + values, spectrum, size, twiddles);
    putInOrder(spectrum, soundA, size, bins);
    putInOrder(spectrum + values, soundB, size, bins);
    overlap(soundA, offset + (frame - 8) * hop, out, outCount, scale);
    overlap(soundB, offset + (frame - 7) * hop, out, outCount, scale);
  }
}
