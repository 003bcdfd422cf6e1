/** A copy of a signal at half its rate: see songSpectrum/halve.ts. */

/** Floats of silence before and after a signal: as many as the filter reaches into, and a last four that is not full. */
const around = 16;

/** Puts silence that is {@link around} a signal. */
function silenceAround(out: usize): void {
  const silence = f32x4.splat(0);
  v128.store(out, silence);
  v128.store(out, silence, 16);
  v128.store(out, silence, 32);
  v128.store(out, silence, 48);
}

/** Puts every other value of `count` ones from `first` on side by side, and silence around them. */
function everyOther(samples: usize, count: i32, first: i32, out: usize): void {
  silenceAround(out - (around << 2));
  const kept = (count + 1 - first) >> 1;
  let m = 0;
  for (; 2 * m + 8 <= count; m += 4) {
    const at = samples + ((<usize>m) << 3);
    const a = v128.load(at);
    const b = v128.load(at, 16);
    const four = first == 0 ? v128.shuffle<u32>(a, b, 0, 2, 4, 6) : v128.shuffle<u32>(a, b, 1, 3, 5, 7);
    v128.store(out + ((<usize>m) << 2), four);
  }
  for (; m < kept; m++) {
    store<f32>(out + ((<usize>m) << 2), load<f32>(samples + ((<usize>(2 * m + first)) << 2)));
  }
  silenceAround(out + ((<usize>m) << 2));
}

/** The sum of the values so many before and after a place between two of them, times a factor. */
function pair(odd: usize, away: usize, factor: v128): v128 {
  return f32x4.mul(factor, f32x4.add(v128.load(odd - (away << 2)), v128.load(odd + ((away - 1) << 2))));
}

/**
 * Every other value of a filtered signal; silence is assumed beyond its ends.
 * @param taps of the filter: its middle one, and those one, three, five ... thirteen from it; the others are 0
 * @param room for both halves of the signal, each with sixteen floats before it and after it
 * @param out (count + 1) / 2 floats, and room for three more
 */
export function halve(samples: usize, count: i32, taps: usize, work: usize, out: usize): void {
  const outCount = (count + 1) >> 1;
  let even = work + (around << 2);
  let odd = even + ((<usize>(outCount + 2 * around)) << 2);
  everyOther(samples, count, 0, even);
  everyOther(samples, count, 1, odd);
  const middle = v128.load32_splat(taps);
  const tap1 = v128.load32_splat(taps, 4);
  const tap3 = v128.load32_splat(taps, 8);
  const tap5 = v128.load32_splat(taps, 12);
  const tap7 = v128.load32_splat(taps, 16);
  const tap9 = v128.load32_splat(taps, 20);
  const tap11 = v128.load32_splat(taps, 24);
  const tap13 = v128.load32_splat(taps, 28);
  for (const end = out + ((<usize>outCount) << 2); out < end; out += 16, even += 16, odd += 16) {
    // Summed in parts, for one addition need not wait for the one before; the smallest first.
    const far = f32x4.add(pair(odd, 7, tap13), pair(odd, 6, tap11));
    const further = f32x4.add(pair(odd, 5, tap9), pair(odd, 4, tap7));
    const near = f32x4.add(pair(odd, 3, tap5), pair(odd, 2, tap3));
    const nearest = f32x4.add(pair(odd, 1, tap1), f32x4.mul(middle, v128.load(even)));
    v128.store(out, f32x4.add(f32x4.add(far, further), f32x4.add(near, nearest)));
  }
}
