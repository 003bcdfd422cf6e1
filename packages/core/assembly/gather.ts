import { placeIn } from './passSample';
import { GatherTask } from './passTasks';

/**
 * Passes that find every pixel elsewhere: each works out the places of a row, in floats, and what lies there is mixed of four
 * pixels of four bytes in whole numbers, with 7 bits between two of them.
 */

const tau: f32 = 6.283185307179586;

/** Places of a row: x of all, then y. */
let places: usize = 0;
let stride: usize = 0;

// What is read on every pixel: of the task that runs.
let from: usize = 0;
let width: i32 = 0;
let height: i32 = 0;
let edges: i32 = 0;

function begin(task: GatherTask): void {
  from = task.from;
  width = task.width;
  height = task.height;
  edges = task.edges;
  places = task.work;
  stride = (<usize>width + 4) << 2;
}

function put(x: i32, column: f32, row: f32): void {
  const at = places + ((<usize>x) << 2);
  store<f32>(at, column);
  store<f32>(at + stride, row);
}

/** Four pixels mixed by how far a place lies across and down between them, in 128ths. */
function mixFour(upper: v128, lower: v128, across: i32, down: i32): v128 {
  const column = i16x8.add(
    i16x8.mul(upper, i16x8.splat(<i16>(128 - down))),
    i16x8.mul(lower, i16x8.splat(<i16>down)),
  );
  const pairs = i16x8.shuffle(column, column, 0, 4, 1, 5, 2, 6, 3, 7);
  const sum = i32x4.dot_i16x8_s(pairs, i32x4.splat((across << 16) | (128 - across)));
  const whole = i32x4.shr_u(i32x4.add(sum, i32x4.splat(8192)), 14);
  const words = i16x8.narrow_i32x4_u(whole, whole);
  return i8x16.narrow_i16x8_u(words, words);
}

function pixelAt(x: i32, y: i32): u32 {
  if (<u32>x >= <u32>width) x = placeIn(x, width, edges);
  if (<u32>y >= <u32>height) y = placeIn(y, height, edges);
  if (x < 0 || y < 0) return 0;
  return load<u32>(from + ((<usize>(y * width + x)) << 2));
}

/** At the edges and beyond them. */
function mixBeyond(x: i32, y: i32, across: i32, down: i32): v128 {
  const upper = i32x4(pixelAt(x, y), pixelAt(x + 1, y), 0, 0);
  const lower = i32x4(pixelAt(x, y + 1), pixelAt(x + 1, y + 1), 0, 0);
  return mixFour(i16x8.extend_low_i8x16_u(upper), i16x8.extend_low_i8x16_u(lower), across, down);
}

/** Pixels at the places of a row. */
function takeRow(to: usize): void {
  takePart(to, 0, width);
}

/** Pixels at the places of a part of a row, from one to before another. */
function takePart(to: usize, first: i32, end: i32): void {
  const row = (<usize>width) << 2;
  const lastColumn = width - 1;
  const lastRow = height - 1;
  // Far beyond there is nothing to tell apart, and whole numbers end.
  const far = f32x4.splat(4e6);
  const steps = f32x4.splat(128);
  for (let n = first & ~3; n < end; n += 4) {
    const at = places + ((<usize>n) << 2);
    const us = f32x4.floor(f32x4.mul(f32x4.pmin(f32x4.pmax(v128.load(at), f32x4.neg(far)), far), steps));
    const vs = f32x4.floor(
      f32x4.mul(f32x4.pmin(f32x4.pmax(v128.load(at + stride), f32x4.neg(far)), far), steps),
    );
    v128.store(at, i32x4.trunc_sat_f32x4_s(us));
    v128.store(at + stride, i32x4.trunc_sat_f32x4_s(vs));
  }
  to += (<usize>first) << 2;
  for (let n = first; n < end; n++, to += 4) {
    const at = places + ((<usize>n) << 2);
    const u = load<i32>(at);
    const v = load<i32>(at + stride);
    const x = u >> 7;
    const y = v >> 7;
    if (<u32>x < <u32>lastColumn && <u32>y < <u32>lastRow) {
      const pixel = from + (<usize>y * row + ((<usize>x) << 2));
      const mixed = mixFour(
        i16x8.extend_low_i8x16_u(v128.load64_zero(pixel)),
        i16x8.extend_low_i8x16_u(v128.load64_zero(pixel + row)),
        u & 127,
        v & 127,
      );
      v128.store32_lane(to, mixed, 0);
    } else v128.store32_lane(to, mixBeyond(x, y, u & 127, v & 127), 0);
  }
}

