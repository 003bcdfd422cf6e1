import { cos, sin } from '../math/math';
import { spaceLayers } from '../math/noise3';
import { choicesOf, ofHeight } from '../property/field';
import { fieldGroups } from '../property/record';
import { bodyKind } from './bodyKind';
import { icosphere } from './icosphere';
import { ShapeBuilder } from './shapes';

const size = { kind: 'number', min: 1, max: 100000, step: 20, unit: 'px' } as const;

/** The detail of round reliefs, as how often the faces of the icosphere are divided. */
const divisions = (detail: number) => Math.min(6, Math.max(1, Math.round(Math.log2(detail / 2))));

/** A surface that layered noise heaves; what moves it are cords on its height, scale and drift. */
export const relief = bodyKind({
  kind: 'relief',
  label: 'Relief',
  about: 'A plane, disc or sphere that noise heaves.',
  groups: fieldGroups([
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
        { ...size, key: 'height', label: 'Height', min: -100000, default: ofHeight(0.16) },
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
        {
          kind: 'number',
          key: 'drift',
          label: 'Drift',
          help: 'Where in the noise it is: drive it with Turn to let it flow.',
          min: -1e6,
          max: 1e6,
          step: 10,
          unit: 'px',
          default: 0,
        },
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
        {
          kind: 'number',
          key: 'seed',
          label: 'Seed',
          min: 0,
          max: 99999,
          step: 1,
          unit: '',
          whole: true,
          default: 1,
          driven: false,
        },
      ],
    },
  ]),
  material: { roughness: 0.4 },
  shapes(body) {
    const { form, width, length, detail, height, grain, layers, sharpness, drift, change, seed } = body;
    const noise = (x: number, y: number, z: number) =>
      spaceLayers(seed, x / grain, y / grain, z / grain, layers, sharpness);
    const shape = new ShapeBuilder();
    const put = (x: number, y: number, z: number, value: number) =>
      shape.corner(x, y, z, (value + 1) / 2, 0, (value + 1) / 2);
    if (form === 'sphere') {
      const { positions, faces } = icosphere(divisions(detail));
      const radius = width / 2;
      for (let i = 0; i < positions.length; i += 3) {
        const [x, y, z] = [positions[i]!, positions[i + 1]!, positions[i + 2]!];
        const value = noise(x * radius + drift, y * radius + change, z * radius);
        const r = Math.max(radius + height * value, 0);
        put(x * r, y * r, z * r, value);
      }
      return [{ ...shape.build(), faces, closed: true }];
    }
    const count = detail + 1;
    for (let row = 0; row < count; row++) {
      for (let column = 0; column < count; column++) {
        let [x, z] = [(column / detail - 0.5) * width, (row / detail - 0.5) * length];
        if (form === 'disc') {
          // Rows are rings, columns go round.
          const [r, angle] = [(width / 2) * (row / detail), (2 * Math.PI * column) / detail];
          [x, z] = [r * sin(angle), r * cos(angle)];
        }
        const value = noise(x, change, z + drift);
        put(x, height * value, z, value);
      }
    }
    for (let row = 0; row < detail; row++) {
      for (let column = 0; column < detail; column++) {
        const a = row * count + column;
        shape.quad(a, a + count, a + count + 1, a + 1);
      }
    }
    return [{ ...shape.build(), closed: false }];
  },
});
