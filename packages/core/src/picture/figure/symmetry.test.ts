import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../../contract/property/defaults';
import type { DotsOp, FillOp, GroupOp, StrokesOp } from '../display/displayList';
import { transformOperation } from '../display/operations';
import { hd } from '../../testing';
import {
  applyMatrix,
  invertMatrix,
  mirrorMatrix,
  multiply,
  turnMatrix,
} from '../../contract/geometry/matrix';
import { symmetric, symmetryRecord, type Symmetry } from './symmetry';

const symmetryStandard = defaultsOf(symmetryRecord, hd);

const apply = applyMatrix;
const near = (...values: number[]) => values.map((value) => expect.closeTo(value, 4));

describe('matrices', () => {
  const turn = turnMatrix(0.7, 3, 4);
  const both = multiply([2, 0, 0, 2, 5, 6], turn);

  it('are gone through from the inner one out', () => {
    const [x, y] = apply(turn, 10, 20);
    expect(apply(both, 10, 20)).toEqual(near(2 * x + 5, 2 * y + 6));
  });

  it('are undone by their inverse', () => {
    expect(apply(invertMatrix(both), ...apply(both, 12, -7))).toEqual(near(12, -7));
  });
});

describe('turning and mirroring', () => {
  it('turns clockwise on the screen, around its centre', () => {
    expect(apply(turnMatrix(Math.PI / 2, 10, 10), 10, 0)).toEqual(near(20, 10));
    expect(apply(turnMatrix(1.2, 10, 10), 10, 10)).toEqual(near(10, 10));
  });

  it('mirrors across a line through its centre, given from the top, clockwise', () => {
    expect(apply(mirrorMatrix(0, 50, 50), 20, 30)).toEqual(near(80, 30));
    expect(apply(mirrorMatrix(Math.PI / 2, 50, 50), 20, 30)).toEqual(near(20, 70));
    // Across the diagonal from lower left to upper right, x and y change places and signs.
    expect(apply(mirrorMatrix(Math.PI / 4, 0, 0), 3, 1)).toEqual(near(-1, -3));
  });

  it.each([0, 0.3, 1, 2.5])('a mirror at %d keeps distances, and undoes itself', (angle) => {
    const matrix = mirrorMatrix(angle, 7, -3);
    const [x, y] = apply(matrix, 20, 30) as [number, number];
    expect(Math.hypot(x - 7, y + 3)).toBeCloseTo(Math.hypot(13, 33), 9);
    expect(apply(matrix, x, y)).toEqual(near(20, 30));
    // A place on the line stays.
    expect(apply(matrix, 7 + 5 * Math.sin(angle), -3 - 5 * Math.cos(angle))).toEqual(
      near(7 + 5 * Math.sin(angle), -3 - 5 * Math.cos(angle)),
    );
  });
});

const dot = (x: number, y: number): DotsOp => ({
  ...{ op: 'dots', color: '#ffffff', soft: 0 },
  circles: Float32Array.of(x, y, 2),
});
const repeat = (part: Partial<Symmetry>, x = 100, y = 20) =>
  symmetric([dot(x, y)], { ...symmetryStandard, ...part }, 200, 100);
const centres = (operations: ReturnType<typeof repeat>) =>
  (operations as DotsOp[]).flatMap(({ circles }) =>
    Array.from({ length: circles.length / 3 }, (_, i) => [circles[3 * i], circles[3 * i + 1]]),
  );

describe('symmetry', () => {
  it('none changes nothing', () => expect(centres(repeat({}))).toEqual([[100, 20]]));

  it('a mirror has two, as one shape', () => {
    expect(repeat({ kind: 'mirror' }, 60, 20)).toHaveLength(1);
    expect(centres(repeat({ kind: 'mirror' }, 60, 20))).toEqual([near(60, 20), near(140, 20)]);
    expect(centres(repeat({ kind: 'mirror', angle: 0 }, 60, 20))).toEqual([near(60, 20), near(60, 80)]);
  });

  it('turned n times, stand at equal angles', () => {
    const positions = centres(repeat({ kind: 'rotation', count: 4 }));
    expect(positions).toEqual([near(100, 20), near(130, 50), near(100, 80), near(70, 50)]);
  });

  it('a kaleidoscope has a segment and its mirror image, n times, each cut to its share', () => {
    const groups = repeat({ kind: 'kaleidoscope', count: 3 }) as GroupOp[];
    expect(groups).toHaveLength(6);
    // The segment reaches from the axis to 60 degrees on; its neighbour is its image in the axis.
    const [first, second] = groups.map(({ matrix }) => apply(matrix!, 110, 20));
    expect(first).toEqual(near(110, 20));
    expect(second).toEqual(near(90, 20));
    const angles = groups.map(({ matrix }) => {
      const [x, y] = apply(matrix!, 100 + 30 * Math.sin(0.2), 50 - 30 * Math.cos(0.2)) as [number, number];
      return Math.round((Math.atan2(x - 100, 50 - y) * 180) / Math.PI);
    });
    expect(angles.sort((a, b) => a - b)).toEqual([-131, -109, -11, 11, 109, 131]);
    expect(groups.every(({ clipPath }) => clipPath!.length === 1)).toBe(true);
  });

  it('mirrored outlines run the same way round, so that overlapping ones stay filled', () => {
    const triangle: FillOp = {
      ...{ op: 'fill', color: '#ffffff', soft: 0 },
      outlines: [Float32Array.of(0, 0, 10, 0, 10, 10)],
    };
    const area = (points: Float32Array) =>
      (points[0]! * points[3]! -
        points[2]! * points[1]! +
        points[2]! * points[5]! -
        points[4]! * points[3]! +
        points[4]! * points[1]! -
        points[0]! * points[5]!) /
      2;
    const [fill] = symmetric([triangle], { ...symmetryStandard, kind: 'mirror' }, 200, 100) as FillOp[];
    expect(fill!.outlines.map(area)).toEqual([50, 50]);
  });

  it('an open half and its mirror image meet on the axis', () => {
    const half: StrokesOp = {
      ...{ op: 'strokes', color: '#ffffff', soft: 0, width: 2, ends: 'flat' },
      lines: Float32Array.of(40, 50, 100, 50),
    };
    const [both] = symmetric([half], { ...symmetryStandard, kind: 'mirror' }, 200, 100) as StrokesOp[];
    expect(Array.from(both!.lines)).toEqual(near(40, 50, 100, 50, 160, 50, 100, 50));
  });

  it('pictures are mirrored as a group, for they have a face', () => {
    const images = { op: 'images', image: 'p', positions: new Float32Array(6) } as const;
    expect(transformOperation(images, mirrorMatrix(0, 0, 0))).toMatchObject({
      op: 'group',
      operations: [images],
    });
  });
});
