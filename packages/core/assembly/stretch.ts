import { ditherOrder } from './dither';

/**
 * A stretch of a row on its way through passes: four planes of floats, not multiplied by opacity, that stay in the processor's
 * cache; how pixels are brought there and back.
 */

/** Pixels of a stretch, a multiple of four. */
export const most: i32 = 256;
export const plane: usize = 1024;

export let red: usize = 0;
export let green: usize = 0;
export let blue: usize = 0;
export let alpha: usize = 0;
/** Whether all of a stretch is opaque. */
export let isOpaque: bool = false;

/** Something of a stretch is not opaque any more. */
export function becomeClear(): void {
  isOpaque = false;
}

export function one(): v128 {
  return f32x4.splat(1);
}

export function within(value: v128): v128 {
  return f32x4.pmin(f32x4.pmax(value, f32x4.splat(0)), one());
}

/** 1 / x, and 0 for 0. */
export function reciprocal(value: v128): v128 {
  return v128.and(f32x4.div(one(), value), f32x4.gt(value, f32x4.splat(0)));
}

export let first4: v128 = f32x4.splat(0);
export let second4: v128 = f32x4.splat(0);
export let third4: v128 = f32x4.splat(0);
export let last4: v128 = f32x4.splat(0);

/** Four times four floats become columns instead of rows. */
export function across(a: v128, b: v128, c: v128, d: v128): void {
  const low = i8x16.shuffle(a, b, 0, 1, 2, 3, 16, 17, 18, 19, 4, 5, 6, 7, 20, 21, 22, 23);
  const lower = i8x16.shuffle(c, d, 0, 1, 2, 3, 16, 17, 18, 19, 4, 5, 6, 7, 20, 21, 22, 23);
  const high = i8x16.shuffle(a, b, 8, 9, 10, 11, 24, 25, 26, 27, 12, 13, 14, 15, 28, 29, 30, 31);
  const higher = i8x16.shuffle(c, d, 8, 9, 10, 11, 24, 25, 26, 27, 12, 13, 14, 15, 28, 29, 30, 31);
  first4 = i64x2.shuffle(low, lower, 0, 2);
  second4 = i64x2.shuffle(low, lower, 1, 3);
  third4 = i64x2.shuffle(high, higher, 0, 2);
  last4 = i64x2.shuffle(high, higher, 1, 3);
}

/** Four pixels of four floats become planes. */
function putFour(at: usize, a: v128, b: v128, c: v128, d: v128): void {
  across(a, b, c, d);
  v128.store(red + at, first4);
  v128.store(green + at, second4);
  v128.store(blue + at, third4);
  v128.store(alpha + at, last4);
}

/** Brings pixels in. Gives back whether any of them is not clear. */
export function unpack(from: usize, wide: bool, count: i32): bool {
  const bytes = (<usize>count) << 2;
  let all = i32x4.splat(-1);
  let any = i32x4.splat(0);
  if (wide) {
    const factor = f32x4.splat(1 / 65535.0);
    for (let at: usize = 0; at < bytes; at += 16) {
      const first = v128.load(from + 2 * at);
      const second = v128.load(from + 2 * at, 16);
      any = v128.or(any, v128.or(first, second));
      putFour(
        at,
        f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(first)), factor),
        f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(first)), factor),
        f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(second)), factor),
        f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(second)), factor),
      );
      all = v128.and(all, f32x4.ge(v128.load(alpha + at), one()));
    }
  } else {
    const factor = f32x4.splat(1 / 255.0);
    const byte = i32x4.splat(255);
    for (let at: usize = 0; at < bytes; at += 16) {
      const pixels = v128.load(from + at);
      any = v128.or(any, pixels);
      v128.store(red + at, f32x4.mul(f32x4.convert_i32x4_s(v128.and(pixels, byte)), factor));
      v128.store(
        green + at,
        f32x4.mul(f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(pixels, 8), byte)), factor),
      );
      v128.store(
        blue + at,
        f32x4.mul(f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(pixels, 16), byte)), factor),
      );
      v128.store(alpha + at, f32x4.mul(f32x4.convert_i32x4_s(i32x4.shr_u(pixels, 24)), factor));
      all = v128.and(all, f32x4.ge(v128.load(alpha + at), one()));
    }
  }
  // Behind the last pixel anything may stand.
  isOpaque = i32x4.all_true(all);
  if (!isOpaque) {
    for (let at: usize = 0; at < bytes; at += 16) {
      const share = reciprocal(v128.load(alpha + at));
      v128.store(red + at, f32x4.pmin(f32x4.mul(v128.load(red + at), share), one()));
      v128.store(green + at, f32x4.pmin(f32x4.mul(v128.load(green + at), share), one()));
      v128.store(blue + at, f32x4.pmin(f32x4.mul(v128.load(blue + at), share), one()));
    }
  }
  return v128.any_true(any);
}