/** Address of a row of what is written. */
function rowOf(task: GatherTask, y: i32): usize {
  return task.to + ((<usize>(y * width)) << 2);
}

/** Through a matrix: x' = a x + c y + e, y' = b x + d y + f says where each pixel is found. */
export function affine(task: GatherTask, a: f32, b: f32, c: f32, d: f32, e: f32, f: f32): void {
  begin(task);
  for (let y = 0; y < height; y++) {
    const left = c * <f32>y + e;
    const top = d * <f32>y + f;
    for (let x = 0; x < width; x++) put(x, left + a * <f32>x, top + b * <f32>x);
    takeRow(rowOf(task, y));
  }
}

/** Smooth from 0 to 1, without a bend at either end. */
function smooth(t: f32): f32 {
  const within = min<f32>(max<f32>(t, 0), 1);
  return within * within * (3 - 2 * within);
}

/** A round glass. */
@unmanaged
export class LensTask {
  x: f32;
  y: f32;
  radius: f32;
  /** Share of the radius over which it goes back to what lies around it. */
  rim: f32;
  zoom: f32;
}

export function lens(task: GatherTask, glass: LensTask): void {
  begin(task);
  // How much nearer to the middle a pixel is found under the glass.
  const nearer: f32 = 1 / glass.zoom - 1;
  const inner = glass.radius * (1 - glass.rim);
  const ring = max<f32>(glass.radius - inner, 1e-3);
  for (let y = 0; y < height; y++) {
    const down = <f32>y - glass.y;
    const to = rowOf(task, y);
    // Only what lies under the glass is found elsewhere.
    const half: f32 = sqrt(max<f32>(0, glass.radius * glass.radius - down * down));
    const first = <i32>max<f32>(0, min<f32>(<f32>width, ceil(glass.x - half)));
    const end =
      abs(down) >= glass.radius ? first : <i32>max<f32>(0, min<f32>(<f32>width, floor(glass.x + half) + 1));
    const own = from + (to - task.to);
    if (end <= first) {
      memory.copy(to, own, (<usize>width) << 2);
      continue;
    }
    memory.copy(to, own, (<usize>first) << 2);
    memory.copy(to + ((<usize>end) << 2), own + ((<usize>end) << 2), (<usize>(width - end)) << 2);
    for (let x = first; x < end; x++) {
      const across = <f32>x - glass.x;
      const distance = sqrt(across * across + down * down);
      const times: f32 = distance >= glass.radius ? 1 : 1 + nearer * (1 - smooth((distance - inner) / ring));
      if (times == 1) put(x, <f32>x, <f32>y);
      else put(x, glass.x + across * times, glass.y + down * times);
    }
    takePart(to, first, end);
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

/** Smooth noise between -1 and 1 at a corner of the grid, between two moments. */
function cornerAt(x: i32, y: i32, z: i32, later: f32, seed: u32): f32 {
  const now = chanceAt(x, y, z, seed);
  return now + (chanceAt(x, y, z + 1, seed) - now) * later;
}

/** How far places of a row of the grid are moved: x and y of each. */
function shiftRow(task: WobbleTask, points: i32, y: f32, to: usize): void {
  memory.fill(to, 0, (<usize>points) << 3);
  let share: f32 = task.amount;
  let times: f32 = 1 / task.size;
  const moment = <i32>floor(task.phase);
  const later = smooth(task.phase - <f32>moment);
  for (let layer = 0; layer < task.detail; layer++) {
    const py = (y + task.top) * times;
    const row = <i32>floor(py);
    const below = smooth(py - <f32>row);
    const start = task.left * times;
    const step = <f32>task.grid * times;
    const first = <i32>floor(start);
    const count = <i32>floor(start + step * <f32>points) - first + 2;
    for (let side = 0; side < 2; side++) {
      const seed = task.seed + 2 * layer + side;
      // Corners of a row stand between those above and below: the same for all places of a cell.
      for (let n = 0; n < count; n++) {
        const upper = cornerAt(first + n, row, moment, later, seed);
        const lower = cornerAt(first + n, row + 1, moment, later, seed);
        store<f32>(task.corners + ((<usize>n) << 2), upper + (lower - upper) * below);
      }
      let at = to + ((<usize>side) << 2);
      for (let n = 0; n < points; n++, at += 8) {
        const px = start + <f32>n * step;
        const cell = floor(px);
        const corner = task.corners + ((<usize>(<i32>cell - first)) << 2);
        const left = load<f32>(corner);
        store<f32>(at, load<f32>(at) + share * (left + (load<f32>(corner, 4) - left) * smooth(px - cell)));
      }
    }
    share *= 0.5;
    times *= 2;
  }
}

/** Every pixel found elsewhere, by noise. */
@unmanaged
export class WobbleTask {
  amount: f32;
  /** Pixels from one value of noise to the next. */
  size: f32;
  detail: i32;
  seed: u32;
  /** Which noise: its place in time, in steps. */
  phase: f32;
  left: f32;
  top: f32;
  /** Pixels from one reading of noise to the next. */
  grid: i32;
  /** Room for three rows of readings: two floats each. */
  work: usize;
  /** Room for a float for each value of the finest noise along a row, and four more. */
  corners: usize;
}

/** Noise is read at every so many pixels, for it is smooth, and taken straight in between. */
export function wobble(task: GatherTask, noise: WobbleTask): void {
  begin(task);
  const grid = noise.grid;
  const points = width / grid + 2;
  const bytes = (<usize>points) << 3;
  let upper = noise.work;
  let lower = upper + bytes;
  const row = lower + bytes;
  const share: f32 = 1 / <f32>grid;
  for (let y = 0; y < height; y++) {
    const first = y - (y % grid);
    if (y == first) {
      // The lower row was that of the one above.
      if (y == 0) shiftRow(noise, points, 0, lower);
      const other = upper;
      upper = lower;
      lower = other;
      shiftRow(noise, points, <f32>(first + grid), lower);
    }
    const down: f32 = <f32>(y - first) * share;
    for (let n = 0; n < 2 * points; n++) {
      const at = (<usize>n) << 2;
      const above = load<f32>(upper + at);
      store<f32>(row + at, above + (load<f32>(lower + at) - above) * down);
    }
    for (let n = 0; n < points; n++) {
      const at = row + ((<usize>n) << 3);
      const stepX: f32 = (load<f32>(at, 8) - load<f32>(at)) * share;
      const stepY: f32 = (load<f32>(at, 12) - load<f32>(at, 4)) * share;
      let column: f32 = load<f32>(at);
      let line: f32 = load<f32>(at, 4);
      const end = min((n + 1) * grid, width);
      for (let x = n * grid; x < end; x++) {
        put(x, <f32>x + column, <f32>y + line);
        column += stepX;
        line += stepY;
      }
    }
    takeRow(rowOf(task, y));
  }
}

/** What lies on one side of a line, and its mirror image on the other. The line goes through x, y; its normal has length 1. */
export function reflect(task: GatherTask, x: f32, y: f32, normalX: f32, normalY: f32): void {
  begin(task);
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const away: f32 = (<f32>column - x) * normalX + (<f32>row - y) * normalY;
      if (away <= 0) put(column, <f32>column, <f32>row);
      else {
        const twice: f32 = 2 * away;
        put(column, <f32>column - twice * normalX, <f32>row - twice * normalY);
      }
    }
    takeRow(rowOf(task, row));
  }
}

