import { mat4, vec4 } from 'gl-matrix';
import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../../contract/property/defaults';
import { hd } from '../../testing';
import { cameraRecord, projected, usualDistance, viewOf, type Camera, type Vector } from './camera';
import { frameShare, frameStage } from './frameStage';

const camera = (part: Partial<Camera> = {}): Camera => ({
  ...defaultsOf(cameraRecord, hd),
  tilt: 0,
  ...part,
});
const seen = (position: Vector, part: Partial<Camera> = {}) => projected(viewOf(camera(part), hd), position);

describe('a camera', () => {
  it('shows what lies at z = 0 in picture units, the middle in the middle', () => {
    const [x, y] = seen([0, 0, 0])!;
    expect([x, y]).toEqual([960, 540]);
    const [right, up] = seen([100, 200, 0])!;
    expect(right).toBeCloseTo(1060, 1);
    expect(up).toBeCloseTo(340, 1);
  });

  it('shows half of the size at twice the distance', () => {
    // Worked by hand: the picture is one distance away from the camera.
    const far = usualDistance(hd.width);
    expect(seen([100, 0, -far])![0]).toBeCloseTo(1010, 1);
    expect(seen([100, 0, far / 2])![0]).toBeCloseTo(1160, 1);
    expect(seen([0, 0, far])).toBeUndefined();
  });

  it('sees as wide as its lens: 36 mm at 36 mm is the width of the distance', () => {
    expect(seen([500, 0, 0], { lens: 36, distance: 1000 })![0]).toBeCloseTo(1920, 6);
    expect(seen([500, 0, 0], { lens: 18, distance: 1000 })![0]).toBeCloseTo(1440, 6);
  });

  it('agrees with the matrices of gl-matrix, wherever it stands', () => {
    for (let seed = 0; seed < 40; seed++) {
      const part = {
        orbit: (seed * 47) % 360,
        tilt: ((seed * 31) % 170) - 85,
        distance: 500 + 90 * seed,
        lens: 20 + seed,
        targetX: 13 * seed,
        targetY: -7 * seed,
        targetZ: 5 * seed,
      };
      const [o, t] = [(part.orbit * Math.PI) / 180, (part.tilt * Math.PI) / 180];
      const target: [number, number, number] = [part.targetX, part.targetY, part.targetZ];
      const eye: [number, number, number] = [
        target[0] + part.distance * Math.sin(o) * Math.cos(t),
        target[1] + part.distance * Math.sin(t),
        target[2] + part.distance * Math.cos(o) * Math.cos(t),
      ];
      const look = mat4.lookAt(new Float64Array(16) as unknown as mat4, eye, target, [0, 1, 0]);
      const angle = 2 * Math.atan(((36 / part.lens) * (9 / 16)) / 2);
      const lens = mat4.perspective(new Float64Array(16) as unknown as mat4, angle, 16 / 9, 1, 1e5);
      const all = mat4.multiply(new Float64Array(16) as unknown as mat4, lens, look);
      const position: Vector = [120 - 3 * seed, 40 + seed, -60 + 4 * seed];
      const clip = vec4.transformMat4(new Float64Array(4) as unknown as vec4, [...position, 1], all);
      const [x, y, w] = seen(position, part)!;
      expect(x).toBeCloseTo((clip[0] / clip[3] + 1) * 960, 6);
      expect(y).toBeCloseTo((1 - clip[1] / clip[3]) * 540, 6);
      expect(w).toBeCloseTo(clip[3], 6);
    }
  });

  it('rolls the picture clockwise', () => {
    const [x, y] = seen([100, 0, 0], { roll: 90 })!;
    expect(x).toBeCloseTo(960, 1);
    expect(y).toBeCloseTo(640, 1);
  });

  it('keeps sizes in parallel projection, and knows what is nearer', () => {
    const part = { projection: 'parallel', view: 960 } as const;
    for (const z of [-5000, 0, 800]) expect(seen([100, 0, z], part)![0]).toBeCloseTo(1160, 6);
    const { rows } = viewOf(camera(part), hd);
    const depth = (z: number) => rows[10]! * z + rows[11]!;
    expect(depth(10)).toBeGreaterThan(depth(0));
    expect(depth(-9000)).toBeGreaterThan(0);
  });
});

describe('framing a stage', () => {
  const cube = Float32Array.from(
    [0, 1, 2, 3, 4, 5, 6, 7].flatMap((i) => [i & 1 ? 700 : -100, i & 2 ? 300 : -50, i & 4 ? 900 : -200]),
  );
  it.each([
    {},
    { orbit: 35, tilt: 25 },
    { tilt: 90 },
    { orbit: 200, tilt: -40, lens: 15 },
    { projection: 'parallel' as const, orbit: 30, tilt: 30 },
  ])('brings everything in, and nothing smaller than it must be: %j', (part) => {
    const framed = { ...camera(part), ...frameStage(camera(part), [cube], hd)! };
    const view = viewOf(framed, hd);
    let max = 0;
    for (let i = 0; i < cube.length; i += 3) {
      const [x, y] = projected(view, [cube[i]!, cube[i + 1]!, cube[i + 2]!])!;
      max = Math.max(max, Math.abs(x - 960) / 960, Math.abs(y - 540) / 540);
    }
    expect(max).toBeLessThanOrEqual(frameShare + 0.002);
    expect(max).toBeGreaterThan(0.9 * frameShare);
  });
  it('has nothing to do where nothing stands', () => expect(frameStage(camera(), [], hd)).toBeUndefined());
});
