import type { Matrix } from '../../contract';
import {
  type BlendMode,
  blendNumber,
  PassBuffer,
  passEngine,
  passMemory,
  putSpritesTask,
  type Surface,
} from '../../pixels';
import { spriteValues, type SpritesOp } from '../display/operation/sprites';

/**
 * Paints sprites, the same pixels wherever it runs.
 * @param matrix picture units to pixels; it scales all directions alike
 * @returns `width` times `height` pixels of four bytes, not multiplied by opacity: good until the next passes run
 */
export function paintSprites(
  operation: SpritesOp,
  matrix: Matrix,
  width: number,
  height: number,
): Uint8ClampedArray<ArrayBuffer> {
  const code = passEngine();
  const buffer = new PassBuffer(width, height);
  drawPlaced(buffer, operation, matrix);
  code.unpremultiply(buffer.address, passMemory().end, buffer.count);
  return new Uint8ClampedArray(code.memory.buffer, passMemory().end, 4 * buffer.count);
}

/** Lays sprites on a surface. */
export function laySprites(
  surface: Surface,
  operation: SpritesOp,
  matrix: Matrix,
  { opacity, blend }: { opacity: number; blend: BlendMode },
): void {
  const code = passEngine();
  const buffer = new PassBuffer(surface.width, surface.height);
  drawPlaced(buffer, operation, matrix);
  const work = buffer.take(4 * surface.width + 64);
  code.layWide(buffer.address, surface.info, opacity, blendNumber(blend), work);
}

function drawPlaced(buffer: PassBuffer, { sprites, add }: SpritesOp, matrix: Matrix): void {
  const { code } = buffer;
  buffer.pixels.fill(0);
  const count = sprites.length / spriteValues;
  const at = buffer.floats(placed(sprites, matrix));
  const task = putSpritesTask(code.memory.buffer, { sprites: at, count, add: add ? 1 : 0 });
  code.drawSprites(buffer.image(), task);
}

/** Sprites in pixels. */
function placed(sprites: Float32Array, [a, b, c, d, e, f]: Matrix): Float32Array {
  const all = sprites.slice();
  const scale = Math.hypot(a, b);
  const [turnX, turnY] = scale > 0 ? [a / scale, b / scale] : [1, 0];
  // A mirrored picture mirrors rotations, too.
  const mirrored = a * d - b * c < 0 ? -1 : 1;
  for (let i = 0; i < all.length; i += spriteValues) {
    const [x, y, cos, sin] = [all[i]!, all[i + 1]!, all[i + 4]!, mirrored * all[i + 5]!];
    all[i] = a * x + c * y + e;
    all[i + 1] = b * x + d * y + f;
    all[i + 2]! *= scale;
    all[i + 3]! *= scale;
    all[i + 4] = cos * turnX - sin * turnY;
    all[i + 5] = sin * turnX + cos * turnY;
  }
  return all;
}
