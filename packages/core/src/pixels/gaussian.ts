import { putBoxTask, type PassCode } from './passCalls';
import type { Edges, PassBuffer } from './passBuffer';

/** Boxes one after another. */
const boxes = 3;
/** Blurs larger than this are done on a smaller image. */
const maxSigma = 6;

/**
 * Reach and rim of boxes that together blur like a Gaussian: their variances add up to its own exactly
 * (Gwosdek, Grewenig, Bruhn, Weickert, 2011, equations 13 and 14).
 * @param variance in pixels squared
 */
export function boxesOf(variance: number): { radius: number; rim: number } {
  const each = variance / boxes;
  const radius = Math.floor(0.5 * Math.sqrt(12 * each + 1) - 0.5);
  const rim =
    ((2 * radius + 1) * (radius * (radius + 1) - 3 * each)) / (6 * (each - (radius + 1) * (radius + 1)));
  return { radius, rim };
}

/** Pixels of padding of a line, on both sides: see assembly/passBlur.ts. */
const padding = 64;

/** Blurs pixels anywhere in memory by boxes. @param room where lines may stand */
function blurByBoxes(buffer: PassBuffer, at: Pixels, variance: number, edges: Edges): void {
  const work = buffer.take(2 * 16 * 4 * (Math.max(at.width, at.height) + padding));
  const image = buffer.told(at.address, at.address, at.width, at.height, edges);
  const { radius, rim } = boxesOf(variance);
  buffer.code.boxBlur(image, putBoxTask(buffer.code.memory.buffer, { radius, rim, work }));
}

/** Pixels somewhere in the memory of the compiled code. */
export interface Pixels {
  address: number;
  width: number;
  height: number;
}

/** By how much images are made smaller for a blur. */
function factorFor(sigma: number, { width, height }: Pixels): number {
  let factor = 1;
  while (sigma / factor > maxSigma && Math.min(width, height) / factor > 8) factor *= 2;
  return factor;
}

/**
 * Blurs pixels by a Gaussian, in place. Large ones are blurred on a smaller image, so that they cost no more than small
 * ones; what making it smaller and larger blurs by itself is taken off.
 * @param sigma standard deviation in pixels
 */
export function blurGaussian(buffer: PassBuffer, at: Pixels, sigma: number, edges: Edges): void {
  if (!(sigma > 0.05)) return;
  const factor = factorFor(sigma, at);
  if (factor === 1) return blurByBoxes(buffer, at, sigma * sigma, edges);
  const small = smaller(buffer, at, factor, edges);
  // An average over `factor` pixels, and straight lines between pixels that far apart.
  const own = (factor * factor - 1) / 12 + (factor * factor) / 6;
  // The smaller an image gets, the fewer pixels there are for a large blur.
  const max = Math.max(small.width, small.height);
  const variance = Math.min((sigma * sigma - own) / (factor * factor), max * max);
  blurByBoxesInSteps(buffer, small, variance, edges);
  const work = buffer.take(16 * (small.width + 3));
  const image = buffer.told(small.address, at.address, at.width, at.height, edges);
  buffer.code.enlarge(image, small.width, small.height, factor, work);
}

/** Variances add up, so a blur that is too large for one go is done in several. */
function blurByBoxesInSteps(buffer: PassBuffer, at: Pixels, variance: number, edges: Edges): void {
  const max = 1.3 * maxSigma * maxSigma;
  const steps = Math.min(Math.ceil(variance / max), 64);
  for (let i = 0; i < steps; i++) blurByBoxes(buffer, at, Math.min(variance / steps, max), edges);
}

/** A smaller copy. */
function smaller(buffer: PassBuffer, at: Pixels, factor: number, edges: Edges): Pixels {
  let now = at;
  for (let done = 1; done < factor; done *= 2) {
    const [width, height] = [(now.width + 1) >> 1, (now.height + 1) >> 1];
    const address = buffer.take(8 * width * height);
    halve(buffer.code, buffer, now, address, edges);
    now = { address, width, height };
  }
  return now;
}

function halve(code: PassCode, buffer: PassBuffer, from: Pixels, to: number, edges: Edges): void {
  code.halve(buffer.told(from.address, to, from.width, from.height, edges));
}
