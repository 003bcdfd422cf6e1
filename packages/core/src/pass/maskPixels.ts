import type { Mask } from '../picture/operation/group';
import { blurGaussian } from './gaussian';
import { PassBuffer } from './passBuffer';
import { firstPixel, passEngine } from './passEngine';

/**
 * Standard deviations from 0 to 100 % of an edge: three boxes whose variances add up to that of a Gaussian reach three of them
 * to either side, and no farther.
 */
const edgeSigmas = 6;

/**
 * Makes pixels into the form that a group is seen through: white, as opaque as it is seen. In place.
 * @param rgba four values of 8 bits a pixel, as `getImageData` gives them
 * @param scale pixels per picture unit
 */
export function maskPixels(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  { by, softness, inverted }: Pick<Mask, 'by' | 'softness' | 'inverted'>,
  scale: number,
): void {
  const code = passEngine();
  const buffer = new PassBuffer(width, height);
  new Uint8Array(code.memory.buffer, firstPixel, rgba.length).set(rgba);
  code.premultiply(firstPixel, buffer.address, buffer.count);
  if (by === 'brightness') code.brightnessForm(buffer.image());
  // What lies beyond the surface is as what lies at its edge: a mask may be larger than the picture.
  blurGaussian(buffer, buffer, (softness * scale) / edgeSigmas, 'repeat');
  code.takeForm(buffer.image(), 0, 0, inverted ? 1 : 0);
  buffer.swap();
  code.unpremultiply(buffer.address, firstPixel, buffer.count);
  rgba.set(new Uint8Array(code.memory.buffer, firstPixel, rgba.length));
}
