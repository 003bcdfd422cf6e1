import * as yup from 'yup';
import type { Point, PointField, ScaleField } from '../field';
import { isPoint, tidy } from '../movingValue';
import type { FieldKind } from './fieldKind';
import {
  isLength,
  numberMoves,
  plainText,
  pointJson,
  pointText,
  roundish,
  scaledLength,
  spanOf,
} from './numbers';

const pointSchema = ({ min, max }: { min: number; max: number }) =>
  yup
    .object({
      x: yup.number().required().min(min).max(max),
      y: yup.number().required().min(min).max(max),
    })
    .required();

const holdsPoint = ({ min, max }: { min: number; max: number }, value: unknown): boolean => {
  const holds = (axis: unknown) => typeof axis === 'number' && axis >= min && axis <= max;
  return isPoint(value) && holds(value.x) && holds(value.y);
};

const axisJson = ({ min, max }: { min: number; max: number }) => ({
  type: 'number',
  minimum: min,
  maximum: max,
});

const values = ({ min, max }: { min: number; max: number }) => `\`x\` and \`y\`, ${min} to ${max}`;

/** A place or a distance in two directions. */
export const pointField: FieldKind<PointField> = {
  schema: pointSchema,
  holds: holdsPoint,
  json: (field) => pointJson(axisJson(field)),
  values,
  control: true,
  moves: {
    ...numberMoves,
    isValue: (_, value) => isPoint(value),
    numeric: {
      axes: true,
      amount(field) {
        const amount = field.unit === 'px' ? 20 : spanOf(field) * 0.02;
        return { x: amount, y: amount };
      },
      difference: ({ min, max, step, unit, shownPer }) =>
        ({ kind: 'point', min: min - max, max: max - min, step, unit, shownPer }) as Omit<
          PointField,
          'key' | 'label'
        >,
    },
    firstPeak: ({ unit }) => ({ how: 'by', peak: { x: 0, y: unit === 'px' ? -40 : -0.05 } }),
  },
  scaled(field, value, factor) {
    if (!isLength(field.unit)) return value;
    const { x, y } = value as Point;
    return { x: scaledLength(x, field, factor), y: scaledLength(y, field, factor) };
  },
  text: ({ shownPer = 1 }, value) => (isPoint(value) ? pointText(value, shownPer) : plainText(value)),
};

/** Factors of width and height, kept together or apart. */
export const scaleField: FieldKind<ScaleField> = {
  schema: pointSchema,
  holds: holdsPoint,
  json: (field) => pointJson(axisJson(field)),
  values,
  unit: 'factor',
  control: true,
  moves: {
    ...numberMoves,
    isValue: (_, value) => isPoint(value),
    numeric: {
      axes: true,
      amount: (_, value) =>
        isPoint(value) ? { x: roundish(value.x * 0.1), y: roundish(value.y * 0.1) } : value,
      difference: ({ max }) =>
        ({ kind: 'point', min: -max, max, step: 5, unit: '%', shownPer: 100 }) as Omit<
          PointField,
          'key' | 'label'
        >,
    },
    firstPeak: () => ({ how: 'times', peak: 1.15, axes: 'proportion' }),
  },
  text(_, value) {
    if (!isPoint(value)) return plainText(value);
    const { x, y } = value;
    return x === y ? `${tidy(x * 100)} %` : `${tidy(x * 100)} × ${tidy(y * 100)} %`;
  },
};
