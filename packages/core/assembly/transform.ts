/**
 * The discrete Fourier transform, in floats (four at a time) or in doubles (two at a time). Real and imaginary parts
 * stand apart.
 *
 * It works in place, by decimation in frequency with radix 4, with one stage of radix 2 in front where the size is not
 * a power of four. What it leaves is read through a table rather than put in order (common practice).
 */

/** Stores complex values times their twiddles. */
function turn<T>(r: usize, i: usize, xr: v128, xi: v128, twiddle: usize): void {
  const wr = v128.load(twiddle);
  const wi = v128.load(twiddle, 16);
  v128.store(r, v128.sub<T>(v128.mul<T>(xr, wr), v128.mul<T>(xi, wi)));
  v128.store(i, v128.add<T>(v128.mul<T>(xr, wi), v128.mul<T>(xi, wr)));
}

/** Butterflies of two over all of `size` values. @param twiddles for values worked on together, cosines and sines */
function stageOfTwo<T>(re: usize, im: usize, size: usize, twiddles: usize): void {
  const step: usize = (size >> 1) * sizeof<T>();
  const end: usize = re + step;
  for (let r = re, i = im, t = twiddles; r < end; r += 16, i += 16, t += 32) {
    const ar = v128.load(r);
    const ai = v128.load(i);
    const br = v128.load(r + step);
    const bi = v128.load(i + step);
    v128.store(r, v128.add<T>(ar, br));
    v128.store(i, v128.add<T>(ai, bi));
    turn<T>(r + step, i + step, v128.sub<T>(ar, br), v128.sub<T>(ai, bi), t);
  }
}

/**
 * Butterflies of four over each block of `size` values.
 * @param twiddles for values worked on together, cosines and sines of their first, second and third multiple
 */
function stageOfFour<T>(re: usize, im: usize, count: usize, size: usize, twiddles: usize): void {
  const step: usize = (size >> 2) * sizeof<T>();
  for (let block: usize = 0; block < count; block += size) {
    let r: usize = re + block * sizeof<T>();
    let i: usize = im + block * sizeof<T>();
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
      const acr = v128.add<T>(ar, cr);
      const aci = v128.add<T>(ai, ci);
      const amr = v128.sub<T>(ar, cr);
      const ami = v128.sub<T>(ai, ci);
      const bdr = v128.add<T>(br, dr);
      const bdi = v128.add<T>(bi, di);
      const bmr = v128.sub<T>(br, dr);
      const bmi = v128.sub<T>(bi, di);
      v128.store(r, v128.add<T>(acr, bdr));
      v128.store(i, v128.add<T>(aci, bdi));
      turn<T>(r + step, i + step, v128.add<T>(amr, bmi), v128.sub<T>(ami, bmr), t);
      turn<T>(r + 2 * step, i + 2 * step, v128.sub<T>(acr, bdr), v128.sub<T>(aci, bdi), t + 32);
      turn<T>(r + 3 * step, i + 3 * step, v128.sub<T>(amr, bmi), v128.add<T>(ami, bmr), t + 64);
      r += 16;
      i += 16;
      t += 96;
    }
  }
}

/** As {@link stageOfTwo} in floats, for values in the middle half: what is beyond them counts as silent, whatever stands there. */
function middleOfTwo(re: usize, im: usize, size: usize, twiddles: usize): void {
  const step: usize = (size >> 1) << 2;
  const quarter: usize = (size >> 2) << 2;
  let r = re;
  let i = im;
  let t = twiddles;
  for (const end = re + quarter; r < end; r += 16, i += 16, t += 32) {
    const br = v128.load(r + step);
    const bi = v128.load(i + step);
    v128.store(r, br);
    v128.store(i, bi);
    turn<f32>(r + step, i + step, f32x4.neg(br), f32x4.neg(bi), t);
  }
  for (const end = re + step; r < end; r += 16, i += 16, t += 32) {
    turn<f32>(r + step, i + step, v128.load(r), v128.load(i), t);
  }
}

/** The same with butterflies of four. */
function middleOfFour(re: usize, im: usize, size: usize, twiddles: usize): void {
  const step: usize = (size >> 2) << 2;
  const end: usize = re + step;
  for (let r = re, i = im, t = twiddles; r < end; r += 16, i += 16, t += 96) {
    const br = v128.load(r + step);
    const bi = v128.load(i + step);
    const cr = v128.load(r + 2 * step);
    const ci = v128.load(i + 2 * step);
    v128.store(r, f32x4.add(cr, br));
    v128.store(i, f32x4.add(ci, bi));
    turn<f32>(r + step, i + step, f32x4.sub(bi, cr), f32x4.neg(f32x4.add(ci, br)), t);
    turn<f32>(r + 2 * step, i + 2 * step, f32x4.sub(cr, br), f32x4.sub(ci, bi), t + 32);
    turn<f32>(r + 3 * step, i + 3 * step, f32x4.neg(f32x4.add(cr, bi)), f32x4.sub(br, ci), t + 64);
  }
}

// Columns of the rows last looked at: four floats of four rows, or two doubles of two rows of four.
let column0: v128 = f32x4.splat(0);
let column1: v128 = f32x4.splat(0);
let column2: v128 = f32x4.splat(0);
let column3: v128 = f32x4.splat(0);

/** Exchanges rows of four values and columns, of as many rows as values are worked on together. */
function exchange<T>(at: usize): void {
  const a = v128.load(at);
  const b = v128.load(at, 16);
  const c = v128.load(at, 32);
  const d = v128.load(at, 48);
  if (sizeof<T>() == 4) exchangeFours(a, b, c, d);
  else {
    column0 = v128.shuffle<u64>(a, c, 0, 2);
    column1 = v128.shuffle<u64>(a, c, 1, 3);
    column2 = v128.shuffle<u64>(b, d, 0, 2);
    column3 = v128.shuffle<u64>(b, d, 1, 3);
  }
}

