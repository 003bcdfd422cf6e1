import { AverageTask, MapTask, PeakTask, SpreadTask, SwingTask } from './tasks';

/**
 * What becomes of band levels: mapped to 0..1, averaged over neighbouring bands, smoothed in time, and held as peaks.
 *
 * Rows are `stride` floats long, a multiple of four, and follow one another. `row` is their length in bytes.
 */

/** 2 to the power of four values between -126 and 127, to 1e-6 of it: whole powers, and the series of what is left. */
function exp2(power: v128): v128 {
  const whole = f32x4.nearest(power);
  const x = f32x4.mul(f32x4.sub(power, whole), f32x4.splat(<f32>Math.LN2));
  const one = f32x4.splat(1);
  let series = f32x4.splat(1.0 / 5040);
  series = f32x4.add(f32x4.mul(series, x), f32x4.splat(1.0 / 720));
  series = f32x4.add(f32x4.mul(series, x), f32x4.splat(1.0 / 120));
  series = f32x4.add(f32x4.mul(series, x), f32x4.splat(1.0 / 24));
  series = f32x4.add(f32x4.mul(series, x), f32x4.splat(1.0 / 6));
  series = f32x4.add(f32x4.mul(series, x), f32x4.splat(0.5));
  series = f32x4.add(f32x4.mul(series, x), one);
  series = f32x4.add(f32x4.mul(series, x), one);
  const exponent = i32x4.shl(i32x4.add(i32x4.trunc_sat_f32x4_s(whole), i32x4.splat(127)), 23);
  return f32x4.mul(series, exponent);
}

/** Maps levels in dB, in place. */
export function mapRows(task: MapTask): void {
  const rows = task.rows;
  const count = task.count;
  const row = task.row;
  const gains = task.gains;
  const octaves = task.octaves;
  const low = task.low;
  const factor = task.factor;
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const lowest = f32x4.splat(low);
  const scale = f32x4.splat(factor);
  const perDb = f32x4.splat(octaves);
  for (let r: usize = 0; r < count; r++) {
    const start = rows + r * row;
    for (let at: usize = 0; at < row; at += 16) {
      let level = f32x4.add(v128.load(start + at), v128.load(gains + at));
      if (octaves != 0) {
        const power = f32x4.min(f32x4.max(f32x4.mul(level, perDb), f32x4.splat(-126)), f32x4.splat(127));
        level = exp2(power);
      }
      level = f32x4.mul(f32x4.sub(level, lowest), scale);
      v128.store(start + at, f32x4.min(f32x4.max(level, zero), one));
    }
  }
}

/** Averages over neighbouring bands, in place. */
export function spreadRows(task: SpreadTask): void {
  const rows = task.rows;
  const count = task.count;
  const row = task.row;
  const bands = task.bands;
  const weights = task.weights;
  const extent = task.extent;
  const totals = task.totals;
  const work = task.work;
  const side = extent << 2;
  const middle = work + side;
  memory.fill(work, 0, row + 2 * side);
  for (let r: usize = 0; r < count; r++) {
    const start = rows + r * row;
    memory.copy(middle, start, bands << 2);
    for (let at: usize = 0; at < row; at += 16) {
      let sum = f32x4.mul(v128.load(middle + at), v128.load32_splat(weights));
      for (let away: usize = 4; away <= side; away += 4) {
        const both = f32x4.add(v128.load(middle + at - away), v128.load(middle + at + away));
        sum = f32x4.add(sum, f32x4.mul(both, v128.load32_splat(weights + away)));
      }
      v128.store(start + at, f32x4.mul(sum, v128.load(totals + at)));
    }
  }
}

/** Attack and release, in place: of the way from the row before to the next. @param rows the row before them is there */
export function followRows(rows: usize, count: usize, row: usize, attack: f32, release: f32): void {
  const up = f32x4.splat(attack);
  const down = f32x4.splat(release);
  const zero = f32x4.splat(0);
  const end = rows + count * row;
  for (let at = rows; at < end; at += 16) {
    const before = v128.load(at - row);
    const way = f32x4.sub(v128.load(at), before);
    const share = v128.bitselect(up, down, f32x4.gt(way, zero));
    v128.store(at, f32x4.add(before, f32x4.mul(way, share)));
  }
}

/** Two of a row pulled along by springs. */
function swingTwo(input: v128, position: usize, velocity: usize, a: f64, b: f64, c: f64, d: f64): v128 {
  const away = f64x2.sub(v128.load(position), input);
  const speed = v128.load(velocity);
  const ahead = f64x2.add(f64x2.mul(away, f64x2.splat(a)), f64x2.mul(speed, f64x2.splat(b)));
  const moved = f64x2.add(input, ahead);
  v128.store(position, moved);
  v128.store(velocity, f64x2.add(f64x2.mul(away, f64x2.splat(c)), f64x2.mul(speed, f64x2.splat(d))));
  return f32x4.demote_f64x2_zero(moved);
}

