/** Decoded video: planes of brightness and colour, as decoders give them, become pixels. */

function clamp(value: i32): u32 {
  return <u32>min(max(value, 0), 255);
}

/** Colour between two rows of samples, in quarters: they stand between every other row (MPEG-2's siting). */
function between(near: usize, far: usize, column: i32): i32 {
  return 3 * <i32>load<u8>(near + <usize>column) + <i32>load<u8>(far + <usize>column);
}

/** In 65536ths: 255 / 219, and the factors of BT.709 times 255 / 224, for eighths of colour. */
function pixelOf(light: i32, u: i32, v: i32, alpha: u32): u32 {
  const r = clamp((light + v * 14686) >> 16);
  const g = clamp((light - u * 1747 - v * 4366) >> 16);
  const b = clamp((light + u * 17305) >> 16);
  return r | (g << 8) | (b << 16) | (alpha << 24);
}

function lightAt(row: usize, x: i32): i32 {
  return (<i32>load<u8>(row + <usize>x) - 16) * 76309 + 32768;
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
    const middle = y >> 1;
    const other = min(max((y & 1) == 0 ? middle - 1 : middle + 1, 0), high - 1);
    const near = <usize>(middle * colorStride);
    const far = <usize>(other * colorStride);
    let u = between(blue + near, blue + far, 0);
    let v = between(red + near, red + far, 0);
    for (let x = 0; x < width; x += 2) {
      // The second of two pixels lies halfway to the next sample of colour.
      const next = min((x >> 1) + 1, wide - 1);
      const nextU = between(blue + near, blue + far, next);
      const nextV = between(red + near, red + far, next);
      const first: u32 = alpha == 0 ? 255 : clamp(lightAt(opacities, x) >> 16);
      store<u32>(to, pixelOf(lightAt(row, x), 2 * u - 1024, 2 * v - 1024, first));
      to += 4;
      if (x + 1 < width) {
        const second: u32 = alpha == 0 ? 255 : clamp(lightAt(opacities, x + 1) >> 16);
        store<u32>(to, pixelOf(lightAt(row, x + 1), u + nextU - 1024, v + nextV - 1024, second));
        to += 4;
      }
      u = nextU;
      v = nextV;
    }
  }
}
