import { sin } from '../math/math';
import { passKinds, type PassKindName, type PassSettings } from './registry';
import { runPasses } from './runPasses';

const size = { width: 160, height: 90 };

/** Pixels with all kinds of colours and opacities. */
function pattern(): Uint8ClampedArray {
  const pixels = new Uint8ClampedArray(4 * size.width * size.height);
  for (let i = 0; i < pixels.length; i++)
    pixels[i] = Math.round(127.5 + 127.5 * sin(i / 5 + (i % 4) * i * 0.0007));
  return pixels;
}

/** Pixels that each kind of pass makes of the same ones, for comparing their bits on different machines. */
export function passBits(): Uint8Array {
  const kinds = Object.keys(passKinds) as PassKindName[];
  const out = new Uint8Array(kinds.length * 4 * size.width * size.height);
  for (const [i, kind] of kinds.entries()) {
    const pixels = pattern();
    const points = [0, 0.4, 1].map((at) => ({ id: `p${at}`, at, value: at * at }));
    const part = {
      threshold: 0.2,
      saturation: 1.3,
      hue: 20,
      exposure: 0.4,
      all: points,
      black: 0.1,
      zoom: 1.4,
    };
    const pass = { ...passKinds[kind].defaults(size), ...part, id: kind } as unknown as PassSettings;
    const matrix = [1, 0, 0, 1, 0, 0] as const;
    runPasses(pixels, size.width, size.height, [pass], { matrix, size, t: 3.217 });
    out.set(pixels, i * pixels.length);
  }
  return out;
}
