import { converter } from 'culori';
import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../../contract/property/defaults';
import { cornerNormals, faceNormal } from './dress';
import { keyDirection, lightRecord, schlick, shadingOf, type Light, type SurfaceMaterial } from './light';
import { byteOf, linearOf } from './srgb';
import type { Vector } from './camera';

const dark: Light = {
  ...defaultsOf(lightRecord, { width: 0, height: 0 }),
  ...{
    ambient: 0,
    key: 1,
    keyColor: '#ffffff',
    skyColor: '#000000',
    horizonColor: '#000000',
    groundColor: '#000000',
  },
};
const matt: SurfaceMaterial = { metal: 0, roughness: 1, glow: 0 };
const shade = (light: Light, surface: SurfaceMaterial, normal: Vector, position: Vector = [0, 0, 0]) => {
  const out = new Float32Array(3);
  shadingOf(light, [0, 0, 1000], 1000).shade(out, 0, surface, [0.5, 0.5, 0.5], ...position, ...normal);
  return out[0]!;
};

describe('light', () => {
  it('falls off with the cosine of its angle (Lambert)', () => {
    const from = (elevation: number) => shade({ ...dark, direction: 0, elevation }, matt, [0, 0, 1]);
    const full = from(0);
    // What is reflected straight on besides is some hundredths of that.
    for (const angle of [20, 45, 60, 80])
      expect(Math.abs(from(angle) / full - Math.cos((angle * Math.PI) / 180))).toBeLessThan(0.03);
    expect(from(90)).toBeCloseTo(0, 6);
    expect(from(135)).toBe(0);
  });

  it('comes from where it is said', () => {
    keyDirection({ direction: 90, elevation: 0 }).forEach((value, i) =>
      expect(value).toBeCloseTo([1, 0, 0][i]!, 12),
    );
    keyDirection({ direction: 0, elevation: 90 }).forEach((value, i) =>
      expect(value).toBeCloseTo([0, 1, 0][i]!, 12),
    );
  });

  it('is reflected at an angle as Schlick says', () => {
    // Worked by hand: 0.04 + 0.96 x 0.5^5, and the ends.
    expect(schlick(0.04, 1)).toBeCloseTo(0.04, 12);
    expect(schlick(0.04, 0.5)).toBeCloseTo(0.07, 12);
    expect(schlick(0.04, 0)).toBe(1);
  });

  it('of the surroundings is what metal shows: the sky from above, the ground from below', () => {
    const around: Light = {
      ...dark,
      key: 0,
      skyColor: '#ffffff',
      groundColor: '#000000',
      horizonColor: '#808080',
    };
    const mirror: SurfaceMaterial = { metal: 1, roughness: 0, glow: 0 };
    const tipped = (degrees: number): Vector => [
      0,
      Math.sin((degrees * Math.PI) / 180),
      Math.cos((degrees * Math.PI) / 180),
    ];
    expect(shade(around, mirror, tipped(40))).toBeGreaterThan(shade(around, mirror, tipped(0)));
    expect(shade(around, mirror, tipped(-40))).toBeLessThan(shade(around, mirror, tipped(0)));
  });

  it('is its own with glow, and goes over into the fade colour far away', () => {
    expect(shade({ ...dark, key: 0 }, { ...matt, glow: 0.6 }, [0, 0, 1])).toBeCloseTo(0.3, 3);
    const faded: Light = { ...dark, fade: 1, fadeColor: '#ffffff', fadeFrom: 1, fadeTo: 2 };
    expect(shade(faded, matt, [0, 0, 1], [0, 0, -1000])).toBeCloseTo(1, 6);
    expect(shade(faded, matt, [0, 0, 1])).toBeLessThan(0.6);
  });
});

describe('colours between sRGB and light', () => {
  it('are those of culori', () => {
    const toLinear = converter('lrgb');
    for (const color of ['#000000', '#123456', '#808080', '#f2a33c', '#ffffff']) {
      const expected = toLinear(color)!;
      [expected.r, expected.g, expected.b].forEach((value, i) =>
        expect(linearOf(color)[i]).toBeCloseTo(value, 7),
      );
    }
  });
  it('come back as they were', () => {
    for (let value = 0; value < 256; value++) {
      const hex = value.toString(16).padStart(2, '0');
      expect(Math.abs(byteOf(linearOf(`#${hex}${hex}${hex}`)[0]) - value)).toBeLessThanOrEqual(
        value < 24 ? 1 : 0,
      );
    }
    expect([byteOf(-1), byteOf(7)]).toEqual([0, 255]);
  });
});

describe('normals', () => {
  it('of a face point to whoever sees it against the clock, twice as long as its area', () => {
    const corners = Float32Array.of(0, 0, 0, 2, 0, 0, 0, 3, 0);
    expect(faceNormal(corners, 0, 1, 2)).toEqual([0, 0, 6]);
  });
  it('of corners are the mean of those around, by area', () => {
    const corners = Float32Array.of(0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 3);
    // A face of area 1/2 to z, one of area 3/2 to x: together 1 to 3.
    const normals = cornerNormals(corners, Uint32Array.of(0, 1, 2, 0, 2, 3));
    const size = Math.sqrt(10);
    [3 / size, 0, 1 / size].forEach((value, i) => expect(normals[i]).toBeCloseTo(value, 6));
  });
});
