import { layRow, readColor, writeColor } from './blend';
import { ditherOrder } from './dither';
import { LayTask, SurfaceInfo } from './passTasks';
import { readPixel } from './passPixels';
import { pixelAt, touch } from './vectorPaint';

/** Surfaces: pixels of four bytes, multiplied by opacity, and for every 64 x 64 of them whether they may not be clear. */

/** Whether anything may be there, 64 pixels from a column on. */
function isTouched(surface: SurfaceInfo, row: i32, tile: i32): bool {
  if (surface.tiles == 0) return true;
  const across = (surface.width + 63) >> 6;
  return load<u8>(surface.tiles + <usize>((row >> 6) * across + tile)) != 0;
}

/** Lays one surface on another one at a place: what of it lies there. */
export function laySurface(from: SurfaceInfo, to: SurfaceInfo, task: LayTask): void {
  const across = (from.width + 63) >> 6;
  const last = min(from.height, to.height - task.y);
  for (let y = max(0, -task.y); y < last; y++) {
    const row = y + task.y;
    for (let tile = 0; tile < across; tile++) {
      if (!isTouched(from, y, tile)) continue;
      const x = max(tile << 6, -task.x);
      const count = min(min((tile << 6) + 64, from.width), to.width - task.x) - x;
      if (count <= 0) continue;
      touch(to, row, task.x + x, task.x + x + count);
      layRow(pixelAt(to, task.x + x, row), pixelAt(from, x, y), 0, count, task.opacity, task.mode);
    }
  }
}

/** Puts one surface in the place of what lies on another one. @param task its mask says how much of each pixel */
export function replaceSurface(from: SurfaceInfo, to: SurfaceInfo, task: LayTask): void {
  for (let y = 0; y < from.height; y++) {
    const row = y + task.y;
    touch(to, row, task.x, task.x + from.width);
    let at = pixelAt(to, task.x, row);
    let source = pixelAt(from, 0, y);
    let mask = task.mask;
    if (mask != 0) mask += (<usize>y * <usize>from.width) << 2;
    for (let x = 0; x < from.width; x++, at += 4, source += 4) {
      let share: f32 = task.opacity;
      if (mask != 0) {
        share *= <f32>load<u8>(mask, 3) * (1.0 / 255);
        mask += 4;
      }
      const own = f32x4.mul(readColor(source), f32x4.splat(task.opacity));
      const below = f32x4.mul(readColor(at), f32x4.splat(1 - share));
      writeColor(at, f32x4.pmin(f32x4.add(own, below), f32x4.splat(255)));
    }
  }
}

/** Copies a part of a surface. */
export function takeSurface(from: SurfaceInfo, to: SurfaceInfo, x: i32, y: i32): void {
  for (let row = 0; row < to.height; row++) {
    memory.copy(pixelAt(to, 0, row), pixelAt(from, x, y + row), (<usize>to.width) << 2);
    touch(to, row, 0, to.width);
  }
}

/** Keeps of a surface what a mask of the same size lets through. */
export function maskSurface(surface: SurfaceInfo, mask: SurfaceInfo): void {
  let at = surface.pixels;
  let by = mask.pixels;
  const count = surface.width * surface.height;
  for (let n = 0; n < count; n++, at += 4, by += 4) {
    const share = load<u8>(by, 3);
    if (share == 255 || load<u32>(at) == 0) continue;
    if (share == 0) store<u32>(at, 0);
    else writeColor(at, f32x4.mul(readColor(at), f32x4.splat(<f32>share * (1.0 / 255))));
  }
}

/** Pixels of a surface as passes take them, 16 bits a value; both multiplied by opacity. */
export function widen(from: usize, to: usize, count: i32): void {
  const many = i16x8.splat(257);
  let n = 0;
  for (; n + 4 <= count; n += 4, from += 16, to += 32) {
    const pixels = v128.load(from);
    v128.store(to, i16x8.mul(i16x8.extend_low_i8x16_u(pixels), many));
    v128.store(to, i16x8.mul(i16x8.extend_high_i8x16_u(pixels), many), 16);
  }
  for (; n < count; n++, from += 4, to += 8) {
    const pixel = i16x8.extend_low_i8x16_u(v128.load32_zero(from));
    v128.store64_lane(to, i16x8.mul(pixel, many), 0);
  }
}

/** Eight values of 16 bits as bytes in words, rounded: (v + 128) / 257, exact for all of 16 bits. */
function narrowed(values: v128): v128 {
  // v - v / 256 rounded: the quotient by 257 from that by 256.
  const less = i16x8.sub(values, i16x8.shr_u(values, 8));
  return i16x8.shr_u(i16x8.add_sat_u(less, i16x8.splat(128)), 8);
}

/** The way back, rounded; no value exceeds its opacity. */
export function narrow(from: usize, to: usize, count: i32): void {
  let n = 0;
  for (; n + 4 <= count; n += 4, from += 32, to += 16)
    v128.store(to, i8x16.narrow_i16x8_u(narrowed(v128.load(from)), narrowed(v128.load(from, 16))));
  for (; n < count; n++, from += 8, to += 4) {
    const pixel = narrowed(v128.load64_zero(from));
    v128.store32_lane(to, i8x16.narrow_i16x8_u(pixel, pixel), 0);
  }
}

