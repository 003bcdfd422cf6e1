import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../../contract/property/defaults';
import { seeded } from '../../contract/math/noise';
import type { SceneOp } from '../display/operation/scene';
import { cameraRecord, viewOf, type Camera, type Vector } from './camera';
import { sceneMesh, type SceneMesh } from './mesh';
import { rasterise } from './rasterise';

const identity = [1, 0, 0, 1, 0, 0] as const;

/** Places are pixels, and z is the depth: the larger the nearer, more than 0. */
const flat = (...meshes: SceneMesh[]): SceneOp => ({
  op: 'scene',
  meshes,
  rows: Float64Array.of(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1),
  near: 0.5,
  focal: 1,
  isPerspective: false,
  wanted: [],
  box: [0, 0, 0, 0],
});
const paint = (scene: SceneOp, width: number, height: number, straight = false) =>
  rasterise(scene, identity, width, height, straight, () => undefined).slice();
const faces = (positions: number[], color: number[], part: Partial<SceneMesh> = {}) =>
  sceneMesh({
    positions: Float32Array.from(positions),
    indices: Uint32Array.from({ length: positions.length / 3 }, (_, i) => i),
    colors: Uint8Array.from(Array.from({ length: positions.length / 9 }, () => color).flat()),
    perFace: true,
    ...part,
  });
const white = [255, 255, 255, 255];
/** Sum of opacities, in pixels. */
const area = (pixels: Uint8ClampedArray) =>
  pixels.reduce((sum, value, i) => (i % 4 === 3 ? sum + value / 255 : sum), 0);
const random = (seed: number, i: number, from: number, to: number) => from + (to - from) * seeded(seed, i);

describe('coverage', () => {
  it('of triangles is their area, on the whole', () => {
    // Four samples a pixel: each edge is off by a part of a pixel here and there, which evens out.
    let [painted, exact] = [0, 0];
    for (let n = 0; n < 200; n++) {
      const [ax, ay, bx, by, cx, cy] = Array.from({ length: 6 }, (_, i) => random(n, i, 2, 62)) as [
        number,
        number,
        number,
        number,
        number,
        number,
      ];
      painted += area(paint(flat(faces([ax, ay, 1, bx, by, 1, cx, cy, 1], white)), 64, 64));
      exact += Math.abs((bx - ax) * (cy - ay) - (cx - ax) * (by - ay)) / 2;
    }
    expect(painted / exact).toBeCloseTo(1, 2);
  });

  it('of one triangle with whole corners is exact', () => {
    // A right angle with sides of 40 and 24 pixels: the diagonal evens out along its length.
    const pixels = paint(flat(faces([4, 4, 1, 44, 4, 1, 4, 28, 1], white)), 64, 64);
    expect(Math.abs(area(pixels) - 480)).toBeLessThan(3);
  });

  it('leaves neither gaps nor overlaps between neighbours, seen through or not', () => {
    // A net of triangles with corners at random over a square; each face half seen through.
    const count = 12;
    const at = (i: number, j: number, axis: number) =>
      i % count === 0 || j % count === 0 ? 0 : random(3 + axis, i * 100 + j, -1.2, 1.2);
    const positions: number[] = [];
    for (let j = 0; j <= count; j++)
      for (let i = 0; i <= count; i++) positions.push(4 + 5 * i + at(i, j, 0), 4 + 5 * j + at(i, j, 1), 1);
    const indices: number[] = [];
    for (let j = 0; j < count; j++)
      for (let i = 0; i < count; i++) {
        const a = j * (count + 1) + i;
        indices.push(a, a + 1, a + count + 2, a, a + count + 2, a + count + 1);
      }
    for (const alpha of [255, 128]) {
      const mesh = faces(positions, [255, 255, 255, alpha], {
        indices: Uint32Array.from(indices),
        colors: Uint8Array.from(
          Array.from({ length: indices.length / 3 }, () => [255, 255, 255, alpha]).flat(),
        ),
        clear: alpha < 255,
      });
      const pixels = paint(flat(mesh), 72, 72);
      for (let y = 6; y < 62; y++)
        for (let x = 6; x < 62; x++) expect(pixels[4 * (72 * y + x) + 3], `${x}, ${y}`).toBe(alpha);
    }
  });
});

