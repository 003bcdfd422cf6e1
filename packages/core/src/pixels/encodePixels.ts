import { align, growMemory } from '../contract';
import { passEngine, passMemory } from './passEngine';

/**
 * What encoders take: pixels as they are; planar 4:2:0 with 8 bits; planar 4:4:4 with 10 bits. Planes are BT.709 in
 * limited range, and may be followed by opacity in full range.
 */
export type PixelForm = 'rgba' | 'yuv420p' | 'yuva420p' | 'yuv444p10' | 'yuva444p10';

/** Rows that are worked on at a time: what a processor's cache holds of wide pictures, too. An even number. */
const bandRows = 32;

/** Bytes of a frame in a form. */
export function bytesOfForm(form: PixelForm, width: number, height: number): number {
  const pixels = width * height;
  const perPixel = { rgba: 4, yuv420p: 1.5, yuva420p: 2.5, yuv444p10: 6, yuva444p10: 8 }[form];
  return pixels * perPixel;
}

/**
 * Pixels in the form that an encoder takes, by ITU-R BT.709. Good until passes run, or the next frame comes.
 * Slow gradients are dithered in 8 bits; what is even stays so. Pixels that are wholly clear get the colour of those
 * beside them where there is opacity, so that no edge becomes dark.
 * @param rgba four values of 8 bits a pixel, not multiplied by opacity
 * @throws RangeError where 4:2:0 is asked for, and a side is odd
 */
export function encodePixels(
  rgba: Uint8Array | Uint8ClampedArray,
  width: number,
  height: number,
  form: PixelForm,
): Uint8Array {
  if (form === 'rgba') return new Uint8Array(rgba.buffer, rgba.byteOffset, rgba.length);
  const from = passMemory().end;
  const free = align(from + rgba.length + 16);
  new Uint8Array(growMemory(passEngine().memory, free), from, rgba.length).set(rgba);
  return encodeAt(from, width, height, form, free);
}

/**
 * The same of pixels in the memory of the compiled code, which may change where they have opacity.
 * @param from their address
 * @param free where free memory begins
 * @param prepare is called for each stretch of rows before it is read
 */
export function encodeAt(
  from: number,
  width: number,
  height: number,
  form: Exclude<PixelForm, 'rgba'>,
  free: number,
  prepare?: (first: number, end: number) => void,
): Uint8Array {
  const code = passEngine();
  const withAlpha = form === 'yuva420p' || form === 'yuva444p10';
  const to = align(free + 4 * width + 80);
  const bytes = bytesOfForm(form, width, height);
  growMemory(code.memory, to + bytes + 32);
  const hasPairs = form === 'yuv420p' || form === 'yuva420p';
  if (hasPairs && (width % 2 !== 0 || height % 2 !== 0)) throw new RangeError('4:2:0 needs even sides');
  let filled = 0;
  for (let first = 0; first < height; first += bandRows) {
    const end = Math.min(first + bandRows, height);
    prepare?.(first, end);
    if (withAlpha) filled = code.spreadColor(from, width, first, end, filled);
    const alpha = withAlpha ? 1 : 0;
    if (hasPairs) code.pixelsTo420(from, width, height, first, end, alpha, free, to);
    else code.pixelsTo444(from, width * height, first * width, end * width, alpha, to);
  }
  return new Uint8Array(code.memory.buffer, to, bytes);
}
