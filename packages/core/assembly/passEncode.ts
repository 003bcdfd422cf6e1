import { ditherOrder } from './dither';

/** Pixels become planes of brightness and colour as encoders take them: ITU-R BT.709, limited range. */

/** Bytes of room beside a row of brightness: eight values on either side repeat its ends. */
const beside: usize = 32;

/** Where the difference of brightness over 16 pixels is more than nothing, and less than this, bands would show. */
const slowest: i32 = 6 << 16;

/** How much of a step is added before brightness is cut to whole ones, in 65536ths. */
function threshold(x: i32, y: i32): i32 {
  return (ditherOrder(x, y) << 10) + 512;
}

/** Brightness of four pixels in 65536ths of a step. */
function fourBrightness(pixels: v128): v128 {
  const byte = i32x4.splat(255);
  const red = v128.and(pixels, byte);
  const green = v128.and(i32x4.shr_u(pixels, 8), byte);
  const blue = v128.and(i32x4.shr_u(pixels, 16), byte);
  return i32x4.add(
    i32x4.add(i32x4.mul(red, i32x4.splat(11966)), i32x4.mul(green, i32x4.splat(40254))),
    i32x4.add(i32x4.mul(blue, i32x4.splat(4064)), i32x4.splat(16 << 16)),
  );
}

/**
 * A row of brightness. Slow gradients are dithered, for 220 steps are fewer than theirs; what is even stays even.
 * @param room for a row of 32 bits a pixel, and what is beside it
 */
function brightnessRow(from: usize, width: i32, y: i32, work: usize, to: usize): void {
  const row = work + beside;
  for (let x = 0; x < width; x += 4) {
    v128.store(row + ((<usize>x) << 2), fourBrightness(v128.load(from + ((<usize>x) << 2))));
  }
  const last = row + ((<usize>width - 1) << 2);
  const first = load<i32>(row);
  const end = load<i32>(last);
  for (let n: usize = 4; n <= beside; n += 4) {
    store<i32>(row - n, first);
    store<i32>(last + n, end);
  }
  const half = i32x4.splat(32768);
  const even = i32x4(threshold(0, y), threshold(1, y), threshold(2, y), threshold(3, y));
  const odd = i32x4(threshold(4, y), threshold(5, y), threshold(6, y), threshold(7, y));
  for (let x = 0; x < width; x += 4) {
    const at = row + ((<usize>x) << 2);
    const slope = i32x4.abs(i32x4.sub(v128.load(at + beside), v128.load(at - beside)));
    const slow = v128.and(i32x4.gt_s(slope, i32x4.splat(0)), i32x4.lt_s(slope, i32x4.splat(slowest)));
    const added = v128.bitselect((x & 4) == 0 ? even : odd, half, slow);
    const value = i32x4.shr_s(i32x4.add(v128.load(at), added), 16);
    const words = i16x8.narrow_i32x4_s(value, value);
    const bytes = i8x16.narrow_i16x8_u(words, words);
    if (x + 4 <= width) v128.store32_lane(to + <usize>x, bytes, 0);
    else {
      // The width is even: two are left.
      store<u8>(to + <usize>x, <u8>i8x16.extract_lane_u(bytes, 0));
      store<u8>(to + <usize>x, <u8>i8x16.extract_lane_u(bytes, 1), 1);
    }
  }
}

/** Twice two pixels of two rows, added up: four words each. */
function pairSum(upper: usize, lower: usize): v128 {
  return i16x8.add(
    i16x8.extend_low_i8x16_u(v128.load64_zero(upper)),
    i16x8.extend_low_i8x16_u(v128.load64_zero(lower)),
  );
}

function colorOf(sum: v128, factors: v128): u8 {
  const parts = i32x4.dot_i16x8_s(sum, factors);
  const value = i32x4.extract_lane(parts, 0) + i32x4.extract_lane(parts, 1);
  return <u8>((value + (128 << 19) + (1 << 18)) >> 19);
}

/**
 * Rows as planar 4:2:0 with 8 bits: brightness, then both colours, then opacity where it is wanted. Colours stand on every
 * other column and between two rows (MPEG-2's siting), as averages of 3 x 2 pixels.
 * @param width and `height` of the picture in pixels, both even
 * @param first row, and `end` the one behind the last; both even
 * @param room for 4 * width + 64 bytes
 */
