import { describe, expect, it } from 'vitest';
import { PassBuffer, type Edges } from '../../pixels/passBuffer';
import { passMemory } from '../../pixels/passEngine';
import { reachedRegion, swept, type Region } from './region';
import { runPass, type PassKindName } from './registry';
import { workingPass } from './testPasses';

/** Passes that leave out what nothing can get to: against the same with nothing left out, which is what they promise. */

const [width, height] = [90, 60];
const size = { width, height };

/** Even numbers from 0 to 1, always the same. */
function chances(seed: number) {
  let state = seed * 2654435761 + 1;
  return () => {
    state = Math.imul(state ^ (state >>> 15), 0x2c1b3c6d) + 0x9e3779b9;
    return ((state ^ (state >>> 13)) >>> 0) / 2 ** 32;
  };
}

/** Something in a part of a picture. */
function content(next: () => number): Region {
  const left = Math.floor(next() * 70);
  const top = Math.floor(next() * 45);
  return { left, top, right: left + 1 + Math.floor(next() * 18), bottom: top + 1 + Math.floor(next() * 14) };
}

function drawn(buffer: PassBuffer, at: number, { left, top, right, bottom }: Region, next: () => number) {
  const pixels = new Uint8Array(buffer.code.memory.buffer, at, 4 * width * height);
  pixels.fill(0);
  for (let y = top; y < bottom; y++)
    for (let x = left; x < right; x++) {
      const alpha = Math.floor(next() * 256);
      pixels.set([alpha, alpha >> 1, alpha >> 2, alpha], 4 * (y * width + x));
    }
}

/** What a pass makes of a part of a picture. @param everywhere nothing is left out */
function through(kind: PassKindName, seed: number, everywhere: boolean): Uint8Array {
  return passMemory().within(() => {
    const next = chances(seed);
    const at = passMemory().take(4 * width * height + 16);
    const buffer = new PassBuffer(width, height, at);
    drawn(buffer, at, content(next), next);
    const { code } = buffer;
    if (everywhere) {
      const contentBox: typeof code.contentBox = (_from, wide, high, _bytes, out) =>
        new Int32Array(code.memory.buffer, out, 4).set([0, 0, wide, high]);
      Object.assign(buffer, { code: { ...code, contentBox } });
    }
    const settings = workingPass(kind, size, {
      edges: (['clear', 'repeat', 'mirror'] as const)[seed % 3]!,
      centre: { x: next() * 120 - 15, y: next() * 90 - 15 },
      ...{ amount: next() * 1.5, angle: next() * 120, length: kind === 'rays' ? next() : next() * 40 },
      ...{ distance: next() * 12, spread: seed % 2 ? next() * 0.3 : 0, threshold: 0.1 },
    });
    runPass(buffer, settings, { matrix: [1, 0, 0, 1, 0, 0], size, t: 0 });
    buffer.settle(at);
    return new Uint8Array(code.memory.buffer, at, 4 * width * height).slice();
  });
}

describe('a pass that works only where something can get to', () => {
  it.each(['zoomBlur', 'rotationBlur', 'directionBlur', 'rays', 'colorSplit'] as const)(
    'leaves out nothing: %s',
    (kind) => {
      let drawnOn = 0;
      for (let seed = 1; seed <= 60; seed++) {
        const given = through(kind, seed, false);
        expect(given, `seed ${seed}`).toEqual(through(kind, seed, true));
        if (given.some((value) => value > 0)) drawnOn++;
      }
      expect(drawnOn).toBeGreaterThan(50);
    },
  );
});

describe('the region of a pass', () => {
  const regionOf = (part: Region | undefined, edges: Edges, bytes: 4 | 8 = 4) =>
    passMemory().within(() => {
      const at = passMemory().take(bytes * width * height + 16);
      const buffer = new PassBuffer(width, height);
      new Uint8Array(buffer.code.memory.buffer, at, bytes * width * height).fill(0);
      if (part) {
        const pixels = new Uint8Array(buffer.code.memory.buffer, at, bytes * width * height);
        // The least there is: one step of opacity, in two corners of it.
        pixels[bytes * (part.top * width + part.left) + 3] = 1;
        pixels[bytes * ((part.bottom - 1) * width + part.right - 1) + 3] = 1;
      }
      return reachedRegion(buffer, { address: at, width, height, bytes }, edges, ([l, t, r, b]) => [
        ...([l - 2.5, t, r + 0.25, b] as const),
      ]);
    });
  const part = { left: 10, top: 7, right: 43, bottom: 52 };

  it('holds what is there and where it gets to, in whole pixels', () => {
    const expected = { left: 7, top: 7, right: 44, bottom: 52 };
    for (const bytes of [4, 8] as const) expect(regionOf(part, 'repeat', bytes)).toEqual(expected);
    expect(regionOf(undefined, 'mirror')).toEqual({ left: 0, top: 0, right: 0, bottom: 0 });
  });

  it('is everything where something lies beyond the edges, and ends with the picture', () => {
    const whole = { left: 0, top: 0, right: width, bottom: height };
    for (const touching of [
      { ...part, left: 0 },
      { ...part, top: 0 },
      { ...part, right: width },
      { ...part, bottom: height },
    ])
      expect(regionOf(touching, 'repeat')).toEqual(whole);
    expect(regionOf({ ...part, left: 0 }, 'clear')).toEqual({ left: 0, top: 7, right: 44, bottom: 52 });
    expect(regionOf({ ...part, right: 89 }, 'clear').right).toBe(90);
    // What gets to an edge may come back from beyond it.
    expect(regionOf({ ...part, left: 2 }, 'mirror')).toEqual(whole);
  });

  it('of something enlarged is what its corners reach, and turned, circles through them', () => {
    const box = [10, 20, 30, 40] as const;
    expect(swept([...box], { x: 10, y: 20 }, [0.5, 2], false)).toEqual([10, 20, 50, 60]);
    // 3, 4, 5: the farthest corner is 50 away from a centre at 0, 0.
    expect(swept([...box], { x: 0, y: 0 }, [1, 1], true)).toEqual([-50, -50, 50, 50]);
  });
});
