import { readPixel } from './passPixels';
import {
  across,
  alpha,
  blue,
  first4,
  green,
  isOpaque,
  one,
  reciprocal,
  red,
  second4,
  third4,
  within,
} from './stretch';

/** Light that is added to pixels in proportion to energy. */

/** a + b x */
function line(a: f32, b: f32, x: v128): v128 {
  return f32x4.add(f32x4.splat(a), f32x4.mul(f32x4.splat(b), x));
}

/**
 * Light of four encoded values, 0 to 1 (IEC 61966-2-1). Its power is a polynomial between Chebyshev points, which is wrong
 * by 0.00001 at most: tables of 16 bits would take longer to read. Pairs of its terms do not wait for each other.
 */
export function lightOf(value: v128): v128 {
  const square = f32x4.mul(value, value);
  const low = f32x4.add(
    line(0.000931145439, 0.0326325297, value),
    f32x4.mul(line(0.51585769, 0.700870755, value), square),
  );
  const high = f32x4.add(
    line(-0.40627095, 0.203136596, value),
    f32x4.mul(f32x4.splat(-0.0471605817), square),
  );
  const power = f32x4.add(low, f32x4.mul(high, f32x4.mul(square, square)));
  const straight = f32x4.mul(value, f32x4.splat(1 / 12.92));
  return v128.bitselect(straight, power, f32x4.le(value, f32x4.splat(0.04045)));
}

/** Encoded values of light, the way back: a polynomial of its fourth root, wrong by 0.00001 at most. */
function encodedOf(light: v128): v128 {
  const root = f32x4.sqrt(f32x4.sqrt(light));
  const square = f32x4.mul(root, root);
  const low = f32x4.add(
    line(-0.0616297056, 0.164974, root),
    f32x4.mul(line(1.244214, -0.557555649, root), square),
  );
  const power = f32x4.add(low, f32x4.mul(line(0.272752244, -0.0627589915, root), f32x4.mul(square, square)));
  const straight = f32x4.mul(light, f32x4.splat(12.92));
  return v128.bitselect(straight, power, f32x4.le(light, f32x4.splat(0.0031308)));
}

function lit(own: v128, added: v128): v128 {
  return within(encodedOf(f32x4.pmin(f32x4.add(lightOf(own), added), one())));
}

/** Adds the light of three cells beside one another to four values. */
function litFrom(at: usize, cell: usize, before: v128, under: v128, after: v128): void {
  let added = f32x4.mul(v128.load32_splat(cell), before);
  added = f32x4.add(added, f32x4.mul(v128.load32_splat(cell, 16), under));
  added = f32x4.add(added, f32x4.mul(v128.load32_splat(cell, 32), after));
  v128.store(at, lit(v128.load(at), added));
}

/**
 * The cells of light under a stretch of a row, in colour: the first one stands where that left of the picture would. Gives
 * back whether there is any.
 */
function lightCells(task: AddTask, x: i32, y: i32, count: i32, tint: v128, least: v128): bool {
  const share: f32 = 1 / <f32>task.block;
  const at: f32 = (<f32>y + 0.5) * share - 0.5;
  const row = <i32>floor(at);
  const upper = min(max(row, 0), task.height - 1);
  const lower = min(max(row + 1, 0), task.height - 1);
  const part = f32x4.splat(at - <f32>row);
  const first = <i32>(0.5 + (<f32>x + 0.5) * share);
  const last = min(<i32>(0.5 + (<f32>(x + count) + 0.5) * share) + 2, task.width + 1);
  const top = task.light + ((<usize>(upper * task.width)) << 3);
  const bottom = task.light + ((<usize>(lower * task.width)) << 3);
  const colored = f32x4.mul(tint, f32x4.splat(1 / 65535.0));
  let most = f32x4.splat(0);
  for (let cell = first; cell <= last; cell++) {
    const place = (<usize>min(max(cell - 1, 0), task.width - 1)) << 3;
    const above = readPixel(top + place);
    const value = f32x4.mul(
      f32x4.add(above, f32x4.mul(f32x4.sub(readPixel(bottom + place), above), part)),
      colored,
    );
    v128.store(task.work + ((<usize>cell) << 4), value);
    most = f32x4.pmax(most, value);
  }
  return v128.any_true(f32x4.gt(most, least));
}

