/**
 * The discrete Fourier transform in floats, four values at a time: for whole songs, where what rounding adds lies
 * some 40 dB below what 16 bits leave of a sound. See transform.ts for the one in doubles.
 *
 * Works in place, by decimation in frequency with radix 4, with one stage of radix 2 in front where the
 * size asks for it. What it leaves is read through a table.
 */

/** Stores four complex values times their twiddles. */
function turn(r: usize, i: usize, xr: v128, xi: v128, twiddle: usize): void {
  const wr = v128.load(twiddle);
  const wi = v128.load(twiddle, 16);
  v128.store(r, f32x4.sub(f32x4.mul(xr, wr), f32x4.mul(xi, wi)));
  v128.store(i, f32x4.add(f32x4.mul(xr, wi), f32x4.mul(xi, wr)));
}

/** Butterflies of two over all of `size` values. @param twiddles for each four values, cosines and sines */
function stageOfTwo(re: usize, im: usize, size: usize, twiddles: usize): void {
  const step: usize = size << 1;
  const end: usize = re + step;
  for (let r = re, i = im, t = twiddles; r < end; r += 16, i += 16, t += 32) {
    const ar = v128.load(r);
    const ai = v128.load(i);
    const br = v128.load(r + step);
    const bi = v128.load(i + step);
    v128.store(r, f32x4.add(ar, br));
    v128.store(i, f32x4.add(ai, bi));
    turn(r + step, i + step, f32x4.sub(ar, br), f32x4.sub(ai, bi), t);
  }
}

/**
 * Butterflies of four over each block of `size` values.
 * @param twiddles for each four values, cosines and sines of their first, second and third multiple
 */
function stageOfFour(re: usize, im: usize, count: usize, size: usize, twiddles: usize): void {
  const step: usize = size;
  for (let block: usize = 0; block < count; block += size) {
    let r: usize = re + (block << 2);
    let i: usize = im + (block << 2);
    let t: usize = twiddles;
    const end: usize = r + step;
    while (r < end) {
      const ar = v128.load(r);
      const ai = v128.load(i);
      const br = v128.load(r + step);
      const bi = v128.load(i + step);
      const cr = v128.load(r + 2 * step);
      const ci = v128.load(i + 2 * step);
      const dr = v128.load(r + 3 * step);
      const di = v128.load(i + 3 * step);
      const acr = f32x4.add(ar, cr);
      const aci = f32x4.add(ai, ci);
      const amr = f32x4.sub(ar, cr);
      const ami = f32x4.sub(ai, ci);
      const bdr = f32x4.add(br, dr);
      const bdi = f32x4.add(bi, di);
      const bmr = f32x4.sub(br, dr);
      const bmi = f32x4.sub(bi, di);
      v128.store(r, f32x4.add(acr, bdr));
      v128.store(i, f32x4.add(aci, bdi));
      turn(r + step, i + step, f32x4.add(amr, bmi), f32x4.sub(ami, bmr), t);
      turn(r + 2 * step, i + 2 * step, f32x4.sub(acr, bdr), f32x4.sub(aci, bdi), t + 32);
      turn(r + 3 * step, i + 3 * step, f32x4.sub(amr, bmi), f32x4.add(ami, bmr), t + 64);
      r += 16;
      i += 16;
      t += 96;
    }
  }
}

// Rows and columns of four times four values, exchanged.
let column0: v128 = f32x4.splat(0);
let column1: v128 = f32x4.splat(0);
let column2: v128 = f32x4.splat(0);
let column3: v128 = f32x4.splat(0);

