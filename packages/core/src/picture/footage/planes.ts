import { align, growMemory } from '../../contract';
import { passEngine, passMemory } from '../../pixels';

/** A decoded frame: planar 4:2:0 in limited range, ITU-R BT.709. */
export interface Planes {
  data: Uint8Array;
  /** Size of the picture in pixels. */
  width: number;
  height: number;
  /** Where the planes begin in the data, and bytes from one of their rows to the next. */
  luma: { offset: number; stride: number };
  blue: { offset: number; stride: number };
  red: { offset: number; stride: number };
  /** Whether the lower half of what was decoded, of the same size, is its opacity. */
  alpha: boolean;
}

/**
 * Pixels of a decoded frame, the same wherever it was decoded: four values of 8 bits, not multiplied by opacity. Good until
 * passes run, or the next frame comes.
 */
export function pixelsOf({
  data,
  width,
  height,
  luma,
  blue,
  red,
  alpha,
}: Planes): Uint8ClampedArray<ArrayBuffer> {
  const code = passEngine();
  const at = passMemory().end;
  const out = align(at + data.length);
  const memory = growMemory(code.memory, out + 4 * width * height);
  new Uint8Array(memory, at, data.length).set(data);
  const first = at + luma.offset;
  const opacity = alpha ? first + height * luma.stride : 0;
  code.planesToPixels(
    first,
    luma.stride,
    at + blue.offset,
    at + red.offset,
    blue.stride,
    opacity,
    width,
    height,
    out,
  );
  return new Uint8ClampedArray(code.memory.buffer, out, 4 * width * height);
}