/** Springs, in place. */
export function swingRows(task: SwingTask): void {
  const rows = task.rows;
  const count = task.count;
  const row = task.row;
  const positions = task.positions;
  const velocities = task.velocities;
  const a = task.a;
  const b = task.b;
  const c = task.c;
  const d = task.d;
  for (let r: usize = 0; r < count; r++) {
    const start = rows + r * row;
    for (let at: usize = 0; at < row; at += 16) {
      const input = v128.load(start + at);
      const position = positions + 2 * at;
      const velocity = velocities + 2 * at;
      const low = swingTwo(f64x2.promote_low_f32x4(input), position, velocity, a, b, c, d);
      const upper = f64x2.promote_low_f32x4(v128.shuffle<u64>(input, input, 1, 0));
      const high = swingTwo(upper, position + 16, velocity + 16, a, b, c, d);
      v128.store(start + at, v128.shuffle<u64>(low, high, 0, 2));
    }
  }
}

/** Centred averages. */
export function averageRows(task: AverageTask): void {
  const rows = task.rows;
  const count = task.count;
  const row = task.row;
  const whole = task.whole;
  const part = task.part;
  const scale = task.scale;
  const sums = task.sums;
  const out = task.out;
  memory.fill(sums, 0, 2 * row);
  for (let r: usize = 1; r <= 2 * whole + 1; r++) addRow(sums, rows + r * row, row, 1);
  for (let r: usize = 0; r < count; r++) {
    const first = rows + r * row;
    const last = first + (2 * whole + 2) * row;
    const to = out + r * row;
    for (let at: usize = 0; at < row; at += 16) {
      const ends = f32x4.add(v128.load(first + at), v128.load(last + at));
      const sum = sums + 2 * at;
      const low = f64x2.promote_low_f32x4(ends);
      const high = f64x2.promote_low_f32x4(v128.shuffle<u64>(ends, ends, 1, 0));
      const partly = f64x2.splat(part);
      const one = f64x2.mul(f64x2.add(v128.load(sum), f64x2.mul(low, partly)), f64x2.splat(scale));
      const other = f64x2.mul(f64x2.add(v128.load(sum, 16), f64x2.mul(high, partly)), f64x2.splat(scale));
      const means = v128.shuffle<u64>(f32x4.demote_f64x2_zero(one), f32x4.demote_f64x2_zero(other), 0, 2);
      v128.store(to + at, means);
    }
    addRow(sums, last, row, 1);
    addRow(sums, first + row, row, -1);
  }
}

/** Adds a row of floats, or takes it away, from a row of doubles. */
function addRow(sums: usize, from: usize, row: usize, sign: f64): void {
  const factor = f64x2.splat(sign);
  for (let at: usize = 0; at < row; at += 16) {
    const values = v128.load(from + at);
    const sum = sums + 2 * at;
    const low = f64x2.promote_low_f32x4(values);
    const high = f64x2.promote_low_f32x4(v128.shuffle<u64>(values, values, 1, 0));
    v128.store(sum, f64x2.add(v128.load(sum), f64x2.mul(low, factor)));
    v128.store(sum, f64x2.add(v128.load(sum, 16), f64x2.mul(high, factor)), 16);
  }
}

/** Held peaks. */
export function holdRows(task: PeakTask): void {
  const rows = task.rows;
  const count = task.count;
  const row = task.row;
  const out = task.out;
  const left = task.left;
  const hold = task.hold;
  const fall = task.fall;
  const step = task.step;
  const zero = f32x4.splat(0);
  const holding = f32x4.splat(hold);
  const between = f32x4.splat(step);
  const speed = f32x4.splat(fall);
  for (let r: usize = 0; r < count; r++) {
    const offset = r * row;
    for (let at: usize = 0; at < row; at += 16) {
      const level = v128.load(rows + offset + at);
      const rest = f32x4.sub(v128.load(left + at), between);
      // Only the part of the step after the hold is over counts for the fall.
      const falling = f32x4.min(between, f32x4.max(zero, f32x4.neg(rest)));
      const peak = out + offset + at;
      const fallen = f32x4.sub(v128.load(peak - row), f32x4.mul(speed, falling));
      const higher = f32x4.ge(level, fallen);
      v128.store(left + at, v128.bitselect(holding, rest, higher));
      v128.store(peak, v128.bitselect(level, fallen, higher));
    }
  }
}
