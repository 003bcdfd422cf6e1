import { layRow, readColor, writeColor } from './blend';
import { PaintTask, SurfaceInfo } from './passTasks';
import { beginCover, cover, coverRow, endColumn, firstColumn } from './vectorCover';
import { edgeCount, endRow, firstRow } from './vectorEdges';

/** What outlines are filled with: a colour, a gradient, or an image. */

/** Steps of a gradient's table; there is one more entry, for its end. */
const gradientSteps: f64 = 4096;

/** Bits of a place in an image behind the point. */
const placeBits: i64 = 32;

/** Marks the parts of a surface that are no longer clear, 64 pixels along a side. */
export function touch(surface: SurfaceInfo, row: i32, from: i32, to: i32): void {
  if (surface.tiles == 0 || to <= from) return;
  const across = (surface.width + 63) >> 6;
  const tiles = surface.tiles + <usize>((row >> 6) * across);
  for (let tile = from >> 6; tile <= (to - 1) >> 6; tile++) store<u8>(tiles + <usize>tile, 1);
}

/** Address of a pixel of a surface. */
export function pixelAt(surface: SurfaceInfo, x: i32, y: i32): usize {
  return surface.pixels + ((<usize>y * <usize>surface.width + <usize>x) << 2);
}

/** Fills what the edges surround. */
export function fillEdges(surface: SurfaceInfo, paint: PaintTask): void {
  if (edgeCount == 0) return;
  beginCover(surface.width, paint.rule);
  for (let row = firstRow; row < endRow; row++) {
    coverRow(row);
    if (endColumn > firstColumn) paintCovered(surface, paint, row);
  }
}

/** Paints what is covered of a row, piece by piece: between them nothing is touched. */
function paintCovered(surface: SurfaceInfo, paint: PaintTask, row: i32): void {
  let x = firstColumn;
  while (x < endColumn) {
    while (x + 4 <= endColumn && load<u64>(cover + ((<usize>x) << 1)) == 0) x += 4;
    while (x < endColumn && load<u16>(cover + ((<usize>x) << 1)) == 0) x++;
    const from = x;
    while (x + 4 <= endColumn && load<u64>(cover + ((<usize>x) << 1)) == 0xffffffffffffffff) x += 4;
    while (x < endColumn && load<u16>(cover + ((<usize>x) << 1)) != 0) x++;
    if (x > from) paintRow(surface, paint, row, from, x, cover + ((<usize>from) << 1));
  }
}

/** Paints pixels of a row. @param covered 0, or how much of each counts */
function paintRow(
  surface: SurfaceInfo,
  paint: PaintTask,
  row: i32,
  from: i32,
  to: i32,
  covered: usize,
): void {
  touch(surface, row, from, to);
  const at = pixelAt(surface, from, row);
  if (paint.kind == 0 && paint.mode == 0) {
    layColor(at, covered, to - from, paint);
    return;
  }
  shade(paint, from, row, to - from);
  layRow(at, paint.work, covered, to - from, paint.opacity, paint.mode);
}

/** Fills all of a surface. */
export function fillSurface(surface: SurfaceInfo, paint: PaintTask): void {
  for (let row = 0; row < surface.height; row++) paintRow(surface, paint, row, 0, surface.width, 0);
}

