import {
  across,
  blue,
  columns,
  first4,
  green,
  last4,
  one,
  plane,
  red,
  second4,
  third4,
  within,
} from './stretch';

/** Film grain. */

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
function grainRow(task: GrainTask, from: i32, cells: i32, row: i32, work: usize): void {
  for (let n = 0; n < cells; n += 4) {
    const first = chances(from + n, <u32>row, task.seed);
    const second = i32x4.mul(first, i32x4.splat(0x9e3779b1));
    across(
      grainOf(first, second, 0),
      grainOf(first, second, 8),
      grainOf(first, second, 16),
      grainOf(first, second, 24),
    );
    const at = work + ((<usize>n) << 4);
    v128.store(at, first4);
    v128.store(at, second4, 16);
    v128.store(at, third4, 32);
    v128.store(at, last4, 48);
  }
}

/** A cell of four floats, straight between it and the next one. */
function cellAt(work: usize, cell: i32, share: f32): v128 {
  const at = work + ((<usize>cell) << 4);
  const left = v128.load(at);
  return f32x4.add(left, f32x4.mul(f32x4.sub(v128.load(at, 16), left), f32x4.splat(share)));
}

/** Film grain. */
@unmanaged
export class GrainTask {
  amount: f32;
  size: f32;
  color: f32;
  seed: u32;
  left: i32;
  top: i32;
  /** Room for 2048 floats, and four for each cell of a stretch of pixels. */
  work: usize;
  /** Which row of cells stands there, and of which stretch; kept by the code. */
  row: i32;
  column: i32;
}

export function grain(task: GrainTask, x: i32, y: i32, bytes: usize): void {
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
  return task.work + <usize>(row & 1) * 4 * plane;
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
  const work = task.work + 8 * plane;
  grainRow(task, first, cells, row, work);
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
      cellAt(work, i32x4.extract_lane(cell, 0), f32x4.extract_lane(right, 0)),
      cellAt(work, i32x4.extract_lane(cell, 1), f32x4.extract_lane(right, 1)),
      cellAt(work, i32x4.extract_lane(cell, 2), f32x4.extract_lane(right, 2)),
      cellAt(work, i32x4.extract_lane(cell, 3), f32x4.extract_lane(right, 3)),
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
