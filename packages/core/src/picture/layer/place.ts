import {
  defaultsOf,
  exact,
  type Matrix,
  opacityField,
  record,
  rotationField,
  type Size,
  type ValueOf,
} from '../../contract';

/** Where a layer stands: what it draws is scaled and rotated around its anchor, and moved. */
export const placeRecord = record('place', [
  {
    heading: 'Position',
    fields: [
      {
        kind: 'point',
        key: 'position',
        label: 'Position',
        help: 'From where it would stand by itself.',
        min: -20000,
        max: 20000,
        step: 10,
        unit: 'px',
        default: { x: 0, y: 0 },
      },
      rotationField,
      { kind: 'scale', key: 'scale', label: 'Scale', min: 0.01, max: 50, default: { x: 1, y: 1 } },
      {
        kind: 'point',
        key: 'anchor',
        rare: true,
        label: 'Anchor',
        help: 'What it rotates and grows around, as shares of the picture’s width and height.',
        min: -2,
        max: 3,
        step: 1,
        unit: '%',
        shownPer: 100,
        default: { x: 0.5, y: 0.5 },
      },
      opacityField,
    ],
  },
]);

export type Place = ValueOf<typeof placeRecord>;

export const placeStandard: Place = defaultsOf(placeRecord, { width: 0, height: 0 });

/** What points go through that are placed so, in a picture of this size. */
export function placeMatrix({ position, rotation, scale, anchor }: Place, { width, height }: Size): Matrix {
  const angle = (rotation * Math.PI) / 180;
  const [cos, sin] = [exact.cos(angle), exact.sin(angle)];
  const [a, b, c, d] = [scale.x * cos, scale.x * sin, -scale.y * sin, scale.y * cos];
  const [x, y] = [anchor.x * width, anchor.y * height];
  return [a, b, c, d, x - a * x - c * y + position.x, y - b * x - d * y + position.y];
}

/** Whether it moves nothing. */
export const isUnmoved = ({ position, rotation, scale }: Place): boolean =>
  position.x === 0 && position.y === 0 && rotation % 360 === 0 && scale.x === 1 && scale.y === 1;