function exchange(at: usize): void {
  const a = v128.load(at);
  const b = v128.load(at, 16);
  const c = v128.load(at, 32);
  const d = v128.load(at, 48);
  const abLow = v128.shuffle<u32>(a, b, 0, 4, 1, 5);
  const abHigh = v128.shuffle<u32>(a, b, 2, 6, 3, 7);
  const cdLow = v128.shuffle<u32>(c, d, 0, 4, 1, 5);
  const cdHigh = v128.shuffle<u32>(c, d, 2, 6, 3, 7);
  column0 = v128.shuffle<u64>(abLow, cdLow, 0, 2);
  column1 = v128.shuffle<u64>(abLow, cdLow, 1, 3);
  column2 = v128.shuffle<u64>(abHigh, cdHigh, 0, 2);
  column3 = v128.shuffle<u64>(abHigh, cdHigh, 1, 3);
}

/** Butterflies of four neighbours, whose twiddles are all one; of four fours at a time, whose values then alternate. */
function lastOfFour(re: usize, im: usize, count: usize): void {
  const end: usize = re + (count << 2);
  for (let r = re, i = im; r < end; r += 64, i += 64) {
    exchange(r);
    const acr = f32x4.add(column0, column2);
    const amr = f32x4.sub(column0, column2);
    const bdr = f32x4.add(column1, column3);
    const bmr = f32x4.sub(column1, column3);
    exchange(i);
    const aci = f32x4.add(column0, column2);
    const ami = f32x4.sub(column0, column2);
    const bdi = f32x4.add(column1, column3);
    const bmi = f32x4.sub(column1, column3);
    v128.store(r, f32x4.add(acr, bdr));
    v128.store(i, f32x4.add(aci, bdi));
    v128.store(r, f32x4.add(amr, bmi), 16);
    v128.store(i, f32x4.sub(ami, bmr), 16);
    v128.store(r, f32x4.sub(acr, bdr), 32);
    v128.store(i, f32x4.sub(aci, bdi), 32);
    v128.store(r, f32x4.sub(amr, bmi), 48);
    v128.store(i, f32x4.add(ami, bmr), 48);
  }
}

/** What the nearest cache holds beside the twiddles. */
const nearValues: usize = 2048;

/** Of a size that is a power of four, at least sixteen. A long one finishes a quarter before it begins the next. */
function ofFours(re: usize, im: usize, count: usize, twiddles: usize): void {
  let size = count;
  let t = twiddles;
  if (count > nearValues) {
    stageOfFour(re, im, count, count, t);
    t += (count >> 2) * 24;
    for (let quarter: usize = 0; quarter < count; quarter += count >> 2) {
      ofFours(re + (quarter << 2), im + (quarter << 2), count >> 2, t);
    }
    return;
  }
  for (; size > 4; size >>= 2) {
    stageOfFour(re, im, count, size, t);
    t += (size >> 2) * 24;
  }
  lastOfFour(re, im, count);
}

/** Transforms `count` complex values, a power of two of at least sixteen, in place. */
export function fastTransform(re: usize, im: usize, count: usize, twiddles: usize): void {
  if (ctz(count) & 1) {
    stageOfTwo(re, im, count, twiddles);
    const half = count >> 1;
    const rest = twiddles + half * 8;
    ofFours(re, im, half, rest);
    ofFours(re + (half << 2), im + (half << 2), half, rest);
  } else {
    ofFours(re, im, count, twiddles);
  }
}

/** Windowed samples [start, start + length) of a signal of `count` floats; silence beyond its ends, and up to `size`. */
export function fillFast(
  samples: usize,
  count: i32,
  start: i32,
  window: usize,
  length: i32,
  out: usize,
  size: usize,
): void {
  const from = min(max(0, -start), length);
  const to = max(from, min(length, count - start));
  memory.fill(out, 0, (<usize>from) << 2);
  const source = samples + ((<usize>start) << 2);
  let at: usize = (<usize>from) << 2;
  const end: usize = (<usize>to) << 2;
  for (; at + 16 <= end; at += 16) {
    v128.store(out + at, f32x4.mul(v128.load(source + at), v128.load(window + at)));
  }
  for (; at < end; at += 4) store<f32>(out + at, load<f32>(source + at) * load<f32>(window + at));
  memory.fill(out + end, 0, (size << 2) - end);
}
