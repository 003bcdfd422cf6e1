import { readPixel, writePixel } from './passPixels';
import { ImageTask } from './passTasks';
import { placeIn } from './passSample';

/** Pixels of padding on each side of a line: three boxes of the largest reach, 9, and their rims fit in. */
const padding: i32 = 32;
const boxes: i32 = 3;
/** Lines that are blurred at once: sums that do not wait for each other. */
const together: i32 = 4;

/** A blur by boxes, one after another, along rows and columns, in place. */
@unmanaged
export class BoxTask {
  /** Whole pixels of a box on each side of its middle. */
  radius: i32;
  /** How much of the pixels after those counts, 0 to 1. */
  rim: f32;
  /** Room for two times four lines, 64 pixels of padding included for each: four floats a pixel. */
  work: usize;
}

/**
 * Blurs an image in place: three boxes with soft rims along each direction, whose variances add up exactly to that
 * of a Gaussian (Gwosdek, Grewenig, Bruhn, Weickert, Theoretical Foundations of Gaussian Convolution by Extended Box
 * Filtering, 2011).
 */
export function boxBlur(image: ImageTask, task: BoxTask): void {
  const width = image.width;
  const height = image.height;
  const row = (<usize>width) << 3;
  for (let y = 0; y < height; y += together)
    blurLines(image, task, image.from + <usize>y * row, width, 8, row, min(together, height - y));
  for (let x = 0; x < width; x += together)
    blurLines(image, task, image.from + ((<usize>x) << 3), height, row, 8, min(together, width - x));
}

/**
 * Blurs some lines that lie side by side.
 * @param step bytes from one pixel of a line to the next
 * @param beside bytes from one line to the next
 */
function blurLines(
  image: ImageTask,
  task: BoxTask,
  first: usize,
  length: i32,
  step: usize,
  beside: usize,
  lines: i32,
): void {
  const padded = length + 2 * padding;
  let from = task.work;
  let to = task.work + ((<usize>padded) << 6);
  const edges = image.edges;
  const nothing = f32x4.splat(0);
  // Where there are fewer lines the first one is read again.
  const second = lines > 1 ? beside : 0;
  const third = lines > 2 ? 2 * beside : 0;
  const fourth = lines > 3 ? 3 * beside : 0;
  for (let n = 0; n < padded; n++) {
    const place = placeIn(n - padding, length, edges);
    const out = from + ((<usize>n) << 6);
    const at = first + <usize>max(place, 0) * step;
    v128.store(out, place < 0 ? nothing : readPixel(at));
    v128.store(out, place < 0 ? nothing : readPixel(at + second), 16);
    v128.store(out, place < 0 ? nothing : readPixel(at + third), 32);
    v128.store(out, place < 0 ? nothing : readPixel(at + fourth), 48);
  }
  const radius = task.radius;
  const rim = f32x4.splat(task.rim);
  const whole: i32 = 2 * radius + 1;
  const share = f32x4.splat(1 / (<f32>whole + 2 * task.rim));
  let start = 0;
  for (let box = 0; box < boxes; box++) {
    // Each box leaves less of the padding.
    start += radius + 1;
    let sum0 = nothing;
    let sum1 = nothing;
    let sum2 = nothing;
    let sum3 = nothing;
    for (let n = -radius; n <= radius; n++) {
      const at = from + ((<usize>(start + n)) << 6);
      sum0 = f32x4.add(sum0, v128.load(at));
      sum1 = f32x4.add(sum1, v128.load(at, 16));
      sum2 = f32x4.add(sum2, v128.load(at, 32));
      sum3 = f32x4.add(sum3, v128.load(at, 48));
    }
    let left = from + ((<usize>(start - radius - 1)) << 6);
    let right = from + ((<usize>(start + radius + 1)) << 6);
    let out = to + ((<usize>start) << 6);
    for (let n = start; n < padded - start; n++) {
      const next0 = v128.load(right);
      const next1 = v128.load(right, 16);
      const next2 = v128.load(right, 32);
      const next3 = v128.load(right, 48);
      const sides0 = f32x4.mul(f32x4.add(v128.load(left), next0), rim);
      const sides1 = f32x4.mul(f32x4.add(v128.load(left, 16), next1), rim);
      const sides2 = f32x4.mul(f32x4.add(v128.load(left, 32), next2), rim);
      const sides3 = f32x4.mul(f32x4.add(v128.load(left, 48), next3), rim);
      v128.store(out, f32x4.mul(f32x4.add(sum0, sides0), share));
      v128.store(out, f32x4.mul(f32x4.add(sum1, sides1), share), 16);
      v128.store(out, f32x4.mul(f32x4.add(sum2, sides2), share), 32);
      v128.store(out, f32x4.mul(f32x4.add(sum3, sides3), share), 48);
      left += 64;
      sum0 = f32x4.add(sum0, f32x4.sub(next0, v128.load(left)));
      sum1 = f32x4.add(sum1, f32x4.sub(next1, v128.load(left, 16)));
      sum2 = f32x4.add(sum2, f32x4.sub(next2, v128.load(left, 32)));
      sum3 = f32x4.add(sum3, f32x4.sub(next3, v128.load(left, 48)));
      right += 64;
      out += 64;
    }
    const swap = from;
    from = to;
    to = swap;
  }
  let value = from + ((<usize>padding) << 6);
  let pixel = first;
  for (let n = 0; n < length; n++, value += 64, pixel += step) {
    writePixel(pixel, v128.load(value));
    if (lines > 1) writePixel(pixel + second, v128.load(value, 16));
    if (lines > 2) writePixel(pixel + third, v128.load(value, 32));
    if (lines > 3) writePixel(pixel + fourth, v128.load(value, 48));
  }
}

