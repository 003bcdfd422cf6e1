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
