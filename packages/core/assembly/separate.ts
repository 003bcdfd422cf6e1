import { fill } from './segments';
import { transform } from './transform';

/**
 * The sustained or the struck part of a sound, see audio/separate.ts.
 *
 * Magnitudes of a frame stand in a row: those of the even bins, then those of the odd ones, each with a margin
 * on both sides where the spectrum goes on as its mirror image. So the medians of an even bin and of the odd one
 * after it have sixteen values in common, next to one another.
 */

const margin: usize = 8;

// What is loaded: tables for transforms of `size`, and room.
let size: usize = 0;
let window: usize = 0;
let twiddles: usize = 0;
let order: usize = 0;
let scratch: usize = 0;
/** Values from the even bins of a row to the odd ones, and bytes of a row. */
let plane: usize = 0;
let row: usize = 0;

/**
 * Loads what {@link separate} works with.
 * @param size of the transforms
 * @param window as many doubles
 * @param order where each bin stands after the transform
 * @param scratch room for 256 bytes and three rows of size / 2 + 32 floats
 */
export function loadSeparation(
  fftSize: usize,
  windowAt: usize,
  twiddlesAt: usize,
  orderAt: usize,
  scratchAt: usize,
): void {
  size = fftSize;
  window = windowAt;
  twiddles = twiddlesAt;
  order = orderAt;
  scratch = scratchAt;
  plane = (size >> 2) + 2 * margin;
  row = 2 * plane * 4;
}

/** Where a bin stands in a row, in bytes. */
function placeOf(bin: usize): usize {
  return (margin + (bin >> 1) + (bin & 1) * plane) << 2;
}

function where(bin: usize): usize {
  return (<usize>load<u32>(order + (bin << 2))) << 3;
}