/** Sectors around a point, every other one mirrored. */
@unmanaged
export class FoldTask {
  x: f32;
  y: f32;
  /** Radians. */
  angle: f32;
  sector: f32;
  turn: f32;
}

export function fold(task: GatherTask, sectors: FoldTask): void {
  begin(task);
  for (let y = 0; y < height; y++) {
    const down = <f32>y - sectors.y;
    for (let x = 0; x < width; x++) {
      const across = <f32>x - sectors.x;
      const distance = sqrt(across * across + down * down);
      let angle: f32 = <f32>NativeMath.atan2(<f64>down, <f64>across) - sectors.angle;
      angle -= tau * floor(angle / tau);
      const twice: f32 = 2 * sectors.sector;
      angle -= twice * floor(angle / twice);
      if (angle > sectors.sector) angle = twice - angle;
      angle += sectors.angle + sectors.turn;
      put(
        x,
        sectors.x + distance * <f32>NativeMath.cos(<f64>angle),
        sectors.y + distance * <f32>NativeMath.sin(<f64>angle),
      );
    }
    takeRow(rowOf(task, y));
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

/** A picture repeated. */
@unmanaged
export class TilesTask {
  x: f32;
  y: f32;
  columns: f32;
  rows: f32;
  mirrored: i32;
  /** Size of what is repeated. */
  width: f32;
  height: f32;
}

export function tiles(task: GatherTask, all: TilesTask): void {
  begin(task);
  const mirrored = all.mirrored != 0;
  for (let y = 0; y < height; y++) {
    const row = tiled(<f32>y, all.y, all.rows, all.height, mirrored);
    for (let x = 0; x < width; x++) put(x, tiled(<f32>x, all.x, all.columns, all.width, mirrored), row);
    takeRow(rowOf(task, y));
  }
}

/** Colours seen through places apart. */
@unmanaged
export class SplitTask {
  x: f32;
  y: f32;
  /** How much of the distance from the middle is added on each side, and where that is. */
  spread: f32;
  middleX: f32;
  middleY: f32;
  /** Room for a row of pixels. */
  work: usize;
  /** Outside of these pixels all is clear: from left and top to before right and bottom. */
  left: i32;
  top: i32;
  right: i32;
  bottom: i32;
}

/** Red is found on one side, blue on the other. */
export function splitColors(task: GatherTask, split: SplitTask): void {
  begin(task);
  const row = split.work;
  const first = split.left;
  const end = split.right;
  const before = (<usize>first) << 2;
  const behind = (<usize>end) << 2;
  for (let y = 0; y < height; y++) {
    const to = rowOf(task, y);
    if (y < split.top || y >= split.bottom) {
      memory.fill(to, 0, (<usize>width) << 2);
      continue;
    }
    memory.fill(to, 0, before);
    memory.fill(to + behind, 0, ((<usize>width) << 2) - behind);
    const down = <f32>y - split.middleY;
    for (let side = 0; side < 2; side++) {
      const sign: f32 = side == 0 ? -1 : 1;
      for (let x = first; x < end; x++) {
        const across = <f32>x - split.middleX;
        put(
          x,
          <f32>x + sign * (split.x + across * split.spread),
          <f32>y + sign * (split.y + down * split.spread),
        );
      }
      takePart(side == 0 ? row : to, first, end);
    }
    mergeColors(row, from + (to - task.to), to, first, end);
  }
}

/** Red of one row, green of another, and blue of a third one, in its place; as opaque as the most opaque of them. */
function mergeColors(red: usize, green: usize, to: usize, first: i32, end: i32): void {
  const redOnly = i32x4.splat(0xff);
  const greenOnly = i32x4.splat(0xff00);
  const blueOnly = i32x4.splat(0xff0000);
  const opacity = i32x4.splat(0xff000000);
  let x = first;
  for (; x + 4 <= end; x += 4) {
    const at = (<usize>x) << 2;
    const reds = v128.load(red + at);
    const greens = v128.load(green + at);
    const blues = v128.load(to + at);
    const alpha = v128.and(i8x16.max_u(reds, i8x16.max_u(greens, blues)), opacity);
    v128.store(
      to + at,
      v128.or(
        v128.or(v128.and(reds, redOnly), v128.and(greens, greenOnly)),
        v128.or(v128.and(blues, blueOnly), alpha),
      ),
    );
  }
  for (; x < end; x++) {
    const at = (<usize>x) << 2;
    const reds = load<u32>(red + at);
    const greens = load<u32>(green + at);
    const blues = load<u32>(to + at);
    const alpha = max(reds >> 24, max(greens >> 24, blues >> 24));
    store<u32>(to + at, (reds & 0xff) | (greens & 0xff00) | (blues & 0xff0000) | (alpha << 24));
  }
}
