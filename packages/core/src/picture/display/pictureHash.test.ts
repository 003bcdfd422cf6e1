import { describe, expect, it } from 'vitest';
import type { Picture } from './displayList';
import { pictureHash, valueHash } from './pictureHash';

const picture = (change: Partial<Picture> = {}): Picture => ({
  width: 1920,
  height: 1080,
  operations: [{ op: 'backdrop', paint: '#102030', grain: 0 }],
  t: 1,
  ...change,
});

describe('the hash of a picture', () => {
  it('is the same for what is equal, whatever objects hold it', () => {
    expect(pictureHash(structuredClone(picture()))).toBe(pictureHash(picture()));
    expect(pictureHash(picture())).toMatch(/^[0-9a-f]{16}$/);
  });

  it('is another one when anything that is drawn is another one', () => {
    const backdrop = (part: object) =>
      picture({ operations: [{ op: 'backdrop', paint: '#102030', grain: 0, ...part }] });
    const all = [
      picture(),
      picture({ width: 1919 }),
      picture({ operations: [] }),
      picture({ operations: [...picture().operations, ...picture().operations] }),
      backdrop({ paint: '#102031' }),
      backdrop({ grain: Number.EPSILON }),
      backdrop({ grain: -0 }),
      picture({ veil: { color: '#000000', opacity: 0.5 } }),
    ];
    expect(new Set(all.map(pictureHash)).size).toBe(all.length);
  });

  it('minds the moment only where pixels go through passes', () => {
    const passes = [{ id: 'a', kind: 'grain', on: true } as never];
    expect(pictureHash(picture({ t: 2 }))).toBe(pictureHash(picture({ t: 3 })));
    expect(pictureHash(picture({ t: 2, passes }))).not.toBe(pictureHash(picture({ t: 3, passes })));
    const off = [{ id: 'a', kind: 'grain', on: false } as never];
    expect(pictureHash(picture({ t: 2, passes: off }))).toBe(pictureHash(picture({ t: 3 })));
  });

  it('tells lists from what is in them, and numbers from their texts', () => {
    const values = [
      ...[[], [[]], [[], []], [1], ['1'], [[1]], 1, '1', null, false, true, {}, { a: 1 }, { a: [1] }],
      ...[{ b: 1 }, { a: 1, b: 1 }, [{ a: 1 }, { b: 1 }], ['ab', 'c'], ['a', 'bc'], new Float32Array([1])],
      ...[new Float64Array([1]), new Uint8Array([1, 0, 0]), new Uint8Array([1]), new Uint8Array(0)],
    ];
    expect(new Set(values.map(valueHash)).size).toBe(values.length);
  });

  it('reads arrays that begin anywhere in their memory', () => {
    const all = Uint8Array.from({ length: 40 }, (_, i) => i % 7);
    expect(valueHash(all.subarray(7, 17))).toBe(valueHash(all.subarray(21, 31)));
    expect(valueHash(all.subarray(7, 17))).not.toBe(valueHash(all.subarray(8, 18)));
  });

  it('spreads over all of its bits: of many pictures that differ by little no two meet', () => {
    const hashes = Array.from({ length: 20_000 }, (_, i) => valueHash([i / 1000, 0.5]));
    expect(new Set(hashes).size).toBe(hashes.length);
    // Each bit is set in about a half of them: by far more than five deviations of chance.
    for (let bit = 0; bit < 64; bit++) {
      const digit = 15 - (bit >> 2);
      const set = hashes.filter((hash) => (parseInt(hash[digit]!, 16) >> (bit & 3)) & 1).length;
      expect(Math.abs(set - 10_000)).toBeLessThan(5 * Math.sqrt(20_000 / 4));
    }
  });

  it('refuses what is no plain data', () => {
    expect(() => valueHash(() => 1)).toThrow('plain data');
  });
});