/** Magnitudes of two frames that were transformed as the real and the imaginary part of one signal. */
function magnitudes(re: usize, im: usize, rowA: usize, rowB: usize): void {
  const half = size >> 1;
  for (let k: usize = 0; k <= half; k++) {
    const at = where(k);
    const mirror = where((size - k) & (size - 1));
    const sumReal = load<f64>(re + at) + load<f64>(re + mirror);
    const sumImaginary = load<f64>(im + at) + load<f64>(im + mirror);
    const differenceReal = load<f64>(re + at) - load<f64>(re + mirror);
    const differenceImaginary = load<f64>(im + at) - load<f64>(im + mirror);
    const place = placeOf(k);
    const a = sumReal * sumReal + differenceImaginary * differenceImaginary;
    const b = sumImaginary * sumImaginary + differenceReal * differenceReal;
    store<f32>(rowA + place, <f32>Math.sqrt(a));
    store<f32>(rowB + place, <f32>Math.sqrt(b));
  }
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

/** What each bin of a row has of the sustained part, or of the struck part: the squares' shares, a half of nothing. */
function shares(at: usize, sustained: usize, struck: bool): void {
  const sorted = scratch;
  const planeBytes = plane << 2;
  const evens = at + (margin << 2);
  const odds = evens + planeBytes;
  const out = sustained + (margin << 2);
  for (let i: usize = 0; i <= size; i += 16) {
    sortEight(evens + i - 12, 4, sorted);
    sortEight(odds + i - 16, 4, sorted + 128);
    middleOfSixteen(sorted, sorted + 128);
    const even = medianWith(v128.load(evens + i - 16));
    const odd = medianWith(v128.load(odds + i + 16));
    v128.store(out + i, share(v128.load(out + i), even, struck));
    v128.store(out + i + planeBytes, share(v128.load(out + i + planeBytes), odd, struck));
  }
}

function share(sustained: v128, struck: v128, wantsStruck: bool): v128 {
  const h = f32x4.mul(sustained, sustained);
  const p = f32x4.mul(struck, struck);
  const sum = f32x4.add(h, p);
  const part = f32x4.div(wantsStruck ? p : h, sum);
  return v128.bitselect(part, f32x4.splat(0.5), f32x4.gt(sum, f32x4.splat(0)));
}

/** Shares out the spectrum of two frames, transformed as one, and puts it in order into `re` and `im`. */
function shareOut(fromRe: usize, fromIm: usize, sharesA: usize, sharesB: usize, re: usize, im: usize): void {
  const half = size >> 1;
  for (let k: usize = 0; k <= half; k++) {
    const at = where(k);
    const bin = (size - k) & (size - 1);
    const mirror = where(bin);
    const place = placeOf(k);
    const a = 0.5 * <f64>load<f32>(sharesA + place);
    const b = 0.5 * <f64>load<f32>(sharesB + place);
    const real = load<f64>(fromRe + at);
    const imaginary = load<f64>(fromIm + at);
    const mirrorReal = load<f64>(fromRe + mirror);
    const mirrorImaginary = load<f64>(fromIm + mirror);
    const aReal = a * (real + mirrorReal);
    const aImaginary = a * (imaginary - mirrorImaginary);
    const bReal = b * (real - mirrorReal);
    const bImaginary = b * (imaginary + mirrorImaginary);
    store<f64>(re + (k << 3), aReal + bReal);
    store<f64>(im + (k << 3), aImaginary + bImaginary);
    store<f64>(re + (bin << 3), aReal - bReal);
    store<f64>(im + (bin << 3), bImaginary - aImaginary);
  }
}

/** Adds a frame's windowed sound, which stands in the order after a transform, to the samples from `at` on that there are. */
function overlap(sound: usize, at: i32, out: usize, outCount: i32, scale: f64): void {
  const from = max(0, -at);
  const to = min(<i32>size, outCount - at);
  for (let n = from; n < to; n++) {
    const value = load<f64>(sound + where(n)) * load<f64>(window + ((<usize>n) << 3));
    const address = out + ((<usize>(at + n)) << 2);
    store<f32>(address, load<f32>(address) + <f32>(scale * value));
  }
}

/**
 * Adds a part of a sound to `out`.
 * @param samples of the sound: (frames - 1) hop + size floats
 * @param frames an even number, of which the first and the last eight only lend their magnitudes
 * @param hop samples from one frame to the next
 * @param spectra room for frames (2 size) doubles
 * @param rows room for `frames` rows of size / 2 + 32 floats
 * @param offset where the ninth frame begins, counted from the first sample of `out`
 * @param scale that the frames' sounds are multiplied by
 */
export function separate(
  samples: usize,
  frames: i32,
  hop: i32,
  spectra: usize,
  rows: usize,
  struck: bool,
  out: usize,
  outCount: i32,
  offset: i32,
  scale: f64,
): void {
  const pair: usize = 16 * size;
  const imaginary: usize = 8 * size;
  const sampleCount = (frames - 1) * hop + <i32>size;
  for (let frame = 0; frame < frames; frame += 2) {
    const re = spectra + <usize>(frame >> 1) * pair;
    const im = re + imaginary;
    fill(samples, sampleCount, frame * hop, window, <i32>size, re, size);
    fill(samples, sampleCount, (frame + 1) * hop, window, <i32>size, im, size);
    transform(re, im, size, twiddles);
    const at = rows + <usize>frame * row;
    magnitudes(re, im, at, at + row);
  }
  const sharesA = scratch + 256;
  const sharesB = sharesA + row;
  // The spectra of the first frames are not needed any more.
  const re = spectra;
  const im = re + imaginary;
  for (let frame = 8; frame < frames - 8; frame += 2) {
    const at = rows + <usize>frame * row;
    mediansAlongTime(at, sharesA, sharesB);
    shares(at, sharesA, struck);
    shares(at + row, sharesB, struck);
    const from = spectra + <usize>(frame >> 1) * pair;
    shareOut(from, from + imaginary, sharesA, sharesB, re, im);
    // Real and imaginary part exchanged: the inverse.
    transform(im, re, size, twiddles);
    overlap(re, offset + (frame - 8) * hop, out, outCount, scale);
    overlap(im, offset + (frame - 7) * hop, out, outCount, scale);
  }
}
