import { choicesOf, cos, record, sin, type Size, type ValueOf } from '../../contract';

/** Width of the film that lenses are named by, in mm. */
const filmWidth = 36;
const usualLens = 35;

const parallel = { key: 'projection', is: ['parallel'] } as const;
const perspective = { key: 'projection', is: ['perspective'] } as const;
const angle = { kind: 'number', min: -3600, max: 3600, step: 5, unit: '°' } as const;
const length = { kind: 'number', min: -100000, max: 100000, step: 10, unit: 'px' } as const;

/** Distance from which what lies at z = 0 is as large as in the picture. */
export const usualDistance = (width: number, lens = usualLens): number =>
  Math.round((width * lens) / filmWidth);

/** Where a stage is seen from. */
export const cameraRecord = record('camera', [
  {
    heading: 'Camera',
    fields: [
      {
        kind: 'choice',
        key: 'projection',
        label: 'Projection',
        help: 'In orthographic projection what is farther away is as large as what is near.',
        choices: choicesOf({ perspective: 'Perspective', parallel: 'Orthographic' }),
        default: 'perspective',
        driven: false,
      },
      { ...angle, key: 'orbit', label: 'Orbit', help: 'Around the target, to the right.', default: 0 },
      { ...angle, key: 'tilt', label: 'Tilt', help: 'Above the target.', default: 18 },
      { ...angle, key: 'roll', label: 'Roll', help: 'Of the picture, clockwise.', default: 0 },
      {
        ...length,
        key: 'distance',
        label: 'Distance',
        help: 'From the target.',
        min: 1,
        default: ({ width }) => Math.max(1, usualDistance(width)),
      },
      {
        kind: 'number',
        key: 'lens',
        label: 'Focal length',
        help: 'For film 36 mm wide: short is wide-angle.',
        min: 5,
        max: 1000,
        step: 5,
        unit: 'mm',
        default: usualLens,
        shownWhen: perspective,
      },
      {
        ...length,
        key: 'view',
        label: 'Orthographic width',
        help: 'What of the stage is as wide as the picture.',
        min: 1,
        default: ({ width }) => Math.max(1, width),
        shownWhen: parallel,
      },
      { ...length, key: 'targetX', label: 'Target x', help: 'What the camera looks at.', default: 0 },
      { ...length, key: 'targetY', label: 'Target y', default: 0 },
      { ...length, key: 'targetZ', label: 'Target z', default: 0 },
      {
        ...length,
        key: 'nearFade',
        label: 'Near fade',
        help: 'What is nearer to the camera than this fades out.',
        min: 0,
        rare: true,
        default: 0,
      },
    ],
  },
]);
export type Camera = ValueOf<typeof cameraRecord>;

export type Vector = readonly [number, number, number];

/** A camera at one moment. */
export interface View {
  /** See {@link SceneOp}. */
  rows: Float64Array;
  near: number;
  focal: number;
  isPerspective: boolean;
  /** Where it stands, and which way it looks, to the right and up: of length 1. */
  eye: Vector;
  forward: Vector;
  right: Vector;
  up: Vector;
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;
const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Depths in parallel projection lie around this; the stage may be so deep around the target. */
const parallelDepth = 1e6;

/**
 * What a camera sees in a picture of this size: x right, y up, z towards the viewer; the middle of the picture is where
 * the target is. The sines come from the one module of mathematics, so that pictures are the same everywhere.
 */
export function viewOf(camera: Camera, { width, height }: Size): View {
  const [orbit, tilt, roll] = [radians(camera.orbit), radians(camera.tilt), radians(camera.roll)];
  const [so, co, st, ct, sr, cr] = [sin(orbit), cos(orbit), sin(tilt), cos(tilt), sin(roll), cos(roll)];
  const back: Vector = [so * ct, st, co * ct];
  const level: Vector = [co, 0, -so];
  const above: Vector = [-so * st, ct, -co * st];
  // The picture turns clockwise when the camera turns against the clock.
  const right = level.map((value, i) => value * cr + above[i]! * sr) as unknown as Vector;
  const up = above.map((value, i) => value * cr - level[i]! * sr) as unknown as Vector;
  const target: Vector = [camera.targetX, camera.targetY, camera.targetZ];
  const eye = target.map((value, i) => value + camera.distance * back[i]!) as unknown as Vector;
  const forward = back.map((value) => -value) as unknown as Vector;
  const isPerspective = camera.projection === 'perspective';
  const focal = isPerspective ? (width * camera.lens) / filmWidth : width / camera.view;
  const w = isPerspective ? [...forward, -dot(forward, eye)] : [0, 0, 0, 1];
  const depth = isPerspective
    ? [0, 0, 0, 1]
    : [...forward.map((value) => -value / parallelDepth), 1 + dot(forward, target) / parallelDepth];
  const row = (axis: Vector, sign: number, middle: number) =>
    [...axis, -dot(axis, eye)].map((value, i) => sign * focal * value + middle * w[i]!);
  return {
    rows: Float64Array.from([...row(right, 1, width / 2), ...row(up, -1, height / 2), ...depth, ...w]),
    near: isPerspective ? Math.max(0.5, camera.distance / 1000) : 0.5,
    focal,
    isPerspective,
    eye,
    forward,
    right,
    up,
  };
}

/** Where a place of the stage is seen, in picture units, and its w; undefined when it is behind the camera. */
export function projected({ rows, near }: View, [x, y, z]: Vector): [number, number, number] | undefined {
  const times = (row: number) =>
    rows[4 * row]! * x + rows[4 * row + 1]! * y + rows[4 * row + 2]! * z + rows[4 * row + 3]!;
  const w = times(3);
  return w >= near ? [times(0) / w, times(1) / w, w] : undefined;
}

/** Ways to look at a stage. */
export const cameraPresets = {
  front: { label: 'Front', orbit: 0, tilt: 0 },
  above: { label: 'Above', orbit: 0, tilt: 90 },
  threeQuarter: { label: 'Three-quarter', orbit: 35, tilt: 25 },
  ground: { label: 'Low angle', orbit: 0, tilt: 6 },
} as const;
