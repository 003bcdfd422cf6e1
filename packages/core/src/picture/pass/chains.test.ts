import { describe, expect, it } from 'vitest';
import { PassBuffer } from '../../pixels/passBuffer';
import { passMemory } from '../../pixels/passEngine';
import { passKinds, runPass, type PassKindName, type PassSettings } from './registry';
import { runPasses } from './runPasses';
import { invertingTable, passNames, workingPass } from './testPasses';

/** Chains of passes that look at one pixel, against the same one after another in doubles: sRGB as IEC 61966-2-1 has it. */

type Color = readonly [number, number, number];
type Plain = (color: Color) => Color;

const size = { width: 64, height: 36 };
const clamp = (value: number) => Math.min(1, Math.max(0, value));
const each =
  (change: (value: number) => number): Plain =>
  (color) =>
    color.map((value) => clamp(change(value))) as unknown as Color;
const toLight = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
const fromLight = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);

/** Brightness of saturate (W3C Filter Effects Level 1) and of tint (Rec. 709). */
const dot = (weights: Color, color: Color) => weights.reduce((sum, weight, i) => sum + weight * color[i]!, 0);

/** Passes with what they do to a colour, in plain words of the standards that they follow. */
const plain: { settings: PassSettings; change: Plain }[] = [
  {
    settings: workingPass('invert', size, { id: 'i', amount: 0.8 }),
    change: each((v) => v + 0.8 * (1 - 2 * v)),
  },
  {
    settings: workingPass('levels', size, {
      id: 'l',
      black: 0.1,
      white: 0.9,
      gamma: 1.4,
      lowest: 0.05,
      highest: 0.95,
    }),
    change: each((v) => 0.05 + 0.9 * clamp((v - 0.1) / 0.8) ** (1 / 1.4)),
  },
  {
    settings: workingPass('grade', size, {
      ...{ id: 'g', exposure: 0.4, contrast: 1.1, saturation: 1.3, hue: 0, temperature: 0 },
    }),
    change: (color) => {
      const graded = each((v) => (fromLight(Math.min(1, toLight(v) * 2 ** 0.4)) - 0.5) * 1.1 + 0.5)(color);
      const gray = dot([0.213, 0.715, 0.072], graded);
      return each((v) => gray * (1 - 1.3) + v * 1.3)(graded);
    },
  },
  {
    settings: workingPass('tint', size, { id: 't', color: '#ffcc80', amount: 0.4 }),
    change: (color) => {
      const gray = dot([0.2126, 0.7152, 0.0722], color);
      return color.map((v, i) => clamp(v * 0.6 + 0.4 * gray * [1, 0.8, 128 / 255][i]!)) as unknown as Color;
    },
  },
];

/** Opaque colours of all kinds. */
function colors(): Uint8ClampedArray {
  const rgba = new Uint8ClampedArray(4 * size.width * size.height);
  for (let i = 0; i < rgba.length; i += 4) {
    const n = (i / 4) * 2654435761;
    rgba.set([n & 255, (n >>> 9) & 255, (n >>> 17) & 255, 255], i);
  }
  return rgba;
}

const context = { matrix: [1, 0, 0, 1, 0, 0] as const, size, t: 0.5, lookups: { get: () => invertingTable } };

/** Colours of all kinds, and what passes make of them. */
function through(passes: readonly PassSettings[]) {
  const rgba = colors();
  const given = rgba.slice();
  runPasses(rgba, size.width, size.height, passes, context);
  return { given, rgba };
}

/** Chains of one to eight of them, in an order of their own each. */
const chains = Array.from({ length: 24 }, (_, n) =>
  Array.from(
    { length: 1 + (n % 8) },
    (_one, i) => plain[(n * 5 + i * (1 + (n % 3)) + (i >> 1)) % plain.length]!,
  ),
);

describe('chains of passes that look at one pixel', () => {
  it.each(chains.map((chain) => [chain.map(({ settings }) => settings.kind).join(', '), chain] as const))(
    'are what their passes do one after another: %s',
    (_, chain) => {
      const { given, rgba } = through(chain.map(({ settings }) => settings));
      let [max, differ] = [0, 0];
      for (let i = 0; i < rgba.length; i += 4) {
        const color = [0, 1, 2].map((channel) => given[i + channel]! / 255) as unknown as Color;
        const expected = chain.reduce((now, { change }) => change(now), color);
        expected.forEach((value, channel) => {
          const apart = Math.abs(rgba[i + channel]! - Math.round(255 * value));
          max = Math.max(max, apart);
          if (apart > 0) differ++;
        });
      }
      expect(max).toBeLessThanOrEqual(chain.length > 6 ? 2 : 1);
      // Tables and floats round a few of a hundred the other way.
      expect(differ / (0.75 * rgba.length)).toBeLessThan(0.03 * chain.length);
    },
  );

  it('of a hundred passes are still those', () => {
    const invert = workingPass('invert', size, { id: 'i', amount: 1 });
    const { given, rgba } = through(Array.from({ length: 100 }, () => invert));
    rgba.forEach((value, i) => expect(Math.abs(value - given[i]!)).toBeLessThanOrEqual(1));
  });
});

describe('the form of a pass', () => {
  /** What a pass does with a buffer: whether it waits in the row of points, and whether it finds pixels elsewhere. */
  function watched(kind: PassKindName) {
    return passMemory().within(() => {
      const at = passMemory().take(4 * size.width * size.height + 16);
      const buffer = new PassBuffer(size.width, size.height, at);
      let gathers = 0;
      const { gather } = buffer;
      buffer.gather = (...given) => {
        gathers++;
        gather.apply(buffer, given);
      };
      runPass(buffer, workingPass(kind, size), context);
      // What waits in the row can be left for later.
      return { waits: buffer.settleByRows(at) !== undefined, gathers };
    });
  }

  it.each(passNames)('of %s is the one that its literal says', (kind) => {
    const { form } = passKinds[kind];
    const { waits, gathers } = watched(kind);
    if (form === 'point') expect([waits, gathers]).toEqual([true, 0]);
    else if (form === 'gather') expect([waits, gathers]).toEqual([false, 1]);
    else if (form === 'time') expect([waits, gathers]).toEqual([false, 0]);
    // Light is added by a point, after all that it is made of.
    else expect(gathers).toBe(0);
  });
});