describe('depth', () => {
  const hits = (triangle: readonly Vector[], x: number, y: number): number | undefined => {
    const [a, b, c] = triangle as [Vector, Vector, Vector];
    const det = (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]);
    const u = ((x - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (y - a[1])) / det;
    const v = ((b[0] - a[0]) * (y - a[1]) - (x - a[0]) * (b[1] - a[1])) / det;
    return u >= 0 && v >= 0 && u + v <= 1 ? a[2] + u * (b[2] - a[2]) + v * (c[2] - a[2]) : undefined;
  };

  const shares = [0.02, 0.35, 0.65, 0.98];
  const spots = shares.flatMap((dx) => shares.map((dy) => [dx, dy] as const));

  it('shows at every pixel what a ray meets first, seen from many cameras', () => {
    const size = { width: 40, height: 40 };
    for (let seed = 1; seed <= 24; seed++) {
      const camera: Camera = {
        ...defaultsOf(cameraRecord, size),
        orbit: 15 * seed,
        tilt: ((seed * 37) % 160) - 80,
        projection: seed % 4 === 0 ? 'parallel' : 'perspective',
        distance: 60,
        lens: 30,
        view: 60,
      };
      const view = viewOf(camera, size);
      const triangles = Array.from({ length: 12 }, (_, n): Vector[] =>
        [0, 1, 2].map(
          (k) => [0, 1, 2].map((axis) => random(seed, 9 * n + 3 * k + axis, -20, 20)) as unknown as Vector,
        ),
      );
      const mesh = faces(triangles.flat(2), white, {
        colors: Uint8Array.from(triangles.flatMap((_, i) => [20 * (i + 1), 0, 0, 255])),
      });
      const { rows, near, focal, isPerspective } = view;
      const scene: SceneOp = {
        op: 'scene',
        meshes: [mesh],
        rows,
        near,
        focal,
        isPerspective,
        wanted: [],
        box: [0, 0, 0, 0],
      };
      const pixels = paint(scene, 40, 40);
      // Rays meet triangles as they are seen: in the picture, where depth is linear.
      const inPicture = triangles.map((triangle) =>
        triangle.map(([x, y, z]): Vector => {
          const row = (r: number) =>
            rows[4 * r]! * x + rows[4 * r + 1]! * y + rows[4 * r + 2]! * z + rows[4 * r + 3]!;
          return [row(0) / row(3), row(1) / row(3), row(2) / row(3)];
        }),
      );
      let [met, agreed] = [0, 0];
      for (let y = 0; y < 40; y++)
        for (let x = 0; x < 40; x++) {
          // Where edges lie in a pixel its colours mix: what is looked at is met first all over it.
          const nearest = spots.map(([dx, dy]) =>
            inPicture.reduce(
              (first, triangle, i) => {
                const depth = hits(triangle, x + dx, y + dy);
                return depth !== undefined && depth > first.depth ? { i, depth } : first;
              },
              { i: -1, depth: 0 },
            ),
          );
          const { i } = nearest[0]!;
          if (nearest.some((one) => one.i !== i)) continue;
          met++;
          if (pixels[4 * (40 * y + x)] === 20 * (i + 1)) agreed++;
        }
      expect(met).toBeGreaterThan(50);
      // A tip may still lie between the places that are looked at.
      expect(agreed / met, `seed ${seed}`).toBeGreaterThan(0.995);
    }
  });

  it('lets faces go through each other', () => {
    const crossing = flat(
      faces([0, 0, 1, 20, 0, 3, 0, 20, 1, 20, 0, 3, 20, 20, 3, 0, 20, 1], [255, 0, 0, 255]),
      faces([0, 0, 2, 20, 0, 2, 0, 20, 2, 20, 0, 2, 20, 20, 2, 0, 20, 2], [0, 255, 0, 255]),
    );
    const pixels = paint(crossing, 20, 20);
    const red = (x: number) => pixels[4 * (200 + x)];
    expect([red(4), red(15)]).toEqual([0, 255]);
  });

  it('lays what is seen through from the back to the front over the rest', () => {
    const square = (z: number) => [0, 0, z, 20, 0, z, 0, 20, z, 20, 0, z, 20, 20, z, 0, 20, z];
    const scene = flat(
      faces(square(3), [0, 0, 255, 128], { clear: true }),
      faces(square(2), [0, 255, 0, 128], { clear: true }),
      faces(square(1), [255, 0, 0, 255]),
    );
    const at = 4 * (20 * 10 + 10);
    // Source over (Porter and Duff), by hand: blue on green on red, each half.
    const pixels = paint(scene, 20, 20);
    [64, 64, 128, 255].forEach((value, i) =>
      expect(Math.abs(pixels[at + i]! - value)).toBeLessThanOrEqual(2),
    );
  });
});

