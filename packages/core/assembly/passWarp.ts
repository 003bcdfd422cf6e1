import { readPixel, writePixel } from './passPixels';
import { sampleAt } from './passSample';
import { FoldTask, ImageTask, LensTask, MosaicTask, TilesTask, WobbleTask } from './passTasks';

/** Passes that find every pixel elsewhere. */

const tau: f32 = 6.283185307179586;

/** Smooth from 0 to 1, without a bend at either end. */
function smooth(t: f32): f32 {
  const within = min<f32>(max<f32>(t, 0), 1);
  return within * within * (3 - 2 * within);
}

/** An image through a matrix: x' = a x + c y + e, y' = b x + d y + f says where each pixel is found. */
export function affine(image: ImageTask, a: f32, b: f32, c: f32, d: f32, e: f32, f: f32): void {
  let to = image.to;
  for (let y = 0; y < image.height; y++) {
    const left = c * <f32>y + e;
    const top = d * <f32>y + f;
    for (let x = 0; x < image.width; x++, to += 8)
      writePixel(to, sampleAt(image, left + a * <f32>x, top + b * <f32>x));
  }
}

export function lens(image: ImageTask, task: LensTask): void {
  let to = image.to;
  // How much nearer to the middle a pixel is found under the glass.
  const nearer: f32 = 1 / task.zoom - 1;
  const inner = task.radius * (1 - task.rim);
  const ring = max<f32>(task.radius - inner, 1e-3);
  for (let y = 0; y < image.height; y++) {
    const down = <f32>y - task.y;
    for (let x = 0; x < image.width; x++, to += 8) {
      const across = <f32>x - task.x;
      const distance = sqrt(across * across + down * down);
      if (distance >= task.radius) {
        store<u64>(to, load<u64>(image.from + ((<usize>(y * image.width + x)) << 3)));
        continue;
      }
      const times: f32 = 1 + nearer * (1 - smooth((distance - inner) / ring));
      writePixel(to, sampleAt(image, task.x + across * times, task.y + down * times));
    }
  }
}

/** A number from -1 to 1 for a place in a grid. */
function chanceAt(x: i32, y: i32, z: i32, seed: u32): f32 {
  let h: u32 = <u32>x * 0x8da6b343 + <u32>y * 0xd8163841 + <u32>z * 0xcb1ab31f + seed * 0x9e3779b1;
  h = (h ^ (h >> 16)) * 0x7feb352d;
  h = (h ^ (h >> 15)) * 0x846ca68b;
  h ^= h >> 16;
  return <f32>(h >> 8) / 8388608.0 - 1;
}

/** Smooth noise between -1 and 1. */
function noiseAt(x: f32, y: f32, z: f32, seed: u32): f32 {
  const left = floor(x);
  const top = floor(y);
  const near = floor(z);
  const i = <i32>left;
  const j = <i32>top;
  const k = <i32>near;
  const u = smooth(x - left);
  const v = smooth(y - top);
  const w = smooth(z - near);
  let sum: f32 = 0;
  for (let step = 0; step < 2; step++) {
    const a = chanceAt(i, j, k + step, seed);
    const b = chanceAt(i + 1, j, k + step, seed);
    const c = chanceAt(i, j + 1, k + step, seed);
    const d = chanceAt(i + 1, j + 1, k + step, seed);
    const upper: f32 = a + (b - a) * u;
    const lower: f32 = c + (d - c) * u;
    const flat: f32 = upper + (lower - upper) * v;
    sum += flat * (step == 0 ? 1 - w : w);
  }
  return sum;
}

/** How far a place is moved: x and y, as a pair of floats in the first half. */
function shiftAt(task: WobbleTask, x: f32, y: f32): v128 {
  let across: f32 = 0;
  let down: f32 = 0;
  let share: f32 = task.amount;
  let times: f32 = 1 / task.size;
  for (let layer = 0; layer < task.detail; layer++) {
    const px = (x + task.left) * times;
    const py = (y + task.top) * times;
    across += share * noiseAt(px, py, task.phase, task.seed + 2 * layer);
    down += share * noiseAt(px, py, task.phase, task.seed + 2 * layer + 1);
    share *= 0.5;
    times *= 2;
  }
  return f32x4(across, down, 0, 0);
}

/** Noise is read at every so many pixels, for it is smooth, and taken straight in between. */
export function wobble(image: ImageTask, task: WobbleTask): void {
  const grid = task.grid;
  const points = image.width / grid + 2;
  const upper = task.room;
  const lower = task.room + ((<usize>points) << 4);
  const share: f32 = 1 / <f32>grid;
  let to = image.to;
  for (let y = 0; y < image.height; y++) {
    const row = y - (y % grid);
    if (y == row) {
      for (let n = 0; n < points; n++) {
        const x = <f32>(n * grid);
        v128.store(upper + ((<usize>n) << 4), shiftAt(task, x, <f32>row));
        v128.store(lower + ((<usize>n) << 4), shiftAt(task, x, <f32>(row + grid)));
      }
    }
    const down = f32x4.splat(<f32>(y - row) * share);
    for (let x = 0; x < image.width; x++, to += 8) {
      const n = x / grid;
      const at = (<usize>n) << 4;
      const across = f32x4.splat(<f32>(x - n * grid) * share);
      const a = v128.load(upper + at);
      const b = v128.load(lower + at);
      const above = f32x4.add(a, f32x4.mul(f32x4.sub(v128.load(upper + at, 16), a), across));
      const below = f32x4.add(b, f32x4.mul(f32x4.sub(v128.load(lower + at, 16), b), across));
      const shift = f32x4.add(above, f32x4.mul(f32x4.sub(below, above), down));
      const column = <f32>x + f32x4.extract_lane(shift, 0);
      writePixel(to, sampleAt(image, column, <f32>y + f32x4.extract_lane(shift, 1)));
    }
  }
}

