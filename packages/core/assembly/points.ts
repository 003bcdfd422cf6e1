import { ditherOrder } from './dither';
import { readPixel } from './passPixels';
import {
  AddTask,
  ChainTask,
  CubeTask,
  CurvesTask,
  GrainTask,
  InvertTask,
  LinesTask,
  MixTask,
  ToneTask,
  VeilTask,
  VignetteTask,
  WipeTask,
} from './passTasks';

/**
 * Passes that make each pixel's colour of its colour and place alone. A stretch of a row is brought into four planes of
 * floats, not multiplied by opacity, goes through all of them one after another while it is in the processor's cache, and is
 * rounded once, at the end: to bytes by an ordered pattern, so that slow gradients show no bands. After each of them colours lie between 0 and 1.
 */

/** Pixels of a stretch, a multiple of four. */
const most: i32 = 256;
const plane: usize = 1024;

let red: usize = 0;
let green: usize = 0;
let blue: usize = 0;
let alpha: usize = 0;
/** Whether all of a stretch is opaque. */
let isOpaque: bool = false;

function one(): v128 {
  return f32x4.splat(1);
}

function within(value: v128): v128 {
  return f32x4.pmin(f32x4.pmax(value, f32x4.splat(0)), one());
}

/** 1 / x, and 0 for 0. */
function reciprocal(value: v128): v128 {
  return v128.and(f32x4.div(one(), value), f32x4.gt(value, f32x4.splat(0)));
}

let first4: v128 = f32x4.splat(0);
let second4: v128 = f32x4.splat(0);
let third4: v128 = f32x4.splat(0);
let last4: v128 = f32x4.splat(0);

/** Four times four floats become columns instead of rows. */
function across(a: v128, b: v128, c: v128, d: v128): void {
  const low = i8x16.shuffle(a, b, 0, 1, 2, 3, 16, 17, 18, 19, 4, 5, 6, 7, 20, 21, 22, 23);
  const lower = i8x16.shuffle(c, d, 0, 1, 2, 3, 16, 17, 18, 19, 4, 5, 6, 7, 20, 21, 22, 23);
  const high = i8x16.shuffle(a, b, 8, 9, 10, 11, 24, 25, 26, 27, 12, 13, 14, 15, 28, 29, 30, 31);
  const higher = i8x16.shuffle(c, d, 8, 9, 10, 11, 24, 25, 26, 27, 12, 13, 14, 15, 28, 29, 30, 31);
  first4 = i64x2.shuffle(low, lower, 0, 2);
  second4 = i64x2.shuffle(low, lower, 1, 3);
  third4 = i64x2.shuffle(high, higher, 0, 2);
  last4 = i64x2.shuffle(high, higher, 1, 3);
}

/** Four pixels of four floats become planes. */
function putFour(at: usize, a: v128, b: v128, c: v128, d: v128): void {
  across(a, b, c, d);
  v128.store(red + at, first4);
  v128.store(green + at, second4);
  v128.store(blue + at, third4);
  v128.store(alpha + at, last4);
}

/** Brings pixels in. Gives back whether any of them is not clear. */
function unpack(from: usize, wide: bool, count: i32): bool {
  const bytes = (<usize>count) << 2;
  let all = i32x4.splat(-1);
  let any = i32x4.splat(0);
  if (wide) {
    const factor = f32x4.splat(1 / 65535.0);
    for (let at: usize = 0; at < bytes; at += 16) {
      const first = v128.load(from + 2 * at);
      const second = v128.load(from + 2 * at, 16);
      any = v128.or(any, v128.or(first, second));
      putFour(
        at,
        f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(first)), factor),
        f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(first)), factor),
        f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(second)), factor),
        f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(second)), factor),
      );
      all = v128.and(all, f32x4.ge(v128.load(alpha + at), one()));
    }
  } else {
    const factor = f32x4.splat(1 / 255.0);
    const byte = i32x4.splat(255);
    for (let at: usize = 0; at < bytes; at += 16) {
      const pixels = v128.load(from + at);
      any = v128.or(any, pixels);
      v128.store(red + at, f32x4.mul(f32x4.convert_i32x4_s(v128.and(pixels, byte)), factor));
      v128.store(
        green + at,
        f32x4.mul(f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(pixels, 8), byte)), factor),
      );
      v128.store(
        blue + at,
        f32x4.mul(f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(pixels, 16), byte)), factor),
      );
      v128.store(alpha + at, f32x4.mul(f32x4.convert_i32x4_s(i32x4.shr_u(pixels, 24)), factor));
      all = v128.and(all, f32x4.ge(v128.load(alpha + at), one()));
    }
  }
  // Behind the last pixel anything may stand.
  isOpaque = i32x4.all_true(all);
  if (!isOpaque) {
    for (let at: usize = 0; at < bytes; at += 16) {
      const share = reciprocal(v128.load(alpha + at));
      v128.store(red + at, f32x4.pmin(f32x4.mul(v128.load(red + at), share), one()));
      v128.store(green + at, f32x4.pmin(f32x4.mul(v128.load(green + at), share), one()));
      v128.store(blue + at, f32x4.pmin(f32x4.mul(v128.load(blue + at), share), one()));
    }
  }
  return v128.any_true(any);
}

