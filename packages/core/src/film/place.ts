import type { Matrix } from '../picture/displayList';
import type { FieldGroup } from '../property/field';

/** Where a group or a tied copy stands: moved, turned and scaled around its own centre. */
export interface Place {
  moveX: number;
  moveY: number;
  /** Degrees, clockwise. */
  turn: number;
  scale: number;
  /** What it turns and grows around, as shares of the picture's width and height. */
  aroundX: number;
  aroundY: number;
}

export const placeStandard: Place = { moveX: 0, moveY: 0, turn: 0, scale: 1, aroundX: 0.5, aroundY: 0.5 };

const move = { kind: 'number', min: -20000, max: 20000, step: 10, unit: 'px' } as const;
const share = { kind: 'number', min: -2, max: 3, step: 1, unit: '%', shownPer: 100 } as const;

export const placeFields: readonly FieldGroup[] = [
  {
    heading: 'Where',
    fields: [
      { ...move, key: 'moveX', label: 'Moved right' },
      { ...move, key: 'moveY', label: 'Moved down' },
      { kind: 'number', key: 'turn', label: 'Turned by', min: -3600, max: 3600, step: 5, unit: '°' },
      {
        kind: 'number',
        key: 'scale',
        label: 'Scaled to',
        min: 0.01,
        max: 50,
        step: 5,
        unit: '%',
        shownPer: 100,
      },
      {
        ...share,
        key: 'aroundX',
        label: 'Around x',
        help: 'What it turns and grows around, of the picture’s width.',
      },
      {
        ...share,
        key: 'aroundY',
        label: 'Around y',
        help: 'What it turns and grows around, of the picture’s height.',
      },
    ],
  },
];

/** What points go through that are placed so, in a picture of this size. */
export function placeMatrix(
  { moveX, moveY, turn, scale, aroundX, aroundY }: Place,
  width: number,
  height: number,
): Matrix {
  const angle = (turn * Math.PI) / 180;
  const [cos, sin] = [scale * Math.cos(angle), scale * Math.sin(angle)];
  const [x, y] = [aroundX * width, aroundY * height];
  return [cos, sin, -sin, cos, x - cos * x + sin * y + moveX, y - sin * x - cos * y + moveY];
}

/** Whether it changes nothing. */
export const isPlain = ({ moveX, moveY, turn, scale }: Place): boolean =>
  moveX === 0 && moveY === 0 && turn % 360 === 0 && scale === 1;