/** Four rows of four floats. */
function exchangeFours(a: v128, b: v128, c: v128, d: v128): void {
  const abLow = v128.shuffle<u32>(a, b, 0, 4, 1, 5);
  const abHigh = v128.shuffle<u32>(a, b, 2, 6, 3, 7);
  const cdLow = v128.shuffle<u32>(c, d, 0, 4, 1, 5);
  const cdHigh = v128.shuffle<u32>(c, d, 2, 6, 3, 7);
  column0 = v128.shuffle<u64>(abLow, cdLow, 0, 2);
  column1 = v128.shuffle<u64>(abLow, cdLow, 1, 3);
  column2 = v128.shuffle<u64>(abHigh, cdHigh, 0, 2);
  column3 = v128.shuffle<u64>(abHigh, cdHigh, 1, 3);
}

/** Butterflies of four neighbours, whose twiddles are all one; of several fours at a time, whose values then alternate. */
function lastOfFour<T>(re: usize, im: usize, count: usize): void {
  const end: usize = re + count * sizeof<T>();
  for (let r = re, i = im; r < end; r += 64, i += 64) {
    exchange<T>(r);
    const acr = v128.add<T>(column0, column2);
    const amr = v128.sub<T>(column0, column2);
    const bdr = v128.add<T>(column1, column3);
    const bmr = v128.sub<T>(column1, column3);
    exchange<T>(i);
    const aci = v128.add<T>(column0, column2);
    const ami = v128.sub<T>(column0, column2);
    const bdi = v128.add<T>(column1, column3);
    const bmi = v128.sub<T>(column1, column3);
    v128.store(r, v128.add<T>(acr, bdr));
    v128.store(i, v128.add<T>(aci, bdi));
    v128.store(r, v128.add<T>(amr, bmi), 16);
    v128.store(i, v128.sub<T>(ami, bmr), 16);
    v128.store(r, v128.sub<T>(acr, bdr), 32);
    v128.store(i, v128.sub<T>(aci, bdi), 32);
    v128.store(r, v128.sub<T>(amr, bmi), 48);
    v128.store(i, v128.add<T>(ami, bmr), 48);
  }
}

/** Bytes of each part of a transform that the nearest cache holds beside its twiddles. */
const nearBytes: usize = 8192;

/** Of a size that is a power of four, at least sixteen. A long one finishes a quarter before it begins the next. */
function ofFours<T>(re: usize, im: usize, count: usize, twiddles: usize): void {
  let size = count;
  let t = twiddles;
  if (count * sizeof<T>() > nearBytes) {
    stageOfFour<T>(re, im, count, count, t);
    t += (count >> 2) * 6 * sizeof<T>();
    const quarter = (count >> 2) * sizeof<T>();
    for (let part: usize = 0; part < 4; part++) {
      ofFours<T>(re + part * quarter, im + part * quarter, count >> 2, t);
    }
    return;
  }
  for (; size > 4; size >>= 2) {
    stageOfFour<T>(re, im, count, size, t);
    t += (size >> 2) * 6 * sizeof<T>();
  }
  lastOfFour<T>(re, im, count);
}

/**
 * Transforms `count` complex values, a power of two of at least sixteen, in place.
 * @param twiddles of signal/transformTables.ts
 */
export function transform<T>(re: usize, im: usize, count: usize, twiddles: usize): void {
  if (ctz(count) & 1) {
    stageOfTwo<T>(re, im, count, twiddles);
    const half = (count >> 1) * sizeof<T>();
    const rest = twiddles + 2 * half;
    ofFours<T>(re, im, count >> 1, rest);
    ofFours<T>(re + half, im + half, count >> 1, rest);
  } else {
    ofFours<T>(re, im, count, twiddles);
  }
}

/**
 * As {@link transform} in floats, of what stands in the middle half of `count` values, at least 64: what is beyond counts as
 * silent, whatever stands there. That is a first stage of half the work.
 */
export function transformMiddle(re: usize, im: usize, count: usize, twiddles: usize): void {
  const isOdd = (ctz(count) & 1) == 1;
  const parts: usize = isOdd ? 2 : 4;
  let rest = twiddles;
  if (isOdd) {
    middleOfTwo(re, im, count, twiddles);
    rest += count << 2;
  } else {
    middleOfFour(re, im, count, twiddles);
    rest += (count >> 2) * 24;
  }
  const bytes = (count / parts) << 2;
  for (let part: usize = 0; part < parts; part++) {
    ofFours<f32>(re + part * bytes, im + part * bytes, count / parts, rest);
  }
}

/**
 * Puts in order what a transform in floats, of a size that is a power of four, has left: four bins that follow one another
 * stand a quarter apart. The first bin comes once more at the end, as its own mirror.
 * @param bins which bins stand in the first quarter
 */
export function putInOrder(from: usize, to: usize, size: usize, bins: usize): void {
  const places = size >> 2;
  for (let place: usize = 0; place < places; place += 4) {
    const at = from + (place << 2);
    exchangeFours(v128.load(at), v128.load(at + size), v128.load(at + 2 * size), v128.load(at + 3 * size));
    const bin = bins + (place << 2);
    v128.store(to + ((<usize>load<u32>(bin)) << 2), column0);
    v128.store(to + ((<usize>load<u32>(bin, 4)) << 2), column1);
    v128.store(to + ((<usize>load<u32>(bin, 8)) << 2), column2);
    v128.store(to + ((<usize>load<u32>(bin, 12)) << 2), column3);
  }
  store<f32>(to + (size << 2), load<f32>(to));
}
