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

// Four rows of four floats become columns: values are put side by side by twos, and these joined. Of doubles joining does.
function pairLow(a: v128, b: v128): v128 {
  return v128.shuffle<u32>(a, b, 0, 4, 1, 5);
}
function pairHigh(a: v128, b: v128): v128 {
  return v128.shuffle<u32>(a, b, 2, 6, 3, 7);
}
function joinLow(a: v128, b: v128): v128 {
  return v128.shuffle<u64>(a, b, 0, 2);
}
function joinHigh(a: v128, b: v128): v128 {
  return v128.shuffle<u64>(a, b, 1, 3);
}

/** Butterflies of four neighbouring doubles, whose twiddles are all one; of two fours at a time, whose values then alternate. */
function lastOfFour(re: usize, im: usize, count: usize): void {
  const end: usize = re + (count << 3);
  for (let r = re, i = im; r < end; r += 64, i += 64) {
    // Two rows of four become four columns of two.
    let low = v128.load(r);
    let high = v128.load(r, 32);
    const ar = joinLow(low, high);
    const br = joinHigh(low, high);
    low = v128.load(r, 16);
    high = v128.load(r, 48);
    const cr = joinLow(low, high);
    const dr = joinHigh(low, high);
    low = v128.load(i);
    high = v128.load(i, 32);
    const ai = joinLow(low, high);
    const bi = joinHigh(low, high);
    low = v128.load(i, 16);
    high = v128.load(i, 48);
    const ci = joinLow(low, high);
    const di = joinHigh(low, high);
    storeLast<f64>(r, i, ar, ai, br, bi, cr, ci, dr, di);
  }
}

/** A butterfly of four whose twiddles are all one. */
function storeLast<T>(
  r: usize,
  i: usize,
  ar: v128,
  ai: v128,
  br: v128,
  bi: v128,
  cr: v128,
  ci: v128,
  dr: v128,
  di: v128,
): void {
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
  v128.store(r, v128.add<T>(amr, bmi), 16);
  v128.store(i, v128.sub<T>(ami, bmr), 16);
  v128.store(r, v128.sub<T>(acr, bdr), 32);
  v128.store(i, v128.sub<T>(aci, bdi), 32);
  v128.store(r, v128.sub<T>(amr, bmi), 48);
  v128.store(i, v128.add<T>(ami, bmr), 48);
}

/**
 * The last two stages at once, over each block of sixteen floats: what is in registers need not be stored between them.
 * @param twiddles of the first of both
 */
function lastSixteen(re: usize, im: usize, count: usize, twiddles: usize): void {
  const end: usize = re + (count << 2);
  for (let r = re, i = im; r < end; r += 64, i += 64) {
    const ar = v128.load(r);
    const br = v128.load(r, 16);
    const cr = v128.load(r, 32);
    const dr = v128.load(r, 48);
    const ai = v128.load(i);
    const bi = v128.load(i, 16);
    const ci = v128.load(i, 32);
    const di = v128.load(i, 48);
    const acr = f32x4.add(ar, cr);
    const aci = f32x4.add(ai, ci);
    const amr = f32x4.sub(ar, cr);
    const ami = f32x4.sub(ai, ci);
    const bdr = f32x4.add(br, dr);
    const bdi = f32x4.add(bi, di);
    const bmr = f32x4.sub(br, dr);
    const bmi = f32x4.sub(bi, di);
    const xr = f32x4.add(amr, bmi);
    const xi = f32x4.sub(ami, bmr);
    const yr = f32x4.sub(acr, bdr);
    const yi = f32x4.sub(aci, bdi);
    const zr = f32x4.sub(amr, bmi);
    const zi = f32x4.add(ami, bmr);
    let wr = v128.load(twiddles);
    let wi = v128.load(twiddles, 16);
    const row1r = f32x4.sub(f32x4.mul(xr, wr), f32x4.mul(xi, wi));
    const row1i = f32x4.add(f32x4.mul(xr, wi), f32x4.mul(xi, wr));
    wr = v128.load(twiddles, 32);
    wi = v128.load(twiddles, 48);
    const row2r = f32x4.sub(f32x4.mul(yr, wr), f32x4.mul(yi, wi));
    const row2i = f32x4.add(f32x4.mul(yr, wi), f32x4.mul(yi, wr));
    wr = v128.load(twiddles, 64);
    wi = v128.load(twiddles, 80);
    const row3r = f32x4.sub(f32x4.mul(zr, wr), f32x4.mul(zi, wi));
    const row3i = f32x4.add(f32x4.mul(zr, wi), f32x4.mul(zi, wr));
    // Four rows become four columns.
    const row0r = f32x4.add(acr, bdr);
    let low = pairLow(row0r, row1r);
    let high = pairLow(row2r, row3r);
    const column0r = joinLow(low, high);
    const column1r = joinHigh(low, high);
    low = pairHigh(row0r, row1r);
    high = pairHigh(row2r, row3r);
    const column2r = joinLow(low, high);
    const column3r = joinHigh(low, high);
    const row0i = f32x4.add(aci, bdi);
    low = pairLow(row0i, row1i);
    high = pairLow(row2i, row3i);
    const column0i = joinLow(low, high);
    const column1i = joinHigh(low, high);
    low = pairHigh(row0i, row1i);
    high = pairHigh(row2i, row3i);
    const column2i = joinLow(low, high);
    const column3i = joinHigh(low, high);
    storeLast<f32>(r, i, column0r, column0i, column1r, column1i, column2r, column2i, column3r, column3i);
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
  const last: usize = sizeof<T>() == 4 ? 16 : 4;
  for (; size > last; size >>= 2) {
    stageOfFour<T>(re, im, count, size, t);
    t += (size >> 2) * 6 * sizeof<T>();
  }
  if (sizeof<T>() == 4) lastSixteen(re, im, count, t);
  else lastOfFour(re, im, count);
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
    const row0 = v128.load(at);
    const row1 = v128.load(at + size);
    const row2 = v128.load(at + 2 * size);
    const row3 = v128.load(at + 3 * size);
    const bin = bins + (place << 2);
    let low = pairLow(row0, row1);
    let high = pairLow(row2, row3);
    v128.store(to + ((<usize>load<u32>(bin)) << 2), joinLow(low, high));
    v128.store(to + ((<usize>load<u32>(bin, 4)) << 2), joinHigh(low, high));
    low = pairHigh(row0, row1);
    high = pairHigh(row2, row3);
    v128.store(to + ((<usize>load<u32>(bin, 8)) << 2), joinLow(low, high));
    v128.store(to + ((<usize>load<u32>(bin, 12)) << 2), joinHigh(low, high));
  }
  store<f32>(to + (size << 2), load<f32>(to));
}
