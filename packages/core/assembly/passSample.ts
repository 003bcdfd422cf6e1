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
  // Far beyond there is nothing to tell apart, and whole numbers end.
  x = min<f32>(max<f32>(x, -1e6), 1e6);
  y = min<f32>(max<f32>(y, -1e6), 1e6);
  const left = floor(x);
  const top = floor(y);
  const column = <i32>left;
  const row = <i32>top;
  const across = f32x4.splat(x - left);
  const down = f32x4.splat(y - top);
  let a: v128;
  let b: v128;
  let c: v128;
  let d: v128;
  if (column >= 0 && row >= 0 && column + 1 < image.width && row + 1 < image.height) {
    const at = image.from + ((<usize>(row * image.width + column)) << 3);
    const below = at + ((<usize>image.width) << 3);
    a = readPixel(at);
    b = readPixel(at + 8);
    c = readPixel(below);
    d = readPixel(below + 8);
  } else {
    a = pixelAt(image, column, row);
    b = pixelAt(image, column + 1, row);
    c = pixelAt(image, column, row + 1);
    d = pixelAt(image, column + 1, row + 1);
  }
  const upper = f32x4.add(a, f32x4.mul(f32x4.sub(b, a), across));
  const lower = f32x4.add(c, f32x4.mul(f32x4.sub(d, c), across));
  return f32x4.add(upper, f32x4.mul(f32x4.sub(lower, upper), down));
}
