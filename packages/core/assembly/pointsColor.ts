import { alpha, blue, green, one, reciprocal, red, within } from './stretch';

/** Passes that make a pixel's colour of its colour alone. */

/** A value of a curve for each of four, straight between its 4097 values of 16 bits. */
function curveOf(table: usize, value: v128): v128 {
  const place = f32x4.mul(value, f32x4.splat(4096));
  const step = i32x4.trunc_sat_f32x4_s(place);
  const share = f32x4.sub(place, f32x4.convert_i32x4_s(step));
  // Two neighbours at once; behind the last one something else stands, of which nothing is taken.
  const pairs = i32x4(
    load<u32>(table + ((<usize>i32x4.extract_lane(step, 0)) << 1)),
    load<u32>(table + ((<usize>i32x4.extract_lane(step, 1)) << 1)),
    load<u32>(table + ((<usize>i32x4.extract_lane(step, 2)) << 1)),
    load<u32>(table + ((<usize>i32x4.extract_lane(step, 3)) << 1)),
  );
  const first = f32x4.convert_i32x4_s(v128.and(pairs, i32x4.splat(0xffff)));
  const next = f32x4.convert_i32x4_s(i32x4.shr_u(pairs, 16));
  return f32x4.mul(f32x4.add(first, f32x4.mul(f32x4.sub(next, first), share)), f32x4.splat(1 / 65535.0));
}

/** Three tables of 4097 values of 16 bits. */
@unmanaged
export class CurvesTask {
  red: usize;
  green: usize;
  blue: usize;
}

export function curves(task: CurvesTask, bytes: usize): void {
  for (let at: usize = 0; at < bytes; at += 16) {
    v128.store(red + at, curveOf(task.red, v128.load(red + at)));
    v128.store(green + at, curveOf(task.green, v128.load(green + at)));
    v128.store(blue + at, curveOf(task.blue, v128.load(blue + at)));
  }
}

/** A row of a matrix of colours. */
function mixed(r: v128, g: v128, b: v128, byRed: f32, byGreen: f32, byBlue: f32, added: f32): v128 {
  let sum = f32x4.add(f32x4.splat(added), f32x4.mul(r, f32x4.splat(byRed)));
  sum = f32x4.add(sum, f32x4.mul(g, f32x4.splat(byGreen)));
  return within(f32x4.add(sum, f32x4.mul(b, f32x4.splat(byBlue))));
}

/** Three rows of three factors, each with what is added. */
@unmanaged
export class MixTask {
  rr: f32;
  rg: f32;
  rb: f32;
  r: f32;
  gr: f32;
  gg: f32;
  gb: f32;
  g: f32;
  br: f32;
  bg: f32;
  bb: f32;
  b: f32;
}

export function mix(task: MixTask, bytes: usize): void {
  for (let at: usize = 0; at < bytes; at += 16) {
    const r = v128.load(red + at);
    const g = v128.load(green + at);
    const b = v128.load(blue + at);
    v128.store(red + at, mixed(r, g, b, task.rr, task.rg, task.rb, task.r));
    v128.store(green + at, mixed(r, g, b, task.gr, task.gg, task.gb, task.g));
    v128.store(blue + at, mixed(r, g, b, task.br, task.bg, task.bb, task.b));
  }
}

/** A pixel of the planes as red, green, blue, 1. */
function colorAt(at: usize): v128 {
  return f32x4(load<f32>(red + at), load<f32>(green + at), load<f32>(blue + at), 1);
}

/** Mixes a pixel with another colour. */
function towards(at: usize, color: v128, amount: v128): void {
  const own = colorAt(at);
  const value = within(f32x4.add(own, f32x4.mul(f32x4.sub(color, own), amount)));
  store<f32>(red + at, f32x4.extract_lane(value, 0));
  store<f32>(green + at, f32x4.extract_lane(value, 1));
  store<f32>(blue + at, f32x4.extract_lane(value, 2));
}

/** A table by brightness. */
@unmanaged
export class ToneTask {
  /** 257 colours of four floats, 0 to 1. */
  colors: usize;
  amount: f32;
}

/** Colours by brightness (the luma of Rec. 709), mixed in. */
export function tones(task: ToneTask, bytes: usize): void {
  const amount = f32x4.splat(task.amount);
  for (let at: usize = 0; at < bytes; at += 4) {
    const luma: f32 =
      0.2126 * load<f32>(red + at) + 0.7152 * load<f32>(green + at) + 0.0722 * load<f32>(blue + at);
    const place: f32 = min<f32>(luma * 256, 256);
    const step = min(<i32>place, 255);
    const table = task.colors + ((<usize>step) << 4);
    const first = v128.load(table);
    const next = v128.load(table, 16);
    towards(at, f32x4.add(first, f32x4.mul(f32x4.sub(next, first), f32x4.splat(place - <f32>step))), amount);
  }
}

