import { choicesOf, cos, exact, fieldGroups, noiseSpan, ofHeight, sin, spaceLayers } from '../../contract';
import { evenStops } from '../palette/palette';
import { driftField, seedField } from './noiseFields';
import { bodyKind } from './bodyKind';
import { geodesicSphere } from './geodesicSphere';
import { ShapeBuilder } from './shapes';

const size = { kind: 'number', min: 1, max: 100000, step: 20, unit: 'px' } as const;

/** The detail of round reliefs, as how often the faces of the geodesic sphere are divided. */
const divisions = (detail: number) => Math.min(6, Math.max(1, Math.round(exact.log2(detail / 2))));

const groups = fieldGroups([
  {
    heading: 'Relief',
    fields: [
      {
        kind: 'choice',
        key: 'form',
        label: 'Form',
        choices: choicesOf({ plane: 'Plane', disc: 'Disc', sphere: 'Sphere' }),
        default: 'plane',
      },
      {
        ...size,
        key: 'width',
        label: 'Width',
        help: 'Of a disc or sphere its diameter.',
        default: ({ width }) => Math.max(1, Math.round(width * 0.9)),
      },
      {
        ...size,
        key: 'length',
        label: 'Length',
        default: ({ width }) => Math.max(1, Math.round(width * 0.9)),
        shownWhen: { key: 'form', is: ['plane'] },
      },
      {
        kind: 'number',
        key: 'detail',
        label: 'Detail',
        help: 'Faces along a side.',
        min: 2,
        max: 160,
        step: 4,
        unit: '',
        whole: true,
        default: 72,
        driven: false,
      },
    ],
  },
  {
    heading: 'Noise',
    fields: [
      {
        ...size,
        key: 'height',
        label: 'Height',
        help: 'From the lowest to the highest place.',
        min: -100000,
        default: ofHeight(0.24),
      },
      { ...size, key: 'grain', label: 'Feature size', min: 1, default: ofHeight(0.4) },
      {
        kind: 'number',
        key: 'layers',
        label: 'Layers',
        min: 1,
        max: 6,
        step: 1,
        unit: '',
        whole: true,
        default: 3,
      },
      {
        kind: 'number',
        key: 'sharpness',
        label: 'Sharpness',
        help: 'From hills to ridges.',
        min: 0,
        max: 1,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 0,
      },
      driftField,
      {
        kind: 'number',
        key: 'change',
        label: 'Change',
        help: 'Another noise, bit by bit.',
        min: -1e6,
        max: 1e6,
        step: 10,
        unit: 'px',
        default: 0,
      },
      seedField,
    ],
  },
]);

type Settings = Parameters<Parameters<typeof bodyKind<'relief', typeof groups>>[0]['shapes']>[0];

/** A place of the surface before it is heaved, and the noise there, -1 to 1: four numbers for each. */
function pointsOf(body: Settings): { points: Float64Array; faces?: Uint32Array } {
  const { form, width, length, detail, grain, layers, sharpness, drift, change, seed } = body;
  const noise = (x: number, y: number, z: number) =>
    spaceLayers(seed, x / grain, y / grain, z / grain, layers, sharpness);
  if (form === 'sphere') {
    const { positions, faces } = geodesicSphere(divisions(detail));
    const radius = width / 2;
    const points = new Float64Array((positions.length / 3) * 4);
    for (let i = 0; i < positions.length / 3; i++) {
      const [x, y, z] = [positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!];
      points.set([x, y, z, noise(x * radius + drift, y * radius + change, z * radius)], 4 * i);
    }
    return { points, faces };
  }
  const count = detail + 1;
  const points = new Float64Array(4 * count * count);
  for (let row = 0; row < count; row++) {
    for (let column = 0; column < count; column++) {
      let [x, z] = [(column / detail - 0.5) * width, (row / detail - 0.5) * length];
      if (form === 'disc') {
        // Rows are rings, columns go round.
        const [r, angle] = [(width / 2) * (row / detail), (2 * Math.PI * column) / detail];
        [x, z] = [r * sin(angle), r * cos(angle)];
      }
      points.set([x, 0, z, noise(x, change, z + drift)], 4 * (row * count + column));
    }
  }
  return { points };
}

/** From the lowest to the highest noise of points; 1 where all are the same. */
function spanOf(points: Float64Array): number {
  let [low, high] = [Infinity, -Infinity];
  for (let i = 3; i < points.length; i += 4) {
    low = Math.min(low, points[i]!);
    high = Math.max(high, points[i]!);
  }
  return high > low ? high - low : 1;
}

/** What takes other noise into the relief while it moves. */
const flowing = ['width', 'length', 'grain', 'layers', 'sharpness', 'drift', 'change'] as const;

/**
 * From the lowest to the highest noise of a relief: exact where it stands still. Where it flows its hills would grow and shrink
 * as others come and go.
 * @param moves whether a property of the relief moves
 */
export const reliefSpan = (
  body: Settings,
  moves: (key: string) => boolean,
  points = pointsOf(body).points,
): number => (flowing.some(moves) ? noiseSpan(body.layers, body.sharpness) : spanOf(points));

/** A surface that layered noise heaves; what moves it are cords on its height, scale and drift. */
export const relief = bodyKind({
  kind: 'relief',
  label: 'Relief',
  about: 'A plane, disc or sphere that noise heaves.',
  groups,
  material: { roughness: 0.4 },
  shapes(body, { moves }) {
    const { form, width, detail, height } = body;
    const { points, faces } = pointsOf(body);
    const span = reliefSpan(body, moves, points);
    const shape = new ShapeBuilder();
    for (let i = 0; i < points.length; i += 4) {
      const [x, y, z, value] = [points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!];
      const rise = (height / span) * value;
      const share = (value + 1) / 2;
      if (form === 'sphere') {
        const r = Math.max(width / 2 + rise, 0);
        shape.corner(x * r, y * r, z * r, share, 0, share);
      } else shape.corner(x, rise, z, share, 0, share);
    }
    if (faces) return [{ ...shape.build(), faces, closed: true }];
    const count = detail + 1;
    for (let row = 0; row < detail; row++) {
      for (let column = 0; column < detail; column++) {
        const a = row * count + column;
        shape.quad(a, a + count, a + count + 1, a + 1);
      }
    }
    return [{ ...shape.build(), closed: false }];
  },
  offers: [
    {
      name: 'Sea',
      about: 'A surface that heaves: drive its height by the bass',
      heights: { height: 0.15 },
      material: { roughness: 0.2, metal: 0.35, stops: evenStops('#0f2f36', '#3f8d8a', '#e9dcb8') },
      camera: { tilt: 14 },
    },
  ],
});