/** Light that is added to a picture. */
@unmanaged
export class AddTask {
  /** A small picture of light, 16 bits a value, in proportion to energy. */
  light: usize;
  width: i32;
  height: i32;
  block: i32;
  red: f32;
  green: f32;
  blue: f32;
  /** Room for a row of the small picture: four floats a pixel; and 64 bytes in front of it. */
  work: usize;
}

/** Adds light in proportion to energy. Where a picture is transparent it becomes as opaque as its light is bright. */
export function addLight(task: AddTask, x: i32, y: i32, bytes: usize): void {
  const share: f32 = 1 / <f32>task.block;
  const tint = f32x4(task.red, task.green, task.blue, 0);
  // An eighth of a step of 8 bits.
  const least = f32x4.splat(3.8e-5);
  if (!lightCells(task, x, y, <i32>(bytes >> 2), tint, least)) return;
  if (isOpaque && task.block == 4) {
    // Pixels of a cell's second half, and of the next one's first: their places between three cells are always the same.
    const before = f32x4(0.375, 0.125, 0, 0);
    const under = f32x4(0.625, 0.875, 0.875, 0.625);
    const after = f32x4(0, 0, 0.125, 0.375);
    for (let at: usize = 0; at < bytes; at += 16) {
      const cell = task.work + ((<usize>(x >> 2)) << 4) + at;
      litFrom(red + at, cell, before, under, after);
      litFrom(green + at, cell + 4, before, under, after);
      litFrom(blue + at, cell + 8, before, under, after);
    }
    return;
  }
  for (let at: usize = 0; at < bytes; at += 16) {
    const first: f32 = 0.5 + 0.5 * share + <f32>(x + <i32>(at >> 2)) * share;
    let brightest = f32x4.splat(0);
    for (let lane = 0; lane < 4; lane++) {
      const place: f32 = first + <f32>lane * share;
      const cell = <i32>place;
      const from = task.work + ((<usize>cell) << 4);
      const left = v128.load(from);
      const step = f32x4.sub(v128.load(from, 16), left);
      const added = f32x4.add(left, f32x4.mul(step, f32x4.splat(place - <f32>cell)));
      brightest = f32x4.pmax(brightest, added);
      v128.store(task.work - 64 + ((<usize>lane) << 4), added);
    }
    if (!v128.any_true(f32x4.gt(brightest, least))) continue;
    const a = v128.load(task.work - 64);
    const b = v128.load(task.work - 48);
    const c = v128.load(task.work - 32);
    const d = v128.load(task.work - 16);
    across(a, b, c, d);
    const addRed = first4;
    const addGreen = second4;
    const addBlue = third4;
    if (isOpaque) {
      v128.store(red + at, lit(v128.load(red + at), addRed));
      v128.store(green + at, lit(v128.load(green + at), addGreen));
      v128.store(blue + at, lit(v128.load(blue + at), addBlue));
      continue;
    }
    const own = v128.load(alpha + at);
    const r = lit(f32x4.mul(v128.load(red + at), own), addRed);
    const g = lit(f32x4.mul(v128.load(green + at), own), addGreen);
    const b2 = lit(f32x4.mul(v128.load(blue + at), own), addBlue);
    const opacity = f32x4.pmax(own, f32x4.pmax(r, f32x4.pmax(g, b2)));
    const back = reciprocal(opacity);
    v128.store(red + at, f32x4.pmin(f32x4.mul(r, back), one()));
    v128.store(green + at, f32x4.pmin(f32x4.mul(g, back), one()));
    v128.store(blue + at, f32x4.pmin(f32x4.mul(b2, back), one()));
    v128.store(alpha + at, opacity);
  }
}
