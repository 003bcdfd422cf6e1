import { blurGaussian, PassBuffer, passEngine, passMemory, type Surface } from '../../pixels';
import type { Mask } from '../display/displayList';

/**
 * Standard deviations from 0 to 100 % of an edge: three boxes whose variances add up to that of a Gaussian reach three of them
 * to either side, and no farther.
 */
const edgeSigmas = 6;

type MaskForm = Pick<Mask, 'by' | 'softness' | 'inverted'>;

/**
 * Makes pixels into the form that a group is seen through: white, as opaque as it is seen. In place.
 * @param rgba four values of 8 bits a pixel, as `getImageData` gives them
 * @param scale pixels per picture unit
 */
export function maskPixels(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  mask: MaskForm,
  scale: number,
): void {
  const code = passEngine();
  const buffer = new PassBuffer(width, height);
  const at = passMemory().end;
  new Uint8Array(code.memory.buffer, at, rgba.length).set(rgba);
  code.premultiply(at, buffer.address, buffer.count);
  takeForm(buffer, mask, scale);
  code.unpremultiply(buffer.address, at, buffer.count);
  rgba.set(new Uint8Array(code.memory.buffer, at, rgba.length));
}

/** The same with the pixels of a surface. */
export function maskForm(surface: Surface, mask: MaskForm, scale: number): void {
  const code = passEngine();
  const buffer = new PassBuffer(surface.width, surface.height);
  code.widen(surface.pixels, buffer.address, buffer.count);
  takeForm(buffer, mask, scale);
  code.narrow(buffer.address, surface.pixels, buffer.count);
  surface.touchAll();
}

function takeForm(buffer: PassBuffer, { by, softness, inverted }: MaskForm, scale: number): void {
  const { code } = buffer;
  if (by === 'brightness') code.brightnessForm(buffer.image());
  // What lies beyond the surface is as what lies at its edge: a mask may be larger than the picture.
  blurGaussian(buffer, buffer, (softness * scale) / edgeSigmas, 'repeat');
  code.takeForm(buffer.image(), 0, 0, inverted ? 1 : 0);
  buffer.swap();
}
