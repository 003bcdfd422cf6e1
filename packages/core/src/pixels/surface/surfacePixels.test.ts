import { describe, expect, it } from 'vitest';
import { encodePixels } from '../encodePixels';
import { passMemory } from '../passEngine';
import { runPassesOn } from '../../picture/pass/runPasses';
import { valueHash } from '../../picture/display/pictureHash';
import { workingPass } from '../../picture/pass/testPasses';
import type { PassKindName } from '../../picture/pass/registry';
import { Surface } from './surface';
import { encodeSurface, straightPixels } from './surfacePixels';

/** Heights that are no multiple of the rows worked on at a time, and one that is less. */
const sizes: (readonly [number, number])[] = [
  [48, 70],
  [320, 96],
  [516, 20],
];
const chains: PassKindName[][] = [
  [],
  ['invert'],
  ['glow', 'curves', 'vignette', 'grain'],
  ['grade', 'lens'],
  ['lens', 'grade', 'scanLines'],
  ['grain', 'blur'],
];

/** A picture of slopes and edges, through passes. @param later whether the last of them are left */
function painted<T>(
  [width, height]: readonly [number, number],
  chain: readonly PassKindName[],
  later: boolean,
  take: (surface: Surface) => T,
  opaque = true,
): T {
  return passMemory().within(() => {
    const surface = new Surface(width, height);
    const { bytes } = surface;
    for (let i = 0; i < bytes.length; i += 4) {
      const [x, y] = [(i / 4) % width, Math.floor(i / 4 / width)];
      const color = [(x * 5) & 255, (y * 3) & 255, (x >> 3) & 1 ? 240 : (x + y) & 127, 255];
      // Clear rows above, below and between, more than are worked on at a time, and all opacities beside them.
      const alpha = opaque ? 1 : y < 3 || (y > 20 && y < 60) || x % 11 === 0 ? 0 : ((x * 7) % 256) / 255;
      bytes.set(
        color.map((value) => Math.round(value * alpha)),
        i,
      );
    }
    surface.touchAll();
    const size = { width, height };
    const context = { matrix: [1, 0, 0, 1, 0, 0] as const, size, t: 1.25, lookups: new Map() };
    const passes = chain.map((kind) => workingPass(kind, size));
    const veil = { color: '#203040', opacity: 0.1 };
    runPassesOn(surface, passes, context, opaque ? { later, veil } : { later });
    return take(surface);
  });
}

describe('a surface whose last passes are left to whoever reads it', () => {
  const all = sizes.flatMap((size) =>
    chains.map((chain) => [`${size.join(' x ')}: ${chain.join(', ')}`, size, chain] as const),
  );

  it.each(all)('becomes the planes that its pixels become: %s', (_, size, chain) => {
    for (const form of ['yuv420p', 'yuv444p10'] as const) {
      const inOne = painted(size, chain, true, (surface) => encodeSurface(surface, form, true).slice());
      const pixels = painted(size, chain, false, (surface) => straightPixels(surface, true).slice());
      expect(valueHash(inOne)).toBe(valueHash(encodePixels(pixels, ...size, form)));
    }
  });

  it.each(all)('becomes those with opacity, too: %s', (_, size, chain) => {
    for (const form of ['yuva420p', 'yuva444p10'] as const) {
      const take = (surface: Surface) => encodeSurface(surface, form, false).slice();
      const inOne = painted(size, chain, true, take, false);
      const pixels = painted(size, chain, false, (one) => straightPixels(one, false).slice(), false);
      expect(valueHash(inOne)).toBe(valueHash(encodePixels(pixels, ...size, form)));
    }
  });

  it.each(all)('has the same pixels: %s', (_, size, chain) => {
    const left = painted(size, chain, true, (surface) => straightPixels(surface, true).slice());
    const once = painted(size, chain, false, (surface) => straightPixels(surface, true).slice());
    expect(valueHash(left)).toBe(valueHash(once));
    const bytes = painted(size, chain, true, (surface) => encodeSurface(surface, 'rgba', true).slice());
    expect(valueHash(bytes)).toBe(valueHash(left));
  });

  it('goes through them once, however often it is read', () => {
    const twice = painted([48, 70], ['invert'], true, (surface) => {
      straightPixels(surface, true);
      return surface.bytes.slice();
    });
    expect(twice).toEqual(painted([48, 70], ['invert'], false, (surface) => surface.bytes.slice()));
  });
});
