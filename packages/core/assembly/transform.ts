/**
 * The discrete Fourier transform. Real and imaginary parts stand apart, in doubles. It works in place, by
 * decimation in frequency with radix 4; what it leaves stands about in the order of reversed digits, and is read
 * through a table rather than put in order (common practice).
 */

/**
 * Butterflies over each block of `size` values, two at a time.
 * @param twiddles for each two values, cosines and sines of their first, second and third multiple
 */
function stage(re: usize, im: usize, count: usize, size: usize, twiddles: usize): void {
  const step: usize = (size >> 2) << 3;
  for (let block: usize = 0; block < count; block += size) {
    let r: usize = re + (block << 3);
    let i: usize = im + (block << 3);
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
      const acr = f64x2.add(ar, cr);
      const aci = f64x2.add(ai, ci);
      const amr = f64x2.sub(ar, cr);
      const ami = f64x2.sub(ai, ci);
      const bdr = f64x2.add(br, dr);
      const bdi = f64x2.add(bi, di);
      const bmr = f64x2.sub(br, dr);
      const bmi = f64x2.sub(bi, di);
      v128.store(r, f64x2.add(acr, bdr));
      v128.store(i, f64x2.add(aci, bdi));
      turn(r + step, i + step, f64x2.add(amr, bmi), f64x2.sub(ami, bmr), t);
      turn(r + 2 * step, i + 2 * step, f64x2.sub(acr, bdr), f64x2.sub(aci, bdi), t + 32);
      turn(r + 3 * step, i + 3 * step, f64x2.sub(amr, bmi), f64x2.add(ami, bmr), t + 64);
      r += 16;
      i += 16;
      t += 96;
    }
  }
}

/** Stores two complex values times their twiddles. */
function turn(r: usize, i: usize, xr: v128, xi: v128, twiddle: usize): void {
  const wr = v128.load(twiddle);
  const wi = v128.load(twiddle, 16);
  v128.store(r, f64x2.sub(f64x2.mul(xr, wr), f64x2.mul(xi, wi)));
  v128.store(i, f64x2.add(f64x2.mul(xr, wi), f64x2.mul(xi, wr)));
}

/** The first values of two pairs, and their second ones. */
function firsts(a: v128, b: v128): v128 {
  return v128.shuffle<u64>(a, b, 0, 2);
}

function seconds(a: v128, b: v128): v128 {
  return v128.shuffle<u64>(a, b, 1, 3);
}

/** Butterflies of four neighbours, whose twiddles are all one; of two fours at a time, whose values then alternate. */
function lastOfFour(re: usize, im: usize, count: usize): void {
  const end: usize = re + (count << 3);
  for (let r = re, i = im; r < end; r += 64, i += 64) {
    const sumRealA = f64x2.add(v128.load(r), v128.load(r, 16));
    const sumRealB = f64x2.add(v128.load(r, 32), v128.load(r, 48));
    const sumImaginaryA = f64x2.add(v128.load(i), v128.load(i, 16));
    const sumImaginaryB = f64x2.add(v128.load(i, 32), v128.load(i, 48));
    const differenceRealA = f64x2.sub(v128.load(r), v128.load(r, 16));
    const differenceRealB = f64x2.sub(v128.load(r, 32), v128.load(r, 48));
    const differenceImaginaryA = f64x2.sub(v128.load(i), v128.load(i, 16));
    const differenceImaginaryB = f64x2.sub(v128.load(i, 32), v128.load(i, 48));
    let first = firsts(sumRealA, sumRealB);
    let second = seconds(sumRealA, sumRealB);
    v128.store(r, f64x2.add(first, second));
    v128.store(r, f64x2.sub(first, second), 32);
    first = firsts(sumImaginaryA, sumImaginaryB);
    second = seconds(sumImaginaryA, sumImaginaryB);
    v128.store(i, f64x2.add(first, second));
    v128.store(i, f64x2.sub(first, second), 32);
    const real = firsts(differenceRealA, differenceRealB);
    const imaginary = firsts(differenceImaginaryA, differenceImaginaryB);
    const turnedReal = seconds(differenceRealA, differenceRealB);
    const turnedImaginary = seconds(differenceImaginaryA, differenceImaginaryB);
    v128.store(r, f64x2.add(real, turnedImaginary), 16);
    v128.store(i, f64x2.sub(imaginary, turnedReal), 16);
    v128.store(r, f64x2.sub(real, turnedImaginary), 48);
    v128.store(i, f64x2.add(imaginary, turnedReal), 48);
  }
}

/** The same of two. */
function lastOfTwo(at: usize, count: usize): void {
  const end: usize = at + (count << 3);
  for (; at < end; at += 32) {
    const a = v128.load(at);
    const b = v128.load(at, 16);
    v128.store(at, f64x2.add(firsts(a, b), seconds(a, b)));
    v128.store(at, f64x2.sub(firsts(a, b), seconds(a, b)), 16);
  }
}

/** What the nearest cache holds beside the twiddles. */
const nearValues: usize = 1024;

/**
 * Transforms `count` complex values, a power of two of at least eight, in place. A long transform finishes a quarter before it
 * begins the next one: it passes through the farther memory less often.
 */
export function transform(re: usize, im: usize, count: usize, twiddles: usize): void {
  let size = count;
  let t = twiddles;
  if (count > nearValues) {
    stage(re, im, count, count, t);
    t += (count >> 2) * 48;
    size >>= 2;
    for (let quarter: usize = 0; quarter < count; quarter += size) {
      transform(re + (quarter << 3), im + (quarter << 3), size, t);
    }
    return;
  }
  while (size >= 8) {
    stage(re, im, count, size, t);
    t += (size >> 2) * 48;
    size >>= 2;
  }
  if (size == 4) {
    lastOfFour(re, im, count);
  } else {
    lastOfTwo(re, count);
    lastOfTwo(im, count);
  }
}