/** What lies on one side of a line, and its mirror image on the other. The line goes through x, y; its normal has length 1. */
export function reflect(image: ImageTask, x: f32, y: f32, normalX: f32, normalY: f32): void {
  let to = image.to;
  for (let row = 0; row < image.height; row++) {
    for (let column = 0; column < image.width; column++, to += 8) {
      const away: f32 = (<f32>column - x) * normalX + (<f32>row - y) * normalY;
      if (away <= 0) store<u64>(to, load<u64>(image.from + ((<usize>(row * image.width + column)) << 3)));
      else {
        const twice: f32 = 2 * away;
        writePixel(to, sampleAt(image, <f32>column - twice * normalX, <f32>row - twice * normalY));
      }
    }
  }
}

export function fold(image: ImageTask, task: FoldTask): void {
  let to = image.to;
  for (let y = 0; y < image.height; y++) {
    const down = <f32>y - task.y;
    for (let x = 0; x < image.width; x++, to += 8) {
      const across = <f32>x - task.x;
      const distance = sqrt(across * across + down * down);
      let angle: f32 = <f32>NativeMath.atan2(<f64>down, <f64>across) - task.angle;
      angle -= tau * floor(angle / tau);
      const twice: f32 = 2 * task.sector;
      angle -= twice * floor(angle / twice);
      if (angle > task.sector) angle = twice - angle;
      angle += task.angle + task.turn;
      const column = task.x + distance * <f32>NativeMath.cos(<f64>angle);
      const row = task.y + distance * <f32>NativeMath.sin(<f64>angle);
      writePixel(to, sampleAt(image, column, row));
    }
  }
}

/** Where a place is found in a picture that is repeated. */
function tiled(at: f32, middle: f32, times: f32, size: f32, mirrored: bool): f32 {
  const place: f32 = ((at - middle) * times) / size + 0.5;
  const whole = floor(place);
  const part: f32 = place - whole;
  const turned = mirrored && ((<i32>whole) & 1) != 0;
  return middle + ((turned ? 1 - part : part) - 0.5) * size;
}

export function tiles(image: ImageTask, task: TilesTask): void {
  let to = image.to;
  const mirrored = task.mirrored != 0;
  for (let y = 0; y < image.height; y++) {
    const row = tiled(<f32>y, task.y, task.rows, task.height, mirrored);
    for (let x = 0; x < image.width; x++, to += 8) {
      const column = tiled(<f32>x, task.x, task.columns, task.width, mirrored);
      writePixel(to, sampleAt(image, column, row));
    }
  }
}

/** First pixel at or after the edge of a cell. */
function cellEdge(cell: i32, middle: f32, size: f32, length: i32): i32 {
  return min(max(<i32>ceil(middle + <f32>cell * size - 0.5), 0), length);
}

/** Every cell has the average of what lies in it. */
export function mosaic(image: ImageTask, task: MosaicTask): void {
  const width = image.width;
  const height = image.height;
  const firstColumn = <i32>floor(-task.x / task.width);
  const firstRow = <i32>floor(-task.y / task.height);
  let bottom = 0;
  for (let row = firstRow; bottom < height; row++) {
    const top = cellEdge(row, task.y, task.height, height);
    bottom = cellEdge(row + 1, task.y, task.height, height);
    if (bottom <= top) continue;
    let right = 0;
    for (let column = firstColumn; right < width; column++) {
      const left = cellEdge(column, task.x, task.width, width);
      right = cellEdge(column + 1, task.x, task.width, width);
      if (right <= left) continue;
      let sum = f32x4.splat(0);
      for (let y = top; y < bottom; y++) {
        const line = image.from + ((<usize>(y * width)) << 3);
        // Rows apart, so that the sums of large cells stay exact enough.
        let part = f32x4.splat(0);
        for (let x = left; x < right; x++) part = f32x4.add(part, readPixel(line + ((<usize>x) << 3)));
        sum = f32x4.add(sum, f32x4.mul(part, f32x4.splat(1 / <f32>(right - left))));
      }
      const average = f32x4.mul(sum, f32x4.splat(1 / <f32>(bottom - top)));
      for (let y = top; y < bottom; y++) {
        const line = image.to + ((<usize>(y * width)) << 3);
        for (let x = left; x < right; x++) writePixel(line + ((<usize>x) << 3), average);
      }
    }
  }
}
