/**
 * Pixels on their way through passes: four values of 16 bits each, red, green and blue multiplied by the opacity.
 */

/**
 * Makes such pixels of those that a canvas gives: four values of 8 bits, not multiplied.
 * @param from `count` pixels of 4 bytes
 * @param to `count` pixels of 8 bytes
 */
export function premultiply(from: usize, to: usize, count: i32): void {
  const many = i16x8.splat(257);
  for (let n = 0; n < count; n++, from += 4, to += 8) {
    const alpha = <u32>load<u8>(from, 3);
    if (alpha == 255) {
      // 257 makes 16 bits of 8.
      const pixel = i16x8.extend_low_i8x16_u(v128.load32_zero(from));
      v128.store64_lane(to, i16x8.mul(pixel, many), 0);
      continue;
    }
    // The product is divided by 255, rounded.
    for (let channel: usize = 0; channel < 3; channel++) {
      store<u16>(to + 2 * channel, <u16>((<u32>load<u8>(from + channel) * alpha * 257 + 127) / 255));
    }
    store<u16>(to, <u16>(alpha * 257), 6);
  }
}

/** The way back, rounded. What is wholly transparent is black. Parameters as for `premultiply`, the other way round. */
export function unpremultiply(from: usize, to: usize, count: i32): void {
  for (let n = 0; n < count; n++, from += 8, to += 4) {
    const alpha = <u32>load<u16>(from, 6);
    if (alpha == 65535) {
      const value = i32x4.extend_low_i16x8_u(v128.load64_zero(from));
      // (v + 128) / 257 as v / 257 rounded: exact by multiplication for all of 16 bits.
      const bytes = i32x4.shr_u(
        i32x4.sub(i32x4.add(value, i32x4.splat(128)), i32x4.shr_u(i32x4.add(value, i32x4.splat(128)), 8)),
        8,
      );
      const narrow = i16x8.narrow_i32x4_u(bytes, bytes);
      v128.store32_lane(to, i8x16.narrow_i16x8_u(narrow, narrow), 0);
      continue;
    }
    for (let channel: usize = 0; channel < 3; channel++) {
      const value = min<u32>(<u32>load<u16>(from + 2 * channel), alpha);
      store<u8>(to + channel, alpha == 0 ? 0 : <u8>((value * 255 + (alpha >> 1)) / alpha));
    }
    store<u8>(to, <u8>((alpha + 128) / 257), 3);
  }
}

/** Adds pixels, multiplied by a factor, to sums of four floats each. */
export function accumulate(from: usize, sums: usize, count: i32, factor: f32): void {
  const times = f32x4.splat(factor);
  for (let n = 0; n < count; n++, from += 8, sums += 16) {
    v128.store(sums, f32x4.add(v128.load(sums), f32x4.mul(readPixel(from), times)));
  }
}

/** Adds pixels, multiplied by a factor, to others in place. */
export function addPixels(from: usize, to: usize, count: i32, factor: f32): void {
  const times = f32x4.splat(factor);
  for (let n = 0; n < count; n++, from += 8, to += 8)
    writePixel(to, f32x4.add(readPixel(to), f32x4.mul(readPixel(from), times)));
}

/** Pixels of such sums, rounded. */
export function settleSums(sums: usize, to: usize, count: i32): void {
  for (let n = 0; n < count; n++, sums += 16, to += 8) writePixel(to, v128.load(sums));
}

/** A pixel as four floats, 0 to 65535. */
export function readPixel(address: usize): v128 {
  return f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(address)));
}

/** 2^23: added to a number from 0 to 65,535, it leaves the nearest whole one in the last bits. */
const wholeAt: f32 = 8388608;

/** Writes a pixel, rounded; values beyond 0 to 65535 are cut. */
export function writePixel(address: usize, value: v128): void {
  // The quick kinds of least and most: what is not a number does not come here.
  const within = f32x4.pmin(f32x4.pmax(value, f32x4.splat(0)), f32x4.splat(65535));
  const whole = v128.and(f32x4.add(within, f32x4.splat(wholeAt)), i32x4.splat(0xffff));
  v128.store64_lane(address, i16x8.narrow_i32x4_u(whole, whole), 0);
}

/** Light that goes through matter cannot exceed its opacity: each value is at most the fourth. */
export function writeWithin(address: usize, value: v128): void {
  const alpha = i8x16.shuffle(value, value, 12, 13, 14, 15, 12, 13, 14, 15, 12, 13, 14, 15, 12, 13, 14, 15);
  writePixel(address, f32x4.pmin(value, alpha));
}