function entry(task: CubeTask, r: i32, g: i32, b: i32): v128 {
  return v128.load(task.colors + ((<usize>((b * task.size + g) * task.size + r)) << 4));
}

/** A table of colours in three directions. */
@unmanaged
export class CubeTask {
  size: i32;
  /** Three floats for each, red changing fastest. */
  colors: usize;
  amount: f32;
}

/**
 * Colours looked up in a table in three directions, between its values by tetrahedra: each cube is cut along its grey
 * diagonal (common practice), so greys stay greys.
 */
export function lookUp(task: CubeTask, bytes: usize): void {
  const last = <f32>(task.size - 1);
  const amount = f32x4.splat(task.amount);
  for (let at: usize = 0; at < bytes; at += 4) {
    const place = f32x4.mul(colorAt(at), f32x4.splat(last));
    const cell = f32x4.pmin(f32x4.floor(place), f32x4.splat(last - 1));
    const part = f32x4.sub(place, cell);
    const r = <i32>f32x4.extract_lane(cell, 0);
    const g = <i32>f32x4.extract_lane(cell, 1);
    const b = <i32>f32x4.extract_lane(cell, 2);
    const x = f32x4.extract_lane(part, 0);
    const y = f32x4.extract_lane(part, 1);
    const z = f32x4.extract_lane(part, 2);
    const longest = max(x, max(y, z));
    const shortest = min(x, min(y, z));
    const middle: f32 = x + y + z - longest - shortest;
    // From the dark corner along the longest direction, then also along the middle one, to the light corner.
    const xFirst = x >= y && x >= z;
    const yFirst = !xFirst && y >= z;
    const zFirst = !xFirst && !yFirst;
    const xLast = x < y && x < z;
    const zLast = !xLast && z <= y && !zFirst;
    const yLast = !xLast && !zLast;
    const near = entry(task, r + <i32>xFirst, g + <i32>yFirst, b + <i32>zFirst);
    const far = entry(task, r + 1 - <i32>xLast, g + 1 - <i32>yLast, b + 1 - <i32>zLast);
    let color = f32x4.mul(entry(task, r, g, b), f32x4.splat(1 - longest));
    color = f32x4.add(color, f32x4.mul(near, f32x4.splat(longest - middle)));
    color = f32x4.add(color, f32x4.mul(far, f32x4.splat(middle - shortest)));
    color = f32x4.add(color, f32x4.mul(entry(task, r + 1, g + 1, b + 1), f32x4.splat(shortest)));
    towards(at, color, amount);
  }
}

/** How much of the opposite colour. */
@unmanaged
export class InvertTask {
  /** 0 to 1 */
  amount: f32;
}

/** Mixes colours with their opposites. */
export function invert(task: InvertTask, bytes: usize): void {
  const amount = f32x4.splat(task.amount);
  const kept = f32x4.splat(1 - 2 * task.amount);
  for (let at: usize = 0; at < bytes; at += 16) {
    v128.store(red + at, f32x4.add(f32x4.mul(v128.load(red + at), kept), amount));
    v128.store(green + at, f32x4.add(f32x4.mul(v128.load(green + at), kept), amount));
    v128.store(blue + at, f32x4.add(f32x4.mul(v128.load(blue + at), kept), amount));
  }
}

/** One colour mixed in: all from 0 to 1. */
@unmanaged
export class VeilTask {
  amount: f32;
  red: f32;
  green: f32;
  blue: f32;
}

/** Mixes everything with one colour. */
export function veil(task: VeilTask, bytes: usize): void {
  const amount = f32x4.splat(task.amount);
  const kept = f32x4.splat(1 - task.amount);
  for (let at: usize = 0; at < bytes; at += 16) {
    const own = v128.load(alpha + at);
    const opacity = f32x4.add(f32x4.mul(own, kept), amount);
    // Colours are mixed as they are seen: multiplied by opacity.
    const share = f32x4.mul(f32x4.mul(own, kept), reciprocal(opacity));
    const rest = f32x4.mul(amount, reciprocal(opacity));
    v128.store(
      red + at,
      f32x4.add(f32x4.mul(v128.load(red + at), share), f32x4.mul(f32x4.splat(task.red), rest)),
    );
    v128.store(
      green + at,
      f32x4.add(f32x4.mul(v128.load(green + at), share), f32x4.mul(f32x4.splat(task.green), rest)),
    );
    v128.store(
      blue + at,
      f32x4.add(f32x4.mul(v128.load(blue + at), share), f32x4.mul(f32x4.splat(task.blue), rest)),
    );
    v128.store(alpha + at, opacity);
  }
}