/** Lays one colour on a row. */
function layColor(to: usize, covered: usize, count: i32, paint: PaintTask): void {
  const alpha: f32 = paint.alpha * paint.opacity;
  const color = f32x4.mul(f32x4(paint.red, paint.green, paint.blue, 1), f32x4.splat(255 * alpha));
  const isOpaque = alpha >= 1;
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(color, f32x4.splat(0.5)));
  const words = i16x8.narrow_i32x4_u(whole, whole);
  const bytes = i8x16.narrow_i16x8_u(words, words);
  const pixel = i32x4.splat(i32x4.extract_lane(bytes, 0));
  let n = 0;
  while (n < count) {
    const at = to + ((<usize>n) << 2);
    const c = covered == 0 ? 65535 : <u32>load<u16>(covered + ((<usize>n) << 1));
    if (c == 65535) {
      if (isOpaque) {
        while (
          n + 4 <= count &&
          (covered == 0 || load<u64>(covered + ((<usize>n) << 1)) == 0xffffffffffffffff)
        ) {
          v128.store(to + ((<usize>n) << 2), pixel);
          n += 4;
        }
        if (n >= count || (covered != 0 && load<u16>(covered + ((<usize>n) << 1)) != 65535)) continue;
        v128.store32_lane(to + ((<usize>n) << 2), pixel, 0);
        n++;
        continue;
      }
      const below = readColor(at);
      writeColor(at, f32x4.add(color, f32x4.mul(below, f32x4.splat(1 - alpha))));
    } else {
      const share: f32 = <f32>c * (1.0 / 65535);
      const below = readColor(at);
      writeColor(
        at,
        f32x4.add(f32x4.mul(color, f32x4.splat(share)), f32x4.mul(below, f32x4.splat(1 - alpha * share))),
      );
    }
    n++;
  }
}

/** Colours of a row into the paint's own room. */
function shade(paint: PaintTask, x: i32, y: i32, count: i32): void {
  if (paint.kind == 0) {
    const color = f32x4.mul(f32x4(paint.red, paint.green, paint.blue, 1), f32x4.splat(255 * paint.alpha));
    for (let n = 0; n < count; n++) writeColor(paint.work + ((<usize>n) << 2), color);
  } else if (paint.kind == 4) shadeImage(paint, x, y, count);
  else shadeGradient(paint, x, y, count);
}

/** 1 linear, 2 radial, 3 around: by where a pixel's middle is found along, from or around the gradient. */
function shadeGradient(paint: PaintTask, x: i32, y: i32, count: i32): void {
  const py = <f64>y + 0.5;
  let to = paint.work;
  for (let n = 0; n < count; n++, to += 4) {
    const px = <f64>(x + n) + 0.5;
    const u = paint.a * px + paint.c * py + paint.e;
    let t = u;
    if (paint.kind != 1) {
      const v = paint.b * px + paint.d * py + paint.f;
      if (paint.kind == 2) t = sqrt(u * u + v * v);
      else {
        t = NativeMath.atan2(v, u) / (2 * Math.PI);
        t -= floor(t);
      }
    }
    const step = <usize>nearest(min(max(t, 0), 1) * gradientSteps);
    store<u32>(to, load<u32>(paint.table + (step << 2)));
  }
}

/** What an image shows, straight between its pixels; of one that is made smaller the mean of four such places. */
function shadeImage(paint: PaintTask, x: i32, y: i32, count: i32): void {
  const px = <f64>x + 0.5;
  const py = <f64>y + 0.5;
  const one = <f64>((<i64>1) << placeBits);
  const u = <i64>nearest((paint.a * px + paint.c * py + paint.e - 0.5) * one);
  const v = <i64>nearest((paint.b * px + paint.d * py + paint.f - 0.5) * one);
  const acrossU = <i64>nearest(paint.a * one);
  const acrossV = <i64>nearest(paint.b * one);
  if (paint.spread <= 0) {
    shadeBetween(paint, paint.work, u, v, acrossU, acrossV, count);
    return;
  }
  // A quarter of a pixel to each side, as far as the image is smaller than its own pixels.
  const share = <f64>paint.spread * 0.5;
  const uX = <i64>nearest(paint.a * share * one);
  const vX = <i64>nearest(paint.b * share * one);
  const uY = <i64>nearest(paint.c * share * one);
  const vY = <i64>nearest(paint.d * share * one);
  const others = paint.work + (((<usize>count + 3) & ~3) << 2);
  const bytes = ((<usize>count + 3) & ~3) << 2;
  shadeBetween(paint, others, u - uX - uY, v - vX - vY, acrossU, acrossV, count);
  shadeBetween(paint, others + bytes, u + uX - uY, v + vX - vY, acrossU, acrossV, count);
  shadeBetween(paint, others + 2 * bytes, u - uX + uY, v - vX + vY, acrossU, acrossV, count);
  shadeBetween(paint, others + 3 * bytes, u + uX + uY, v + vX + vY, acrossU, acrossV, count);
  const two = i16x8.splat(2);
  for (let n: usize = 0; n < bytes; n += 16) {
    const a = v128.load(others + n);
    const b = v128.load(others + bytes + n);
    const c = v128.load(others + 2 * bytes + n);
    const d = v128.load(others + 3 * bytes + n);
    const low = i16x8.add(
      i16x8.add(i16x8.extend_low_i8x16_u(a), i16x8.extend_low_i8x16_u(b)),
      i16x8.add(i16x8.extend_low_i8x16_u(c), i16x8.extend_low_i8x16_u(d)),
    );
    const high = i16x8.add(
      i16x8.add(i16x8.extend_high_i8x16_u(a), i16x8.extend_high_i8x16_u(b)),
      i16x8.add(i16x8.extend_high_i8x16_u(c), i16x8.extend_high_i8x16_u(d)),
    );
    v128.store(
      paint.work + n,
      i8x16.narrow_i16x8_u(i16x8.shr_u(i16x8.add(low, two), 2), i16x8.shr_u(i16x8.add(high, two), 2)),
    );
  }
}