/** Whole steps of values from 0 to 1. @param part of a step is added before: half of one rounds */
function whole(value: v128, times: f32, part: v128): v128 {
  return i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(value, f32x4.splat(times)), part));
}

/** Brings pixels back. @param x where the first of them stands in the ordered pattern, and `y` */
function pack(to: usize, wide: bool, count: i32, x: i32, y: i32): void {
  if (wide) {
    packWide(to, count);
    return;
  }
  const even = parts(x, y);
  const odd = parts(x + 4, y);
  for (let n = 0; n < count; n += 4) {
    multiply((<usize>n) << 2);
    const part = (n & 4) == 0 ? even : odd;
    const pixels = v128.or(
      v128.or(whole(first4, 255, part), i32x4.shl(whole(second4, 255, part), 8)),
      v128.or(i32x4.shl(whole(third4, 255, part), 16), i32x4.shl(whole(last4, 255, part), 24)),
    );
    const place = to + ((<usize>n) << 2);
    if (n + 4 <= count) v128.store(place, pixels);
    else {
      store<u32>(place, i32x4.extract_lane(pixels, 0));
      if (n + 1 < count) store<u32>(place, i32x4.extract_lane(pixels, 1), 4);
      if (n + 2 < count) store<u32>(place, i32x4.extract_lane(pixels, 2), 8);
    }
  }
}

/** Four parts of a step from a place on: none is so small or large that it moves what is whole. */
function parts(x: i32, y: i32): v128 {
  const orders = i32x4(
    ditherOrder(x, y),
    ditherOrder(x + 1, y),
    ditherOrder(x + 2, y),
    ditherOrder(x + 3, y),
  );
  return f32x4.mul(f32x4.add(f32x4.convert_i32x4_s(orders), f32x4.splat(0.5)), f32x4.splat(1 / 64.0));
}

/** Four pixels, multiplied by opacity. */
function multiply(at: usize): void {
  first4 = v128.load(red + at);
  second4 = v128.load(green + at);
  third4 = v128.load(blue + at);
  last4 = v128.load(alpha + at);
  if (isOpaque) return;
  first4 = f32x4.mul(first4, last4);
  second4 = f32x4.mul(second4, last4);
  third4 = f32x4.mul(third4, last4);
}

function packWide(to: usize, count: i32): void {
  const half = f32x4.splat(0.5);
  for (let n = 0; n < count; n += 4) {
    multiply((<usize>n) << 2);
    // Red and green, blue and opacity: pairs of words.
    const low = v128.or(whole(first4, 65535, half), i32x4.shl(whole(second4, 65535, half), 16));
    const high = v128.or(whole(third4, 65535, half), i32x4.shl(whole(last4, 65535, half), 16));
    const first = i8x16.shuffle(low, high, 0, 1, 2, 3, 16, 17, 18, 19, 4, 5, 6, 7, 20, 21, 22, 23);
    const second = i8x16.shuffle(low, high, 8, 9, 10, 11, 24, 25, 26, 27, 12, 13, 14, 15, 28, 29, 30, 31);
    const place = to + ((<usize>n) << 3);
    if (n + 4 <= count) {
      v128.store(place, first);
      v128.store(place, second, 16);
    } else {
      v128.store64_lane(place, first, 0);
      if (n + 1 < count) v128.store64_lane(place + 8, first, 1);
      if (n + 2 < count) v128.store64_lane(place + 16, second, 0);
    }
  }
}

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

