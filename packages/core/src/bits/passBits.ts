import { sin } from '../contract/math/math';
import { runPasses } from '../picture/pass/runPasses';
import { invertingTable, passNames, workingPass } from '../picture/pass/testPasses';

const size = { width: 160, height: 90 };

/** Pixels with all kinds of colours and opacities. */
function pattern(): Uint8ClampedArray {
  const pixels = new Uint8ClampedArray(4 * size.width * size.height);
  for (let i = 0; i < pixels.length; i++)
    pixels[i] = Math.round(127.5 + 127.5 * sin(i / 5 + (i % 4) * i * 0.0007));
  return pixels;
}

/** Pixels that each kind of pass makes of the same ones, for comparing their bits on different machines. */
export const passBits = (): Uint8Array => {
  const length = 4 * size.width * size.height;
  const out = new Uint8Array(passNames.length * length);
  for (const [i, kind] of passNames.entries()) {
    const pixels = pattern();
    const lookups = { get: () => invertingTable };
    runPasses(pixels, size.width, size.height, [workingPass(kind, size)], {
      ...{ matrix: [1, 0, 0, 1, 0, 0], size, t: 3.217, lookups },
    });
    out.set(pixels, i * length);
  }
  return out;
};
