import { firstFreeByte, pictureEngine } from '../compiled/pictureEngine';
import { reachMemory } from '../compiled/webAssembly';
import type { PassContext } from './passKind';
import { runPass, type PassSettings } from './registry';

/**
 * Lets passes change the pixels of a canvas, one after the other on one buffer.
 * @param rgba four values of 8 bits a pixel, as `getImageData` gives them; changed in place
 */
export function runPasses(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  passes: readonly PassSettings[],
  context: PassContext,
): void {
  const code = pictureEngine();
  const count = width * height;
  const [canvas, address] = [firstFreeByte, firstFreeByte + align(4 * count)];
  const memory = reachMemory(code.memory, address + 8 * count);
  new Uint8Array(memory, canvas, 4 * count).set(rgba);
  code.premultiply(canvas, address, count);
  for (const pass of passes) {
    // Memory may have grown in the pass before.
    const pixels = new Uint16Array(code.memory.buffer, address, 4 * count);
    runPass({ width, height, address, pixels }, pass, context);
  }
  code.unpremultiply(address, canvas, count);
  rgba.set(new Uint8Array(code.memory.buffer, canvas, 4 * count));
}

const align = (bytes: number) => (bytes + 15) & ~15;
