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

/** Four bytes as 32 bits each. */
function fourBytes(from: usize): v128 {
  return i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(v128.load32_zero(from)));
}

/** {@link between} for four columns. */
function fourBetween(near: usize, far: usize): v128 {
  return i32x4.add(i32x4.mul(fourBytes(near), i32x4.splat(3)), fourBytes(far));
}

/** Eighths of colour, around 0, of four pixels from three samples: two on samples and two halfway to the next. */
function fourColors(samples: v128): v128 {
  const first = v128.shuffle<i32>(samples, samples, 0, 0, 1, 1);
  const second = v128.shuffle<i32>(samples, samples, 0, 1, 1, 2);
  return i32x4.sub(i32x4.add(first, second), i32x4.splat(1024));
}

function fourLights(from: usize): v128 {
  const above = i32x4.sub(fourBytes(from), i32x4.splat(16));
  return i32x4.add(i32x4.mul(above, i32x4.splat(76309)), i32x4.splat(32768));
}

/** {@link pixelOf} for four pixels: sums of 65536ths, which are cut to bytes as they are put together. */
function storeFour(to: usize, light: v128, u: v128, v: v128, alpha: v128): void {
  const red = i32x4.add(light, i32x4.mul(v, i32x4.splat(14686)));
  const green = i32x4.sub(light, i32x4.add(i32x4.mul(u, i32x4.splat(1747)), i32x4.mul(v, i32x4.splat(4366))));
  const blue = i32x4.add(light, i32x4.mul(u, i32x4.splat(17305)));
  const bytes = i8x16.narrow_i16x8_u(
    i16x8.narrow_i32x4_s(i32x4.shr_s(red, 16), i32x4.shr_s(green, 16)),
    i16x8.narrow_i32x4_s(i32x4.shr_s(blue, 16), alpha),
  );
  v128.store(to, i8x16.shuffle(bytes, bytes, 0, 4, 8, 12, 1, 5, 9, 13, 2, 6, 10, 14, 3, 7, 11, 15));
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
    let x = 0;
    // As long as the samples to the right of four pixels are there.
    for (; x + 4 <= width && (x >> 1) + 2 < wide; x += 4, to += 16) {
      const column = <usize>(x >> 1);
      const u = fourColors(fourBetween(blue + near + column, blue + far + column));
      const v = fourColors(fourBetween(red + near + column, red + far + column));
      const opacity = alpha == 0 ? i32x4.splat(255) : i32x4.shr_s(fourLights(opacities + <usize>x), 16);
      storeFour(to, fourLights(row + <usize>x), u, v, opacity);
    }
    let u = between(blue + near, blue + far, x >> 1);
    let v = between(red + near, red + far, x >> 1);
    for (; x < width; x += 2) {
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
