import { corpus, sampleImage } from './corpus';
import { painted } from './painted';

/** A number for bytes: FNV-1a of 32 bits (G. Fowler, L. C. Noll, K.-P. Vo; RFC 9923). */
function checksum(bytes: Uint8Array | Uint8ClampedArray): number {
  let sum = 0x811c9dc5;
  for (const byte of bytes) sum = Math.imul(sum ^ byte, 0x01000193);
  return sum >>> 0;
}

/** A number for every picture of the corpus, for comparing their bits on different machines. */
export function paintBits(): Uint32Array {
  const images = new Map([['a', sampleImage()]]);
  return Uint32Array.from(corpus(), ({ picture, width, height }) =>
    checksum(painted(picture, width, height, images).rgba),
  );
}
