/**
 * The discrete Fourier transform. Real and imaginary parts stand apart, in doubles. It works in place, by
 * decimation in frequency with radix 4; what it leaves stands in the order of reversed digits, and is read
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

/** Butterflies of four neighbours, whose twiddles are all one. */
function lastOfFour(re: usize, im: usize, count: usize): void {
  const end: usize = re + (count << 3);
  let r = re;
  let i = im;
  while (r < end) {
    const acr = load<f64>(r) + load<f64>(r, 16);
    const aci = load<f64>(i) + load<f64>(i, 16);
    const amr = load<f64>(r) - load<f64>(r, 16);
    const ami = load<f64>(i) - load<f64>(i, 16);
    const bdr = load<f64>(r, 8) + load<f64>(r, 24);
    const bdi = load<f64>(i, 8) + load<f64>(i, 24);
    const bmr = load<f64>(r, 8) - load<f64>(r, 24);
    const bmi = load<f64>(i, 8) - load<f64>(i, 24);
    store<f64>(r, acr + bdr);
    store<f64>(i, aci + bdi);
    store<f64>(r, amr + bmi, 8);
    store<f64>(i, ami - bmr, 8);
    store<f64>(r, acr - bdr, 16);
    store<f64>(i, aci - bdi, 16);
    store<f64>(r, amr - bmi, 24);
    store<f64>(i, ami + bmr, 24);
    r += 32;
    i += 32;
  }
}

/** The same of two. */
function lastOfTwo(re: usize, im: usize, count: usize): void {
  const end: usize = re + (count << 3);
  let r = re;
  let i = im;
  while (r < end) {
    const ar = load<f64>(r);
    const ai = load<f64>(i);
    const br = load<f64>(r, 8);
    const bi = load<f64>(i, 8);
    store<f64>(r, ar + br);
    store<f64>(i, ai + bi);
    store<f64>(r, ar - br, 8);
    store<f64>(i, ai - bi, 8);
    r += 16;
    i += 16;
  }
}

/** What the nearest cache holds beside the twiddles. */
const nearValues: usize = 1024;

/**
 * Transforms `count` complex values, a power of two, in place. A long transform finishes a quarter before it
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
  if (size == 4) lastOfFour(re, im, count);
  else if (size == 2) lastOfTwo(re, im, count);
}
