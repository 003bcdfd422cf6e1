import { pictureEngine } from '../compiled/pictureEngine';

/**
 * Functions of mathematics that give the same bits in every browser and in Node, which those of the language do
 * not (`Math.sqrt` and `Math.hypot` do). What feeds seeds, noise, meshes, passes and the rasteriser uses these.
 *
 * Within 1e-15 of the definition, relative to 1 or to the value where that is larger (`pow` and `tan` within
 * 4e-15). Angles are in radians. Source: the functions of musl, as AssemblyScript compiles them.
 */
export const sin = (x: number): number => pictureEngine().sin(x);
export const cos = (x: number): number => pictureEngine().cos(x);
export const tan = (x: number): number => pictureEngine().tan(x);
export const asin = (x: number): number => pictureEngine().asin(x);
export const acos = (x: number): number => pictureEngine().acos(x);
export const atan = (x: number): number => pictureEngine().atan(x);
export const atan2 = (y: number, x: number): number => pictureEngine().atan2(y, x);
export const exp = (x: number): number => pictureEngine().exp(x);
/** The natural logarithm. */
export const log = (x: number): number => pictureEngine().log(x);
export const pow = (x: number, y: number): number => pictureEngine().pow(x, y);

/** What is nearly a whole number is one, if that gives the value back. */
const wholeIf = (value: number, isRight: (whole: number) => boolean): number => {
  const whole = Math.round(value);
  return Math.abs(value - whole) < 1e-12 * Math.max(1, Math.abs(value)) && isRight(whole) ? whole : value;
};

/** Whole numbers for powers of ten and of two. */
export const log10 = (x: number): number =>
  wholeIf(log(x) / Math.LN10, (whole) => Number(`1e${whole}`) === x);
export const log2 = (x: number): number => wholeIf(log(x) / Math.LN2, (whole) => pow(2, whole) === x);
export const square = (x: number): number => x * x;

export const cosh = (x: number): number => (exp(x) + exp(-x)) / 2;
/** Near 0 by its series, for there the difference of two powers would be lost. */
export function sinh(x: number): number {
  if (Math.abs(x) > 0.1) return (exp(x) - exp(-x)) / 2;
  const z = x * x;
  return x * (1 + (z / 6) * (1 + (z / 20) * (1 + (z / 42) * (1 + z / 72))));
}
