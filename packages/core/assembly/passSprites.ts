import { readPixel, writePixel } from './passPixels';
import { ImageTask, SpritesTask } from './passTasks';

/** Small shapes of light: particles, and the parts of flares. */

/** Bytes of a sprite: x, y, half width, half height, cosine and sine of its rotation, form, corners, softness, and colour. */
const spriteBytes: usize = 56;

const tau: f32 = 6.283185307179586;

/** Angle of a place within one of `count` equal sectors, from the sector's middle. */
function folded(x: f32, y: f32, count: f32): f32 {
  const sector: f32 = tau / count;
  const angle = <f32>NativeMath.atan2(<f64>y, <f64>x);
  return angle - sector * floor(angle / sector + 0.5);
}

/** Filled up to an edge at 1, over so much softness. */
function edge(distance: f32, soft: f32): f32 {
  return min<f32>(max<f32>((1 - distance) / soft + 0.5, 0), 1);
}

/**
 * How much of a pixel a shape covers.
 * @param u place along the shape's axes, in halves of its width and height
 * @param soft of its edge, as a share of its size
 */
function covered(form: i32, u: f32, v: f32, corners: f32, soft: f32): f32 {
  const square: f32 = u * u + v * v;
  // 0 a disc, 1 a ball of light, 2 a ring, 3 a streak, 4 a star, 5 a polygon, 6 rays.
  if (form == 0) return edge(sqrt(square), soft);
  if (form == 1) {
    const left = max<f32>(1 - square, 0);
    return left * left * left;
  }
  if (form == 2) {
    const away: f32 = (sqrt(square) - 1 + soft) / soft;
    const left = max<f32>(1 - away * away, 0);
    return left * left;
  }
  if (form == 3) {
    // Thin at its ends.
    const left: f32 = 1 - abs(u);
    if (left <= 0) return 0;
    const across: f32 = v / left;
    const near = max<f32>(1 - across * across, 0);
    return left * left * near * near;
  }
  const angle = folded(u, v, corners);
  const distance = sqrt(square);
  if (form == 5) {
    // From the middle of a side to its corners.
    const side = <f32>NativeMath.cos(<f64>(tau / corners / 2));
    return edge((distance * <f32>NativeMath.cos(<f64>angle)) / side, soft);
  }
  const half: f32 = tau / corners / 2;
  const part: f32 = abs(angle) / half;
  if (form == 4) {
    // A straight line from each point in to less than half as far between two of them.
    const inner: f32 = 0.42;
    const extent: f32 = inner / (inner + (1 - inner) * part);
    return edge(distance / extent, soft);
  }
  const left = max<f32>(1 - distance, 0);
  const thin: f32 = max<f32>(1 - part / max<f32>(soft, 0.02), 0);
  return left * left * thin * thin;
}

/** Lays sprites over an image, one after another, or adds their light to it. */
export function drawSprites(image: ImageTask, task: SpritesTask): void {
  let at = task.sprites;
  const width = image.width;
  const height = image.height;
  for (let n = 0; n < task.count; n++, at += spriteBytes) {
    const x = load<f32>(at);
    const y = load<f32>(at, 4);
    const across = load<f32>(at, 8);
    const down = load<f32>(at, 12);
    const cos = load<f32>(at, 16);
    const sin = load<f32>(at, 20);
    const form = <i32>load<f32>(at, 24);
    const corners = load<f32>(at, 28);
    const opacity = load<f32>(at, 48);
    if (!(across > 0) || !(down > 0) || !(opacity > 0)) continue;
    const least = min(across, down);
    // Its edge is never sharper than a pixel.
    const soft: f32 = form == 6 ? load<f32>(at, 32) : max<f32>(load<f32>(at, 32), min<f32>(1 / least, 1));
    // What is smaller than a pixel is fainter instead.
    const faint: f32 = min<f32>(across * down * 3.2, 1);
    const color = f32x4.mul(v128.load(at, 36), f32x4.splat(65535));
    const extentX: f32 = abs(across * cos) + abs(down * sin) + 1;
    const extentY: f32 = abs(across * sin) + abs(down * cos) + 1;
    const left = max(<i32>floor(max<f32>(x - extentX, -1)), 0);
    const right = min(<i32>ceil(min<f32>(x + extentX, <f32>width)), width);
    const top = max(<i32>floor(max<f32>(y - extentY, -1)), 0);
    const bottom = min(<i32>ceil(min<f32>(y + extentY, <f32>height)), height);
    const wide: f32 = 1 / max<f32>(across, 0.6);
    const high: f32 = 1 / max<f32>(down, 0.6);
    for (let row = top; row < bottom; row++) {
      const offY: f32 = <f32>row + 0.5 - y;
      let pixel = image.from + ((<usize>(row * width + left)) << 3);
      for (let column = left; column < right; column++, pixel += 8) {
        const offX: f32 = <f32>column + 0.5 - x;
        const u: f32 = (offX * cos + offY * sin) * wide;
        const v: f32 = (offY * cos - offX * sin) * high;
        const share: f32 = covered(form, u, v, corners, soft) * opacity * faint;
        if (share < 0.0005) continue;
        const drawn = f32x4.mul(f32x4.replace_lane(color, 3, 65535), f32x4.splat(share));
        const own = readPixel(pixel);
        if (task.add != 0) writePixel(pixel, f32x4.add(own, drawn));
        else writePixel(pixel, f32x4.add(drawn, f32x4.mul(own, f32x4.splat(1 - share))));
      }
    }
  }
}