/** Whole steps of values from 0 to 1. @param part of a step is added before: half of one rounds */
function whole(value: v128, times: f32, part: v128): v128 {
  return i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(value, f32x4.splat(times)), part));
}

/** Brings pixels back. @param x where the first of them stands in the ordered pattern, and `y` */
export function pack(to: usize, wide: bool, count: i32, x: i32, y: i32): void {
  if (wide) {
    packWide(to, count);
    return;
  }
  const even = parts(x, y);
  const odd = parts(x + 4, y);
  for (let n = 0; n < count; n += 4) {
    multiply((<usize>n) << 2);
    const part = (n & 4) == 0 ? even : odd;
    const pixels = v128.or(
      v128.or(whole(first4, 255, part), i32x4.shl(whole(second4, 255, part), 8)),
      v128.or(i32x4.shl(whole(third4, 255, part), 16), i32x4.shl(whole(last4, 255, part), 24)),
    );
    const place = to + ((<usize>n) << 2);
    if (n + 4 <= count) v128.store(place, pixels);
    else {
      store<u32>(place, i32x4.extract_lane(pixels, 0));
      if (n + 1 < count) store<u32>(place, i32x4.extract_lane(pixels, 1), 4);
      if (n + 2 < count) store<u32>(place, i32x4.extract_lane(pixels, 2), 8);
    }
  }
}

/** Four parts of a step from a place on: none is so small or large that it moves what is whole. */
function parts(x: i32, y: i32): v128 {
  const orders = i32x4(
    ditherOrder(x, y),
    ditherOrder(x + 1, y),
    ditherOrder(x + 2, y),
    ditherOrder(x + 3, y),
  );
  return f32x4.mul(f32x4.add(f32x4.convert_i32x4_s(orders), f32x4.splat(0.5)), f32x4.splat(1 / 64.0));
}

/** Four pixels, multiplied by opacity. */
function multiply(at: usize): void {
  first4 = v128.load(red + at);
  second4 = v128.load(green + at);
  third4 = v128.load(blue + at);
  last4 = v128.load(alpha + at);
  if (isOpaque) return;
  first4 = f32x4.mul(first4, last4);
  second4 = f32x4.mul(second4, last4);
  third4 = f32x4.mul(third4, last4);
}

function packWide(to: usize, count: i32): void {
  const half = f32x4.splat(0.5);
  for (let n = 0; n < count; n += 4) {
    multiply((<usize>n) << 2);
    // Red and green, blue and opacity: pairs of words.
    const low = v128.or(whole(first4, 65535, half), i32x4.shl(whole(second4, 65535, half), 16));
    const high = v128.or(whole(third4, 65535, half), i32x4.shl(whole(last4, 65535, half), 16));
    const first = i8x16.shuffle(low, high, 0, 1, 2, 3, 16, 17, 18, 19, 4, 5, 6, 7, 20, 21, 22, 23);
    const second = i8x16.shuffle(low, high, 8, 9, 10, 11, 24, 25, 26, 27, 12, 13, 14, 15, 28, 29, 30, 31);
    const place = to + ((<usize>n) << 3);
    if (n + 4 <= count) {
      v128.store(place, first);
      v128.store(place, second, 16);
    } else {
      v128.store64_lane(place, first, 0);
      if (n + 1 < count) v128.store64_lane(place + 8, first, 1);
      if (n + 2 < count) v128.store64_lane(place + 16, second, 0);
    }
  }
}

/** Places of four pixels from a column on. */
export function columns(x: i32): v128 {
  return f32x4.add(f32x4.splat(<f32>x), f32x4(0, 1, 2, 3));
}

/** Smooth from 0 to 1, without a bend at either end. */
export function smooth(value: v128): v128 {
  const t = within(value);
  return f32x4.mul(f32x4.mul(t, t), f32x4.sub(f32x4.splat(3), f32x4.add(t, t)));
}

/** Where the planes stand. @param room for 1024 floats */
export function placeStretch(work: usize): void {
  red = work;
  green = red + plane;
  blue = green + plane;
  alpha = blue + plane;
}
