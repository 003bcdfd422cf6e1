import {
  angleConvention,
  choicesOf,
  defaultsOf,
  exact,
  type Matrix,
  mirrorMatrix,
  multiply,
  record,
  turnMatrix,
  type ValueOf,
} from '../../contract';
import type { Operation } from '../display/displayList';
import { group, mergeOperations, transformOperation } from '../display/operations';
import type { Modifier } from './modifier';

export const symmetryLabels = {
  none: 'None',
  mirror: 'Mirror',
  rotation: 'Rotational',
  kaleidoscope: 'Kaleidoscope',
} as const;

/** How a figure is repeated around a centre. */
export const symmetryRecord = record('symmetry', [
  {
    heading: 'Symmetry',
    fields: [
      {
        kind: 'choice',
        key: 'kind',
        label: 'Symmetry',
        choices: choicesOf(symmetryLabels),
        default: 'none',
        // A kind of drawing, not a value of it.
        driven: false,
      },
      {
        kind: 'number',
        key: 'count',
        label: 'Count',
        min: 2,
        max: 36,
        step: 1,
        unit: '',
        whole: true,
        default: 6,
        shownWhen: { key: 'kind', is: ['rotation', 'kaleidoscope'] },
      },
      {
        kind: 'number',
        key: 'angle',
        label: 'Axis',
        help: `Of the axis. ${angleConvention}`,
        min: -3600,
        max: 3600,
        step: 5,
        unit: '°',
        default: -90,
        shownWhen: { key: 'kind', is: ['mirror', 'kaleidoscope'] },
      },
      {
        kind: 'point',
        key: 'center',
        label: 'Centre',
        help: 'As shares of the picture’s width and height.',
        min: -2,
        max: 3,
        step: 1,
        unit: '%',
        shownPer: 100,
        default: { x: 0.5, y: 0.5 },
        shownWhen: { key: 'kind', isNot: ['none'] },
      },
    ],
  },
]);

export type Symmetry = ValueOf<typeof symmetryRecord>;
export const symmetryStandard: Symmetry = defaultsOf(symmetryRecord, { width: 0, height: 0 });

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** Picture units by which segments of a kaleidoscope overlap, so that no seam shows. */
const overlap = 0.5;

/** What a figure draws, repeated. The copies of one style are painted as one shape, so that no seam shows. */
export function symmetric(
  operations: Operation[],
  symmetry: Symmetry,
  width: number,
  height: number,
): Operation[] {
  const [x, y] = [symmetry.center.x * width, symmetry.center.y * height];
  // From the top on, as what follows counts it.
  const angle = radians(symmetry.angle + 90);
  const { count } = symmetry;
  const each = (matrices: readonly Matrix[]) =>
    mergeOperations(operations.map((operation) => matrices.map((m) => transformOperation(operation, m))));
  switch (symmetry.kind) {
    case 'none':
      return operations;
    case 'mirror':
      return each([turnMatrix(0, x, y), mirrorMatrix(angle, x, y)]);
    case 'rotation':
      return each(Array.from({ length: count }, (_, i) => turnMatrix((2 * Math.PI * i) / count, x, y)));
    case 'kaleidoscope': {
      const far = 4 * Math.hypot(width, height);
      const half = Math.PI / count;
      const ray = (at: number) => [x + far * exact.sin(at), y - far * exact.cos(at)];
      const slack = exact.asin(Math.min(overlap / Math.hypot(width, height), 1));
      // The corner is drawn back a little, so that all segments meet in the middle.
      const corner = [x - overlap * exact.sin(angle + half / 2), y + overlap * exact.cos(angle + half / 2)];
      const clipPath = [Float32Array.of(...corner, ...ray(angle - slack), ...ray(angle + half + slack))];
      return Array.from({ length: 2 * count }, (_, i): Operation => {
        const turn = turnMatrix(2 * half * Math.floor(i / 2), x, y);
        const matrix = i % 2 === 0 ? turn : multiply(turn, mirrorMatrix(angle, x, y));
        return group(operations, { clipPath, matrix });
      });
    }
  }
}

/** Repeats what a figure draws, its copies included, around a centre. */
export const symmetryModifier: Modifier<Symmetry> = (draw, symmetry, { width, height }) =>
  symmetry.kind === 'none' ? draw : (drawing) => symmetric(draw(drawing), symmetry, width, height);