/**
 * The way back of a whole picture, rounded by an ordered pattern, so that slow gradients show no bands; what is whole in 8
 * bits stays so.
 * @param left and `top`: where the picture's first pixel stands in the pattern
 */
export function narrowDithered(from: usize, to: usize, width: i32, height: i32, left: i32, top: i32): void {
  for (let y = 0; y < height; y++) {
    // Eight pixels of the pattern, two in each.
    const row = y + top;
    const first = ditherPair(left, row);
    const second = ditherPair(left + 2, row);
    const third = ditherPair(left + 4, row);
    const fourth = ditherPair(left + 6, row);
    let x = 0;
    for (; x + 8 <= width; x += 8, from += 64, to += 32) {
      v128.store(to, narrowedBy(v128.load(from), first, v128.load(from, 16), second));
      v128.store(to, narrowedBy(v128.load(from, 32), third, v128.load(from, 48), fourth), 16);
    }
    for (; x < width; x++, from += 8, to += 4) {
      const pair = ditherPair(x + left, row);
      v128.store32_lane(to, narrowedBy(v128.load64_zero(from), pair, pair, pair), 0);
    }
  }
}

/** What is added to two pixels beside one another before they are cut to 8 bits. */
function ditherPair(x: i32, y: i32): v128 {
  const one = i16x8.splat(<i16>((ditherOrder(x, y) << 2) + 2));
  const other = i16x8.splat(<i16>((ditherOrder(x + 1, y) << 2) + 2));
  return i64x2.shuffle(one, other, 0, 2);
}

/** Twice two pixels of 16 bits as four of 8, with a part of a step added. */
function narrowedBy(low: v128, lowPart: v128, high: v128, highPart: v128): v128 {
  const one = i16x8.sub(low, i16x8.shr_u(low, 8));
  const other = i16x8.sub(high, i16x8.shr_u(high, 8));
  return i8x16.narrow_i16x8_u(
    i16x8.shr_u(i16x8.add(one, lowPart), 8),
    i16x8.shr_u(i16x8.add(other, highPart), 8),
  );
}

/** Lays pixels of 16 bits a value on a surface of the same size. */
export function layWide(from: usize, to: SurfaceInfo, opacity: f32, mode: i32, work: usize): void {
  const bytes = (<usize>to.width) << 3;
  for (let row = 0; row < to.height; row++, from += bytes) {
    let first = 0;
    let end = to.width;
    while (first < end && load<u64>(from + ((<usize>first) << 3)) == 0) first++;
    while (end > first && load<u64>(from + ((<usize>(end - 1)) << 3)) == 0) end--;
    if (first == end) continue;
    narrow(from + ((<usize>first) << 3), work, end - first);
    touch(to, row, first, end);
    layRow(pixelAt(to, first, row), work, 0, end - first, opacity, mode);
  }
}

/**
 * Multiplies colours by opacity, four bytes a pixel.
 * @param from may be the same as `to`
 */
export function multiplyAlpha(from: usize, to: usize, count: i32): void {
  for (let n = 0; n < count; n++, from += 4, to += 4) {
    const pixel = load<u32>(from);
    const alpha = pixel >> 24;
    if (alpha == 255) store<u32>(to, pixel);
    else if (alpha == 0) store<u32>(to, 0);
    else {
      const share = f32x4.replace_lane(f32x4.splat(<f32>alpha * (1.0 / 255)), 3, 1);
      writeColor(to, f32x4.mul(readColor(from), share));
    }
  }
}

/** The way back: what is wholly clear is black. */
export function divideAlpha(from: usize, to: usize, count: i32): void {
  for (let n = 0; n < count; n++, from += 4, to += 4) {
    const pixel = load<u32>(from);
    const alpha = pixel >> 24;
    if (alpha == 255) store<u32>(to, pixel);
    else if (alpha == 0) store<u32>(to, 0);
    else {
      const share = f32x4.replace_lane(f32x4.splat(255 / <f32>alpha), 3, 1);
      writeColor(to, f32x4.pmin(f32x4.mul(readColor(from), share), f32x4.splat(255)));
    }
  }
}

/** An image half as wide and high: means of four pixels, of colours multiplied by opacity. Odd sides lose their last pixel. */
export function halveImage(from: usize, width: i32, height: i32, to: usize): void {
  const stride = (<usize>width) << 2;
  const two = i16x8.splat(2);
  const wide = max(1, width >> 1);
  const high = max(1, height >> 1);
  for (let y = 0; y < high; y++) {
    const upper = from + <usize>(2 * y) * stride;
    const lower = height > 1 ? upper + stride : upper;
    for (let x = 0; x < wide; x++, to += 4) {
      const at = (<usize>(2 * x)) << 2;
      const next: usize = width > 1 ? 4 : 0;
      const above = i16x8.add(
        i16x8.extend_low_i8x16_u(v128.load32_zero(upper + at)),
        i16x8.extend_low_i8x16_u(v128.load32_zero(upper + at + next)),
      );
      const below = i16x8.add(
        i16x8.extend_low_i8x16_u(v128.load32_zero(lower + at)),
        i16x8.extend_low_i8x16_u(v128.load32_zero(lower + at + next)),
      );
      const mean = i16x8.shr_u(i16x8.add(i16x8.add(above, below), two), 2);
      v128.store32_lane(to, i8x16.narrow_i16x8_u(mean, mean), 0);
    }
  }
}
