/**
 * Pixels on their way through passes: four values of 16 bits each, red, green and blue multiplied by the opacity.
 */

/**
 * Makes such pixels of those that a canvas gives: four values of 8 bits, not multiplied.
 * @param from `count` pixels of 4 bytes
 * @param to `count` pixels of 8 bytes
 */
export function premultiply(from: usize, to: usize, count: i32): void {
  for (let n = 0; n < count; n++, from += 4, to += 8) {
    const alpha = <u32>load<u8>(from, 3);
    // 257 makes 16 bits of 8; the product is divided by 255, rounded.
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
    for (let channel: usize = 0; channel < 3; channel++) {
      const value = min<u32>(<u32>load<u16>(from + 2 * channel), alpha);
      store<u8>(to + channel, alpha == 0 ? 0 : <u8>((value * 255 + (alpha >> 1)) / alpha));
    }
    store<u8>(to, <u8>((alpha + 128) / 257), 3);
  }
}

/**
 * Mixes the colours of pixels with their opposites, in place. Opacities stay.
 * @param amount how much of the opposite, 0 to 65536
 */
export function invert(pixels: usize, count: i32, amount: i32): void {
  for (let n = 0; n < count; n++, pixels += 8) {
    const alpha = <i32>load<u16>(pixels, 6);
    for (let channel: usize = 0; channel < 3; channel++) {
      const value = <i32>load<u16>(pixels + 2 * channel);
      const mixed = value + <i32>((<i64>(alpha - 2 * value) * amount + 32768) >> 16);
      store<u16>(pixels + 2 * channel, <u16>min(max(mixed, 0), alpha));
    }
  }
}