/** Pixels of an image along a line, 7 bits between two of them. Beyond its part there are its outermost pixels. */
function shadeBetween(
  paint: PaintTask,
  to: usize,
  u: i64,
  v: i64,
  acrossU: i64,
  acrossV: i64,
  count: i32,
): void {
  const stride = (<usize>paint.imageWidth) << 2;
  const half = i32x4.splat(8192);
  const left = paint.left;
  const top = paint.top;
  const right = paint.right - 1;
  const bottom = paint.bottom - 1;
  for (let n = 0; n < count; n++, to += 4, u += acrossU, v += acrossV) {
    let x = <i32>(u >> placeBits);
    let y = <i32>(v >> placeBits);
    let fx = <i32>((u >> (placeBits - 7)) & 127);
    let fy = <i32>((v >> (placeBits - 7)) & 127);
    if (x < left) {
      x = left;
      fx = 0;
    } else if (x >= right) {
      x = right;
      fx = 0;
    }
    let below = stride;
    if (y < top) {
      y = top;
      fy = 0;
    } else if (y >= bottom) {
      y = bottom;
      fy = 0;
      below = 0;
    }
    const at = paint.image + (<usize>y * stride + ((<usize>x) << 2));
    const upper = i16x8.extend_low_i8x16_u(v128.load64_zero(at));
    const lower = i16x8.extend_low_i8x16_u(v128.load64_zero(at + below));
    const column = i16x8.add(
      i16x8.mul(upper, i16x8.splat(<i16>(128 - fy))),
      i16x8.mul(lower, i16x8.splat(<i16>fy)),
    );
    const pairs = i16x8.shuffle(column, column, 0, 4, 1, 5, 2, 6, 3, 7);
    const sum = i32x4.dot_i16x8_s(pairs, i32x4.splat((fx << 16) | (128 - fx)));
    const whole = i32x4.shr_u(i32x4.add(sum, half), 14);
    const words = i16x8.narrow_i32x4_u(whole, whole);
    v128.store32_lane(to, i8x16.narrow_i16x8_u(words, words), 0);
  }
}

/** Keeps of a surface what the edges surround. */
export function cutByEdges(surface: SurfaceInfo, rule: i32): void {
  const bytes = (<usize>surface.width) << 2;
  if (edgeCount > 0) beginCover(surface.width, rule);
  for (let row = 0; row < surface.height; row++) {
    const line = pixelAt(surface, 0, row);
    if (edgeCount == 0 || row < firstRow || row >= endRow) {
      memory.fill(line, 0, bytes);
      continue;
    }
    coverRow(row);
    memory.fill(line, 0, (<usize>firstColumn) << 2);
    for (let x = firstColumn; x < endColumn; x++) {
      const at = line + ((<usize>x) << 2);
      const c = load<u16>(cover + ((<usize>x) << 1));
      if (c == 65535 || load<u32>(at) == 0) continue;
      writeColor(at, f32x4.mul(readColor(at), f32x4.splat(<f32>c * (1.0 / 65535))));
    }
    memory.fill(line + ((<usize>endColumn) << 2), 0, bytes - ((<usize>endColumn) << 2));
  }
}
