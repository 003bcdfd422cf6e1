import { readPixel } from './passPixels';
import { ImageTask } from './passTasks';

/** A place along a side of an image for one that may lie beyond its ends; -1 for nothing. */
export function placeIn(n: i32, length: i32, edges: i32): i32 {
  if (n >= 0 && n < length) return n;
  if (edges == 0) return -1;
  if (edges == 1) return n < 0 ? 0 : length - 1;
  const twice = 2 * length;
  let m = n % twice;
  if (m < 0) m += twice;
  return m < length ? m : twice - 1 - m;
}

function pixelAt(image: ImageTask, x: i32, y: i32): v128 {
  if (<u32>x >= <u32>image.width) x = placeIn(x, image.width, image.edges);
  if (<u32>y >= <u32>image.height) y = placeIn(y, image.height, image.edges);
  if (x < 0 || y < 0) return f32x4.splat(0);
  return readPixel(image.from + ((<usize>(y * image.width + x)) << 3));
}

/** What an image shows at a place, straight between its pixels; the middle of the first pixel is at 0, 0. */
export function sampleAt(image: ImageTask, x: f32, y: f32): v128 {
  if (x >= 0 && y >= 0 && x < <f32>(image.width - 1) && y < <f32>(image.height - 1)) {
    const column = <i32>x;
    const row = <i32>y;
    const at = image.from + ((<usize>(row * image.width + column)) << 3);
    // Two pixels beside each other at once.
    const above = v128.load(at);
    const below = v128.load(at + ((<usize>image.width) << 3));
    return between(
      f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(above)),
      f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(above)),
      f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(below)),
      f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(below)),
      f32x4.splat(x - <f32>column),
      f32x4.splat(y - <f32>row),
    );
  }
  return sampleBeyond(image, x, y);
}

/** The same at the edges and beyond them. */
function sampleBeyond(image: ImageTask, x: f32, y: f32): v128 {
  // Far beyond there is nothing to tell apart, and whole numbers end.
  x = min<f32>(max<f32>(x, -1e6), 1e6);
  y = min<f32>(max<f32>(y, -1e6), 1e6);
  const left = floor(x);
  const top = floor(y);
  const column = <i32>left;
  const row = <i32>top;
  return between(
    pixelAt(image, column, row),
    pixelAt(image, column + 1, row),
    pixelAt(image, column, row + 1),
    pixelAt(image, column + 1, row + 1),
    f32x4.splat(x - left),
    f32x4.splat(y - top),
  );
}

/** Four neighbours, by how far a place lies across and down between them. */
function between(a: v128, b: v128, c: v128, d: v128, across: v128, down: v128): v128 {
  const upper = f32x4.add(a, f32x4.mul(f32x4.sub(b, a), across));
  const lower = f32x4.add(c, f32x4.mul(f32x4.sub(d, c), across));
  return f32x4.add(upper, f32x4.mul(f32x4.sub(lower, upper), down));
}
