/** Decoded video: planes of brightness and colour, as decoders give them, become pixels. */

function clamp(value: i32): u32 {
  return <u32>min(max(value, 0), 255);
}

/** Colour between its samples: they stand at every other pixel, and between every other row (MPEG-2's siting). */
function colorAt(plane: usize, stride: i32, wide: i32, high: i32, x: i32, y: i32): i32 {
  const row = y >> 1;
  const other = min(max((y & 1) == 0 ? row - 1 : row + 1, 0), high - 1);
  const left = x >> 1;
  const right = (x & 1) == 0 ? left : min(left + 1, wide - 1);
  const near = plane + <usize>(row * stride);
  const far = plane + <usize>(other * stride);
  const own = <i32>load<u8>(near + <usize>left) + <i32>load<u8>(near + <usize>right);
  const next = <i32>load<u8>(far + <usize>left) + <i32>load<u8>(far + <usize>right);
  // Eighths, around the middle.
  return 3 * own + next - 1024;
}

/**
 * Pixels of planar 4:2:0 in limited range, ITU-R BT.709: four values of 8 bits, not multiplied by opacity.
 * @param alpha 0, or the plane of which the brightness is the opacity
 */
export function planesToPixels(
  luma: usize,
  lumaStride: i32,
  blue: usize,
  red: usize,
  colorStride: i32,
  alpha: usize,
  width: i32,
  height: i32,
  to: usize,
): void {
  const wide = (width + 1) >> 1;
  const high = (height + 1) >> 1;
  for (let y = 0; y < height; y++) {
    const row = luma + <usize>(y * lumaStride);
    const opacities = alpha + <usize>(y * lumaStride);
    for (let x = 0; x < width; x++, to += 4) {
      // In 65536ths: 255 / 219, and the factors of BT.709 times 255 / 224, for eighths of colour.
      const light = (<i32>load<u8>(row + <usize>x) - 16) * 76309 + 32768;
      const u = colorAt(blue, colorStride, wide, high, x, y);
      const v = colorAt(red, colorStride, wide, high, x, y);
      const r = clamp((light + v * 14686) >> 16);
      const g = clamp((light - u * 1747 - v * 4366) >> 16);
      const b = clamp((light + u * 17305) >> 16);
      const a = alpha == 0 ? 255 : clamp(((<i32>load<u8>(opacities + <usize>x) - 16) * 76309 + 32768) >> 16);
      store<u32>(to, r | (g << 8) | (b << 16) | (a << 24));
    }
  }
}
