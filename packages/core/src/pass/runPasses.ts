import { PassBuffer } from './passBuffer';
import { firstPixel, passEngine } from './passEngine';
import { channelsOf, type PassContext } from './passKind';
import { runPass, type PassSettings } from './registry';

/** A colour laid over everything. */
export interface Veil {
  color: string;
  /** 0..1 */
  opacity: number;
}

/** Notes how long each pass takes. */
export interface PassClock {
  /** Milliseconds. */
  now(): number;
  note(pass: string, milliseconds: number): void;
}

/**
 * Lets passes change the pixels of a canvas, one after the other on one buffer.
 * @param rgba four values of 8 bits a pixel, as `getImageData` gives them; changed in place
 * @param veil laid over the picture after all passes
 * @param clock notes how long each pass takes
 */
export function runPasses(
  rgba: Uint8ClampedArray | Uint8Array,
  width: number,
  height: number,
  passes: readonly PassSettings[],
  context: PassContext,
  { veil, clock }: { veil?: Veil | undefined; clock?: PassClock | undefined } = {},
): void {
  const code = passEngine();
  const buffer = new PassBuffer(width, height);
  new Uint8Array(code.memory.buffer, firstPixel, 4 * width * height).set(rgba);
  code.premultiply(firstPixel, buffer.address, buffer.count);
  for (const pass of passes) {
    const start = clock?.now() ?? 0;
    runPass(buffer, pass, context);
    clock?.note(pass.id, clock.now() - start);
  }
  if (veil && veil.opacity > 0) {
    const [red, green, blue] = channelsOf(veil.color).map((value) => value * 65535) as [
      number,
      number,
      number,
    ];
    code.veil(buffer.address, buffer.count, veil.opacity, red, green, blue);
  }
  code.unpremultiply(buffer.address, firstPixel, buffer.count);
  rgba.set(new Uint8Array(code.memory.buffer, firstPixel, 4 * width * height));
}