describe('colours', () => {
  it('go straight across the stage, not the picture: with perspective', () => {
    // A quad from w = 1 to w = 4: half way along it on the stage is 4 / 5 of the way in the picture.
    const rows = Float64Array.of(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 1, 0);
    const mesh = sceneMesh({
      positions: Float32Array.of(0, 0, 1, 0, 40, 1, 160, 0, 4, 160, 160, 4),
      indices: Uint32Array.of(0, 1, 2, 1, 3, 2),
      colors: Uint8Array.of(0, 0, 0, 255, 0, 0, 0, 255, 255, 255, 255, 255, 255, 255, 255, 255),
    });
    const scene: SceneOp = {
      op: 'scene',
      meshes: [mesh],
      rows,
      near: 0.5,
      focal: 1,
      isPerspective: true,
      wanted: [],
      box: [0, 0, 0, 0],
    };
    const pixels = paint(scene, 40, 40);
    for (const x of [5, 15, 25, 35]) {
      // At x in the picture the stage's z solves 160 (z - 1) / 3 / z = x.
      const z = 160 / (160 - 3 * (x + 0.5));
      expect(Math.abs(pixels[4 * (40 * 20 + x)]! - (255 * (z - 1)) / 3)).toBeLessThan(2);
    }
  });

  it('of images are mixed of the pixels around, as a canvas does', () => {
    const mesh = faces([0, 0, 1, 8, 0, 1, 8, 8, 1, 0, 0, 1, 8, 8, 1, 0, 8, 1], white, {
      uvs: Float32Array.of(0, 0, 1, 0, 1, 1, 0, 0, 1, 1, 0, 1),
      image: 'i',
      perFace: false,
      colors: new Uint8Array(24).fill(255),
    });
    const texture = { width: 2, height: 1, rgba: Uint8Array.of(0, 0, 0, 255, 200, 100, 50, 255) };
    const pixels = rasterise(flat(mesh), identity, 8, 8, true, () => texture);
    // The middles of the image's pixels lie at a quarter and three quarters.
    const at = (x: number) => pixels[4 * (8 * 4 + x)]!;
    [0, 0, 25, 75, 125, 175, 200, 200].forEach((value, x) =>
      expect(Math.abs(at(x) - value)).toBeLessThanOrEqual(1),
    );
    expect(rasterise(flat(mesh), identity, 8, 8, true, () => undefined).some((value) => value > 0)).toBe(
      false,
    );
  });

  it('are multiplied by opacity, or not, as is asked', () => {
    const half = flat(faces([0, 0, 1, 20, 0, 1, 0, 20, 1], [200, 100, 50, 128]));
    const at = 4 * (20 * 5 + 5);
    expect([...paint(half, 20, 20).slice(at, at + 4)]).toEqual([100, 50, 25, 128]);
    const straight = paint(half, 20, 20, true).slice(at, at + 4);
    [200, 100, 50, 128].forEach((value, i) => expect(Math.abs(straight[i]! - value)).toBeLessThanOrEqual(1));
  });
});

describe('lines and points', () => {
  it('are as wide as they are said to be', () => {
    const line = sceneMesh({
      form: 'lines',
      positions: Float32Array.of(5, 10, 1, 45, 10, 1),
      indices: Uint32Array.of(0, 1),
      colors: Uint8Array.of(...white, ...white),
      size: 4,
    });
    expect(area(paint(flat(line), 50, 20))).toBeCloseTo(160, 0);
    const point = sceneMesh({
      form: 'points',
      positions: Float32Array.of(25, 25, 1),
      indices: Uint32Array.of(0),
      colors: Uint8Array.from(white),
      size: 30,
    });
    expect(area(paint(flat(point), 50, 50)) / (Math.PI * 225)).toBeCloseTo(1, 1);
  });
});

describe('what is bad', () => {
  it('is left out: corners that are none, faces without area, what is behind the camera', () => {
    const bad = [
      NaN,
      0,
      1,
      10,
      0,
      1,
      0,
      10,
      1,
      5,
      5,
      1,
      5,
      5,
      1,
      5,
      5,
      1,
      1e30,
      0,
      1,
      0,
      1e30,
      1,
      -1e30,
      0,
      1,
    ];
    expect(() => paint(flat(faces(bad, white)), 20, 20)).not.toThrow();
    const view = viewOf(
      { ...defaultsOf(cameraRecord, { width: 20, height: 20 }), tilt: 0 },
      { width: 20, height: 20 },
    );
    const { rows, near, focal, isPerspective } = view;
    const behind = faces([0, 0, 500, 10, 0, 500, 0, 10, 500], white);
    const scene: SceneOp = {
      op: 'scene',
      meshes: [behind],
      rows,
      near,
      focal,
      isPerspective,
      wanted: [],
      box: [0, 0, 0, 0],
    };
    expect(area(paint(scene, 20, 20))).toBe(0);
  });

  it('paints many faces that are large', () => {
    const many = Array.from({ length: 300 }, (_, i) => [0, 0, 1 + i, 64, 0, 1 + i, 0, 640, 1 + i]).flat();
    expect(area(paint(flat(faces(many, white)), 64, 640))).toBeGreaterThan(20_000);
  });
});
