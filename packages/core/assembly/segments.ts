import { PowersTask } from './tasks';
import { transform } from './transform';

/**
 * Windowed samples [start, start + length) of a signal of `count` floats; silence beyond its ends, and up to `size`.
 * @param window and `out`: floats or doubles
 */
export function fill<T>(
  samples: usize,
  count: i32,
  start: i32,
  window: usize,
  length: i32,
  out: usize,
  size: usize,
): void {
  const lanes: i32 = 16 / sizeof<T>();
  const from = min(max(0, -start), length);
  const to = max(from, min(length, count - start));
  const source = samples + ((<usize>start) << 2);
  memory.fill(out, 0, <usize>from * sizeof<T>());
  let n = from;
  for (; n + lanes <= to; n += lanes) {
    const at = <usize>n * sizeof<T>();
    const sample = source + ((<usize>n) << 2);
    const values = sizeof<T>() == 4 ? v128.load(sample) : f64x2.promote_low_f32x4(v128.load64_zero(sample));
    v128.store(out + at, v128.mul<T>(values, v128.load(window + at)));
  }
  for (; n < to; n++) {
    const at = <usize>n * sizeof<T>();
    store<T>(out + at, <T>load<f32>(source + ((<usize>n) << 2)) * load<T>(window + at));
  }
  memory.fill(out + <usize>to * sizeof<T>(), 0, (size - <usize>to) * sizeof<T>());
}

/**
 * Powers of the bins first..last of two segments that were transformed in doubles as the real and the imaginary part of
 * one, told apart by their symmetry (common practice).
 * @param powerA and `powerB`: doubles
 */
function separatePowers(
  re: usize,
  im: usize,
  size: usize,
  order: usize,
  powerA: usize,
  powerB: usize,
  first: usize,
  last: usize,
  scale: f64,
): void {
  const mask = size - 1;
  for (let k = first; k <= last; k++) {
    const at = <usize>load<u32>(order + (k << 2)) * 8;
    const mirror = <usize>load<u32>(order + (((size - k) & mask) << 2)) * 8;
    const sumReal = load<f64>(re + at) + load<f64>(re + mirror);
    const sumImaginary = load<f64>(im + at) + load<f64>(im + mirror);
    const differenceReal = load<f64>(re + at) - load<f64>(re + mirror);
    const differenceImaginary = load<f64>(im + at) - load<f64>(im + mirror);
    store<f64>(powerA + (k << 3), scale * (sumReal * sumReal + differenceImaginary * differenceImaginary));
    store<f64>(powerB + (k << 3), scale * (sumImaginary * sumImaginary + differenceReal * differenceReal));
  }
}

/** Powers of the bins of two segments. */
export function powers(task: PowersTask): void {
  const samples = task.samples;
  const count = task.count;
  const window = task.window;
  const length = task.length;
  const re = task.re;
  const im = task.im;
  const size = task.size;
  fill<f64>(samples, count, task.startA, window, length, re, size);
  fill<f64>(samples, count, task.startB, window, length, im, size);
  transform<f64>(re, im, size, task.twiddles);
  separatePowers(re, im, size, task.order, task.powerA, task.powerB, task.first, task.last, task.scale);
}