/** An image at half the size: the average of four pixels; beyond an odd edge lies what `edges` says. */
export function halve(image: ImageTask): void {
  const width = image.width;
  const height = image.height;
  const wide = (width + 1) >> 1;
  const high = (height + 1) >> 1;
  const keep = image.edges != 0;
  const quarter = f32x4.splat(0.25);
  for (let y = 0; y < high; y++) {
    const top = image.from + ((<usize>(2 * y * width)) << 3);
    const hasBelow = 2 * y + 1 < height;
    const below = hasBelow ? top + ((<usize>width) << 3) : top;
    let to = image.to + ((<usize>(y * wide)) << 3);
    for (let x = 0; x < wide; x++, to += 8) {
      const at = (<usize>x) << 4;
      const hasRight = 2 * x + 1 < width;
      const right = hasRight ? at + 8 : at;
      let sum = readPixel(top + at);
      if (hasRight || keep) sum = f32x4.add(sum, readPixel(top + right));
      if (hasBelow || keep) sum = f32x4.add(sum, readPixel(below + at));
      if ((hasRight && hasBelow) || keep) sum = f32x4.add(sum, readPixel(below + right));
      writePixel(to, f32x4.mul(sum, quarter));
    }
  }
}

/**
 * A small image enlarged to `width` x `height`, straight between its pixels.
 * @param wide size of the small one
 * @param factor how many of the large one's pixels lie on one of the small one's
 * @param room for a row of the small one: four floats a pixel, and two pixels more
 */
export function enlarge(image: ImageTask, wide: i32, high: i32, factor: i32, work: usize): void {
  const share: f32 = 1 / <f32>factor;
  for (let y = 0; y < image.height; y++) {
    mixRows(image.from, wide, high, (<f32>y + 0.5) * share - 0.5, image.edges, work);
    let to = image.to + ((<usize>(y * image.width)) << 3);
    let at: f32 = 0.5 + 0.5 * share;
    for (let x = 0; x < image.width; x++, to += 8, at += share) {
      const whole = <i32>at;
      const left = v128.load(work + ((<usize>whole) << 4));
      const right = v128.load(work + ((<usize>whole) << 4), 16);
      writePixel(to, f32x4.add(left, f32x4.mul(f32x4.sub(right, left), f32x4.splat(at - <f32>whole))));
    }
  }
}

/** A row between two rows of an image, as four floats a pixel, one pixel on each side included: what `edges` says. */
export function mixRows(from: usize, wide: i32, high: i32, at: f32, edges: i32, work: usize): void {
  const whole = <i32>floor(at);
  const part = f32x4.splat(at - <f32>whole);
  const first = placeIn(whole, high, edges);
  const second = placeIn(whole + 1, high, edges);
  const bytes = (<usize>wide) << 3;
  const top = from + <usize>max(first, 0) * bytes;
  const below = from + <usize>max(second, 0) * bytes;
  const nothing = f32x4.splat(0);
  let out = work + 16;
  for (let x = 0; x < wide; x++, out += 16) {
    const a = first < 0 ? nothing : readPixel(top + ((<usize>x) << 3));
    const b = second < 0 ? nothing : readPixel(below + ((<usize>x) << 3));
    v128.store(out, f32x4.add(a, f32x4.mul(f32x4.sub(b, a), part)));
  }
  v128.store(work, edges == 0 ? nothing : v128.load(work, 16));
  v128.store(out, edges == 0 ? nothing : v128.load(out - 16));
}
