import * as yup from 'yup';
import type { Matrix, Operation } from '../picture/displayList';
import { mirrorMatrix, multiply, turnMatrix } from '../picture/matrix';
import { mergeOperations, transformOperation } from '../picture/transform';
import type { FieldGroup } from '../property/field';
import { fieldsSchema } from '../property/fieldSchema';

export const symmetryKinds = ['none', 'mirror', 'turns', 'kaleidoscope'] as const;

/** How a figure is repeated around a centre. */
export interface Symmetry {
  kind: (typeof symmetryKinds)[number];
  /** Shares of the picture's width and height. */
  centerX: number;
  centerY: number;
  /** Degrees from the top, clockwise: the mirror's axis, or where the first segment begins. */
  angle: number;
  count: number;
}

export const symmetryStandard: Symmetry = { kind: 'none', centerX: 0.5, centerY: 0.5, angle: 0, count: 6 };

const repeated = { key: 'kind', isNot: ['none'] } as const;
const share = { kind: 'number', min: -2, max: 3, step: 1, unit: '%', shownPer: 100 } as const;

export const symmetryFields: readonly FieldGroup[] = [
  {
    heading: 'Symmetry',
    fields: [
      {
        ...({ kind: 'choice', key: 'kind', label: 'Repeated' } as const),
        choices: [
          { value: 'none', label: 'Not at all' },
          { value: 'mirror', label: 'Mirrored' },
          { value: 'turns', label: 'Turned' },
          { value: 'kaleidoscope', label: 'Kaleidoscope' },
        ],
      },
      {
        ...({ kind: 'number', key: 'count', label: 'How often', unit: '', whole: true } as const),
        ...{ min: 2, max: 36, step: 1, shownWhen: { key: 'kind', is: ['turns', 'kaleidoscope'] } },
      },
      {
        ...({ kind: 'number', key: 'angle', label: 'Axis at', unit: '°' } as const),
        help: '0° is upright, angles run clockwise.',
        ...{ min: -360, max: 360, step: 5, shownWhen: { key: 'kind', is: ['mirror', 'kaleidoscope'] } },
      },
      { ...share, key: 'centerX', label: 'Centre x', shownWhen: repeated },
      { ...share, key: 'centerY', label: 'Centre y', shownWhen: repeated },
    ],
  },
];

export const symmetrySchema = () =>
  yup
    .object(fieldsSchema(symmetryFields) as { [Key in keyof Symmetry]: yup.Schema<Symmetry[Key]> })
    .required()
    .noUnknown();

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
  const [x, y] = [symmetry.centerX * width, symmetry.centerY * height];
  const angle = radians(symmetry.angle);
  const { count } = symmetry;
  const each = (matrices: readonly Matrix[]) =>
    mergeOperations(operations.map((operation) => matrices.map((m) => transformOperation(operation, m))));
  switch (symmetry.kind) {
    case 'none':
      return operations;
    case 'mirror':
      return each([turnMatrix(0, x, y), mirrorMatrix(angle, x, y)]);
    case 'turns':
      return each(Array.from({ length: count }, (_, i) => turnMatrix((2 * Math.PI * i) / count, x, y)));
    case 'kaleidoscope': {
      const far = 4 * Math.hypot(width, height);
      const half = Math.PI / count;
      const ray = (at: number) => [x + far * Math.sin(at), y - far * Math.cos(at)];
      const slack = Math.asin(Math.min(overlap / Math.hypot(width, height), 1));
      // The corner is drawn back a little, so that all segments meet in the middle.
      const corner = [x - overlap * Math.sin(angle + half / 2), y + overlap * Math.cos(angle + half / 2)];
      const clip = [Float32Array.of(...corner, ...ray(angle - slack), ...ray(angle + half + slack))];
      const segment = { op: 'group', opacity: 1, blend: 'normal', operations, clip } as const;
      return Array.from({ length: 2 * count }, (_, i): Operation => {
        const turn = turnMatrix(2 * half * Math.floor(i / 2), x, y);
        const matrix = i % 2 === 0 ? turn : multiply(turn, mirrorMatrix(angle, x, y));
        return { ...segment, matrix };
      });
    }
  }
}