export function pixelsTo420(
  from: usize,
  width: i32,
  height: i32,
  first: i32,
  end: i32,
  withAlpha: i32,
  work: usize,
  to: usize,
): void {
  const row = (<usize>width) << 2;
  for (let y = first; y < end; y++)
    brightnessRow(from + <usize>y * row, width, y, work, to + <usize>(y * width));
  const colors = <usize>((width >> 1) * (height >> 1));
  const start = <usize>((width >> 1) * (first >> 1));
  let blue = to + <usize>(width * height) + start;
  let red = blue + colors;
  const toBlue = i16x8(-6596, -22189, 28785, 0, 0, 0, 0, 0);
  const toRed = i16x8(28784, -26145, -2639, 0, 0, 0, 0, 0);
  for (let y = first; y < end; y += 2) {
    const upper = from + <usize>y * row;
    const lower = upper + row;
    // What lies to the left of the first column is the same again.
    const outer = pairSum(upper, lower);
    let before = i64x2.shuffle(outer, outer, 0, 0);
    for (let x: usize = 0; x < row; x += 8) {
      const pair = pairSum(upper + x, lower + x);
      const after = i64x2.shuffle(pair, pair, 1, 1);
      const sum = i16x8.add(i16x8.add(before, after), i16x8.shl(pair, 1));
      store<u8>(blue++, colorOf(sum, toBlue));
      store<u8>(red++, colorOf(sum, toRed));
      before = after;
    }
  }
  if (withAlpha == 0) return;
  const opacity = to + <usize>(width * height) + 2 * colors;
  const last = <usize>(width * end);
  for (let n = <usize>(width * first); n < last; n++) store<u8>(opacity + n, load<u8>(from + (n << 2), 3));
}

/**
 * Some pixels as planar 4:4:4 with 10 bits in words: brightness, both colours, and opacity where it is wanted.
 * @param from and `to` with room for four pixels more
 * @param count of all pixels
 * @param first pixel, and `end` the one behind the last
 */
export function pixelsTo444(from: usize, count: i32, first: i32, end: i32, withAlpha: i32, to: usize): void {
  const plane = (<usize>count) << 1;
  const byte = i32x4.splat(255);
  for (let n = first; n < end; n += 4) {
    const pixels = v128.load(from + ((<usize>n) << 2));
    const red = v128.and(pixels, byte);
    const green = v128.and(i32x4.shr_u(pixels, 8), byte);
    const blue = v128.and(i32x4.shr_u(pixels, 16), byte);
    const at = to + ((<usize>n) << 1);
    storeTen(at, red, green, blue, 47864, 161017, 16255, 64, end - n);
    storeTen(at + plane, red, green, blue, -26383, -88755, 115138, 512, end - n);
    storeTen(at + 2 * plane, red, green, blue, 115138, -104581, -10557, 512, end - n);
    if (withAlpha != 0) {
      const alpha = i32x4.shr_u(pixels, 24);
      // 1023 / 255 in 65536ths.
      storeTen(at + 3 * plane, alpha, alpha, alpha, 262915, 0, 0, 0, end - n);
    }
  }
}

/** Four values of 10 bits, or as many as there are. */
function storeTen(
  to: usize,
  red: v128,
  green: v128,
  blue: v128,
  byRed: i32,
  byGreen: i32,
  byBlue: i32,
  base: i32,
  left: i32,
): void {
  const sum = i32x4.add(
    i32x4.add(i32x4.mul(red, i32x4.splat(byRed)), i32x4.mul(green, i32x4.splat(byGreen))),
    i32x4.add(i32x4.mul(blue, i32x4.splat(byBlue)), i32x4.splat((base << 16) + 32768)),
  );
  const value = i32x4.shr_s(sum, 16);
  const words = i16x8.narrow_i32x4_u(value, value);
  if (left >= 4) {
    v128.store64_lane(to, words, 0);
    return;
  }
  for (let n = 0, rest = words; n < left; n++) {
    store<u16>(to + ((<usize>n) << 1), <u16>i16x8.extract_lane_u(rest, 0));
    rest = i8x16.shuffle(rest, rest, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 0, 1);
  }
}

/**
 * Gives what is wholly clear the colour beside it, so that what encoders blur at edges has no black in it: of the pixel
 * to its left, else of the next to its right; in an empty row, of the row above.
 * @param first row, and `end` the one behind the last
 * @param filled address of the last row above them in which something is, or 0
 * @returns the same of these rows
 */
export function spreadColor(pixels: usize, width: i32, first: i32, end: i32, filled: usize): usize {
  const row = (<usize>width) << 2;
  for (let y = first; y < end; y++) {
    const start = pixels + <usize>y * row;
    let color: u32 = 0;
    let found = false;
    for (let at = start; at < start + row; at += 4) {
      const pixel = load<u32>(at);
      if (pixel >> 24 != 0) {
        if (!found) for (let back = start; back < at; back += 4) store<u32>(back, pixel & 0xffffff);
        found = true;
        color = pixel & 0xffffff;
      } else if (found) store<u32>(at, color);
    }
    if (found) filled = start;
    else if (filled != 0) {
      for (let x: usize = 0; x < row; x += 4) store<u32>(start + x, load<u32>(filled + x) & 0xffffff);
    }
  }
  return filled;
}