function curves(task: CurvesTask, bytes: usize): void {
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

function mix(task: MixTask, bytes: usize): void {
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

/** Colours by brightness (the luma of Rec. 709), mixed in. */
function tones(task: ToneTask, bytes: usize): void {
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

/**
 * Colours looked up in a table in three directions, between its values by tetrahedra: each cube is cut along its grey
 * diagonal (common practice), so greys stay greys.
 */
function lookUp(task: CubeTask, bytes: usize): void {
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

/** Smooth from 0 to 1, without a bend at either end. */
function smooth(value: v128): v128 {
  const t = within(value);
  return f32x4.mul(f32x4.mul(t, t), f32x4.sub(f32x4.splat(3), f32x4.add(t, t)));
}

/** The eighth power of numbers: distances measured with it are those of a rectangle with round corners. */
function eighth(x: v128): v128 {
  const square = f32x4.mul(x, x);
  const fourth = f32x4.mul(square, square);
  return f32x4.mul(fourth, fourth);
}

/** Places of four pixels from a column on. */
function columns(x: i32): v128 {
  return f32x4.add(f32x4.splat(<f32>x), f32x4(0, 1, 2, 3));
}

function vignetteOn(own: v128, a: v128, color: f32, blend: i32, share: v128): v128 {
  const over = f32x4.splat(color);
  if (blend == 1) return f32x4.mul(own, f32x4.sub(one(), f32x4.mul(f32x4.splat(1 - color), share)));
  // Laid over what is there: it does not become opaquer.
  const target = blend == 0 ? over : f32x4.sub(f32x4.add(own, over), f32x4.mul(f32x4.mul(own, over), a));
  return within(f32x4.add(own, f32x4.mul(f32x4.sub(target, own), share)));
}

function vignette(task: VignetteTask, x: i32, y: i32, bytes: usize): void {
  const inner = f32x4.splat(1 - task.softness);
  const span = f32x4.splat(1 / max<f32>(2 * task.softness, 1e-4));
  const amount = f32x4.splat(task.amount);
  const down = f32x4.splat((<f32>y - task.y) * task.scaleY);
  const downSquare = f32x4.mul(down, down);
  const down8 = eighth(down);
  for (let at: usize = 0; at < bytes; at += 16) {
    const place = columns(x + <i32>(at >> 2));
    const across = f32x4.mul(f32x4.sub(place, f32x4.splat(task.x)), f32x4.splat(task.scaleX));
    let distance = f32x4.sqrt(f32x4.add(f32x4.mul(across, across), downSquare));
    if (task.square > 0) {
      const corner = f32x4.sqrt(f32x4.sqrt(f32x4.sqrt(f32x4.add(eighth(across), down8))));
      distance = f32x4.add(distance, f32x4.mul(f32x4.sub(corner, distance), f32x4.splat(task.square)));
    }
    const share = f32x4.mul(smooth(f32x4.mul(f32x4.sub(distance, inner), span)), amount);
    if (!v128.any_true(f32x4.gt(share, f32x4.splat(0)))) continue;
    const a = v128.load(alpha + at);
    v128.store(red + at, vignetteOn(v128.load(red + at), a, task.red, task.blend, share));
    v128.store(green + at, vignetteOn(v128.load(green + at), a, task.green, task.blend, share));
    v128.store(blue + at, vignetteOn(v128.load(blue + at), a, task.blue, task.blend, share));
  }
}

/** 32 bits for each of four places beside one another. */
function chances(x: i32, y: u32, seed: u32): v128 {
  const places = i32x4.add(i32x4.splat(x), i32x4(0, 1, 2, 3));
  let h = i32x4.add(
    i32x4.mul(places, i32x4.splat(0x8da6b343)),
    i32x4.splat(y * 0xd8163841 + seed * 0x9e3779b1),
  );
  h = i32x4.mul(v128.xor(h, i32x4.shr_u(h, 16)), i32x4.splat(0x7feb352d));
  h = i32x4.mul(v128.xor(h, i32x4.shr_u(h, 15)), i32x4.splat(0x846ca68b));
  return v128.xor(h, i32x4.shr_u(h, 16));
}

/** One of four numbers from -1 to 1 for each of four places, mostly faint: the sum of two even ones, as grains are. */
function grainOf(first: v128, second: v128, shift: i32): v128 {
  const byte = i32x4.splat(255);
  const sum = i32x4.add(
    v128.and(i32x4.shr_u(first, shift), byte),
    v128.and(i32x4.shr_u(second, shift), byte),
  );
  return f32x4.sub(f32x4.mul(f32x4.convert_i32x4_s(sum), f32x4.splat(1 / 255.0)), one());
}

/** Grain for a row of cells: four floats each, red, green, blue, and the one for all colours. */
function grainRow(task: GrainTask, from: i32, cells: i32, row: i32, room: usize): void {
  for (let n = 0; n < cells; n += 4) {
    const first = chances(from + n, <u32>row, task.seed);
    const second = i32x4.mul(first, i32x4.splat(0x9e3779b1));
    across(
      grainOf(first, second, 0),
      grainOf(first, second, 8),
      grainOf(first, second, 16),
      grainOf(first, second, 24),
    );
    const at = room + ((<usize>n) << 4);
    v128.store(at, first4);
    v128.store(at, second4, 16);
    v128.store(at, third4, 32);
    v128.store(at, last4, 48);
  }
}

/** A cell of four floats, straight between it and the next one. */
function cellAt(room: usize, cell: i32, share: f32): v128 {
  const at = room + ((<usize>cell) << 4);
  const left = v128.load(at);
  return f32x4.add(left, f32x4.mul(f32x4.sub(v128.load(at, 16), left), f32x4.splat(share)));
}

function grain(task: GrainTask, x: i32, y: i32, bytes: usize): void {
  const gray = f32x4.splat((1 - task.color) * task.amount);
  const colored = f32x4.splat(task.color * task.amount);
  if (task.size <= 1.01) {
    for (let at: usize = 0; at < bytes; at += 16) {
      const first = chances(task.left + x + <i32>(at >> 2), <u32>(task.top + y), task.seed);
      const second = i32x4.mul(first, i32x4.splat(0x9e3779b1));
      const light = f32x4.mul(grainOf(first, second, 24), gray);
      addGrain(red + at, light, grainOf(first, second, 0), colored);
      addGrain(green + at, light, grainOf(first, second, 8), colored);
      addGrain(blue + at, light, grainOf(first, second, 16), colored);
    }
    return;
  }
  const share: f32 = 1 / task.size;
  const down: f32 = <f32>(y + task.top) * share;
  const row = <i32>floor(down);
  const below: f32 = down - <f32>row;
  // Rows of cells are made once for all the rows of pixels that lie between them.
  const isNext = task.column == x && task.row == row - 1;
  if (task.column != x || task.row != row) {
    if (!isNext) expandGrain(task, x, row, bytes);
    expandGrain(task, x, row + 1, bytes);
    task.row = row;
    task.column = x;
  }
  const upper = grainAt(task, row);
  const lower = grainAt(task, row + 1);
  const part = f32x4.splat(below);
  // Between grains their variance is less: what is lost is given back, or the grid would be seen.
  const even: f32 = 1 / sqrt<f32>((1 - below) * (1 - below) + below * below);
  const grayer = f32x4.mul(gray, f32x4.splat(even));
  const times = f32x4.mul(colored, f32x4.splat(even));
  for (let at: usize = 0; at < bytes; at += 16) {
    const light = f32x4.mul(mixed2(upper + 3 * plane + at, lower + 3 * plane + at, part), grayer);
    addGrain(red + at, light, mixed2(upper + at, lower + at, part), times);
    addGrain(green + at, light, mixed2(upper + plane + at, lower + plane + at, part), times);
    addGrain(blue + at, light, mixed2(upper + 2 * plane + at, lower + 2 * plane + at, part), times);
  }
}

/** Where the grain of a row of cells stands: two rows in turn. */
function grainAt(task: GrainTask, row: i32): usize {
  return task.room + <usize>(row & 1) * 4 * plane;
}

function mixed2(one: usize, other: usize, share: v128): v128 {
  const first = v128.load(one);
  return f32x4.add(first, f32x4.mul(f32x4.sub(v128.load(other), first), share));
}

/** A row of cells for every pixel of a stretch: planes of red, green, blue, and the one for all colours. */
function expandGrain(task: GrainTask, x: i32, row: i32, bytes: usize): void {
  const share: f32 = 1 / task.size;
  const start: f32 = <f32>(x + task.left) * share;
  const first = <i32>floor(start);
  const cells = (<i32>(<f32>(bytes >> 2) * share) + 6) & ~3;
  const room = task.room + 8 * plane;
  grainRow(task, first, cells, row, room);
  const to = grainAt(task, row);
  for (let at: usize = 0; at < bytes; at += 16) {
    const place = f32x4.add(
      f32x4.splat(start - <f32>first),
      f32x4.mul(columns(<i32>(at >> 2)), f32x4.splat(share)),
    );
    const cell = i32x4.trunc_sat_f32x4_s(place);
    const right = f32x4.sub(place, f32x4.convert_i32x4_s(cell));
    const left = f32x4.sub(one(), right);
    const even = f32x4.div(one(), f32x4.sqrt(f32x4.add(f32x4.mul(left, left), f32x4.mul(right, right))));
    across(
      cellAt(room, i32x4.extract_lane(cell, 0), f32x4.extract_lane(right, 0)),
      cellAt(room, i32x4.extract_lane(cell, 1), f32x4.extract_lane(right, 1)),
      cellAt(room, i32x4.extract_lane(cell, 2), f32x4.extract_lane(right, 2)),
      cellAt(room, i32x4.extract_lane(cell, 3), f32x4.extract_lane(right, 3)),
    );
    v128.store(to + at, f32x4.mul(first4, even));
    v128.store(to + plane + at, f32x4.mul(second4, even));
    v128.store(to + 2 * plane + at, f32x4.mul(third4, even));
    v128.store(to + 3 * plane + at, f32x4.mul(last4, even));
  }
}

function addGrain(at: usize, light: v128, value: v128, colored: v128): void {
  v128.store(at, within(f32x4.add(v128.load(at), f32x4.add(light, f32x4.mul(value, colored)))));
}

function scanLines(task: LinesTask, x: i32, y: i32, bytes: usize): void {
  const half = f32x4.splat(task.thickness * 0.5);
  const period = f32x4.splat(task.period);
  const softness = f32x4.splat(1 / task.softness);
  const middle = f32x4.splat(0.5);
  const offset: f32 = <f32>y * task.y - task.offset;
  for (let at: usize = 0; at < bytes; at += 16) {
    const along = f32x4.div(
      f32x4.add(f32x4.mul(columns(x + <i32>(at >> 2)), f32x4.splat(task.x)), f32x4.splat(offset)),
      period,
    );
    // From the middle of the nearest line, in pixels.
    const away = f32x4.mul(f32x4.abs(f32x4.sub(along, f32x4.floor(f32x4.add(along, middle)))), period);
    const lit = smooth(f32x4.add(f32x4.mul(f32x4.sub(away, half), softness), middle));
    const kept = f32x4.sub(one(), f32x4.mul(f32x4.sub(one(), lit), f32x4.splat(task.opacity)));
    v128.store(red + at, f32x4.mul(v128.load(red + at), kept));
    v128.store(green + at, f32x4.mul(v128.load(green + at), kept));
    v128.store(blue + at, f32x4.mul(v128.load(blue + at), kept));
  }
}

function wipe(task: WipeTask, x: i32, y: i32, bytes: usize): void {
  const across = f32x4.splat(task.across);
  const down: f32 = <f32>y - task.y;
  const span = f32x4.splat(0.5 / max<f32>(task.soft, 1e-4));
  const middle = f32x4.splat(0.5);
  const turn: f32 = 6.283185307179586;
  for (let at: usize = 0; at < bytes; at += 16) {
    const from = f32x4.sub(columns(x + <i32>(at >> 2)), f32x4.splat(task.x));
    let place: v128;
    if (task.kind == 0) place = f32x4.add(f32x4.mul(from, across), f32x4.splat(down * task.down));
    else if (task.kind == 1) place = f32x4.sqrt(f32x4.add(f32x4.mul(from, from), f32x4.splat(down * down)));
    else {
      place = f32x4.splat(0);
      for (let lane: usize = 0; lane < 4; lane++) {
        const column: f32 = <f32>(x + <i32>(at >> 2) + <i32>lane) - task.x;
        let angle: f32 = <f32>NativeMath.atan2(<f64>down, <f64>column) - task.angle;
        angle -= turn * floor(angle / turn);
        store<f32>(task.room + (lane << 2), angle);
      }
      place = v128.load(task.room);
    }
    let seen = f32x4.sub(
      one(),
      within(f32x4.add(f32x4.mul(f32x4.sub(place, f32x4.splat(task.edge)), span), middle)),
    );
    if (task.inverted != 0) seen = f32x4.sub(one(), seen);
    v128.store(alpha + at, f32x4.mul(v128.load(alpha + at), seen));
  }
  isOpaque = false;
}

/** Mixes colours with their opposites. */
function invert(task: InvertTask, bytes: usize): void {
  const amount = f32x4.splat(task.amount);
  const kept = f32x4.splat(1 - 2 * task.amount);
  for (let at: usize = 0; at < bytes; at += 16) {
    v128.store(red + at, f32x4.add(f32x4.mul(v128.load(red + at), kept), amount));
    v128.store(green + at, f32x4.add(f32x4.mul(v128.load(green + at), kept), amount));
    v128.store(blue + at, f32x4.add(f32x4.mul(v128.load(blue + at), kept), amount));
  }
}

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
    v128.store(task.room + ((<usize>cell) << 4), value);
    most = f32x4.pmax(most, value);
  }
  return v128.any_true(f32x4.gt(most, least));
}

/** Adds light in proportion to energy. Where a picture is transparent it becomes as opaque as its light is bright. */
function addLight(task: AddTask, x: i32, y: i32, bytes: usize): void {
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
      const cell = task.room + ((<usize>(x >> 2)) << 4) + at;
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
      const from = task.room + ((<usize>cell) << 4);
      const left = v128.load(from);
      const step = f32x4.sub(v128.load(from, 16), left);
      const added = f32x4.add(left, f32x4.mul(step, f32x4.splat(place - <f32>cell)));
      brightest = f32x4.pmax(brightest, added);
      v128.store(task.room - 64 + ((<usize>lane) << 4), added);
    }
    if (!v128.any_true(f32x4.gt(brightest, least))) continue;
    const a = v128.load(task.room - 64);
    const b = v128.load(task.room - 48);
    const c = v128.load(task.room - 32);
    const d = v128.load(task.room - 16);
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

/** Mixes everything with one colour. */
function veil(task: VeilTask, bytes: usize): void {
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

/** Lets rows of pixels go through a chain. */
export function runPoints(task: ChainTask): void {
  red = task.room;
  green = red + plane;
  blue = green + plane;
  alpha = blue + plane;
  const fromWide = task.fromWide != 0;
  const toWide = task.toWide != 0;
  const fromBytes: usize = fromWide ? 8 : 4;
  const toBytes: usize = toWide ? 8 : 4;
  // Column by column, so that what rows below each other share can be kept.
  for (let x = 0; x < task.width; x += most) {
    const count = min(most, task.width - x);
    const bytes = ((<usize>count + 3) & ~3) << 2;
    for (let y = task.first; y < task.end; y++) {
      const pixel = <usize>y * <usize>task.width + <usize>x;
      const to = task.to + pixel * toBytes;
      if (!unpack(task.from + pixel * fromBytes, fromWide, count) && task.keepsClear != 0) {
        memory.fill(to, 0, <usize>count * toBytes);
        continue;
      }
      for (let n = 0; n < task.count; n++) {
        const step = task.steps + ((<usize>n) << 3);
        const kind = load<i32>(step);
        const told = <usize>load<u32>(step, 4);
        if (kind == 0) curves(changetype<CurvesTask>(told), bytes);
        else if (kind == 1) mix(changetype<MixTask>(told), bytes);
        else if (kind == 2) tones(changetype<ToneTask>(told), bytes);
        else if (kind == 3) lookUp(changetype<CubeTask>(told), bytes);
        else if (kind == 4) vignette(changetype<VignetteTask>(told), x, y, bytes);
        else if (kind == 5) grain(changetype<GrainTask>(told), x, y, bytes);
        else if (kind == 6) scanLines(changetype<LinesTask>(told), x, y, bytes);
        else if (kind == 7) wipe(changetype<WipeTask>(told), x, y, bytes);
        else if (kind == 8) invert(changetype<InvertTask>(told), bytes);
        else if (kind == 9) addLight(changetype<AddTask>(told), x, y, bytes);
        else veil(changetype<VeilTask>(told), bytes);
      }
      pack(to, toWide, count, x + task.left, y + task.top);
    }
  }
}
