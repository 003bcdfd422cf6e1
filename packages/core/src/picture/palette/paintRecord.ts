import { angleConvention, choicesOf, exact, type Point, record, type ValueOf } from '../../contract';
import type { Paint, PaintStop } from '../../pixels';
import { gradientColors, gradientFields, stopsRise, type Gradient, type Ramps } from './palette';

const kinds = {
  color: 'Colour',
  linear: 'Linear gradient',
  radial: 'Radial gradient',
  around: 'Gradient around',
} as const;
const notColor = { key: 'kind', isNot: ['color'] } as const;

/** What something is filled or drawn with. */
export const paintRecord = record(
  'paint',
  [
    {
      heading: 'Paint',
      fields: [
        {
          kind: 'choice',
          key: 'kind',
          label: 'Paint',
          choices: choicesOf(kinds),
          default: 'color',
          driven: false,
        },
        {
          ...gradientFields[0],
          default: [
            { id: 'first', at: 0, color: '#f2e6cf' },
            { id: 'last', at: 1, color: '#e8633a' },
          ],
          hidden: true,
        },
        { ...gradientFields[1], shownWhen: notColor },
        {
          kind: 'number',
          key: 'angle',
          label: 'Angle',
          help: `Where a linear gradient goes, and where one around begins. ${angleConvention}`,
          min: -3600,
          max: 3600,
          step: 5,
          unit: '°',
          default: 90,
          shownWhen: { key: 'kind', is: ['linear', 'around'] },
        },
        {
          kind: 'point',
          key: 'center',
          label: 'Centre',
          help: 'As shares of what is painted.',
          min: -2,
          max: 3,
          step: 5,
          unit: '%',
          shownPer: 100,
          default: { x: 0.5, y: 0.5 },
          shownWhen: { key: 'kind', is: ['radial', 'around'] },
        },
        {
          kind: 'number',
          key: 'size',
          label: 'Length',
          help: 'Of a radial gradient its radius, of a linear one its length: as a share of what is painted.',
          min: 0.01,
          max: 10,
          step: 5,
          unit: '%',
          shownPer: 100,
          default: 1,
          shownWhen: { key: 'kind', is: ['linear', 'radial'] },
        },
      ],
    },
  ],
  [stopsRise],
);
export type PaintSettings = ValueOf<typeof paintRecord>;

/** Colours that a gradient is made of: between two of them it goes straight in sRGB. */
const steps = 24;

/** Colours of a paint at places that are gone between in straight lines. */
function paintStops({ stops, mix }: Gradient, round: boolean, ramps: Ramps | undefined): PaintStop[] {
  const opaque = stops.every(({ color }) => color.length === 7);
  // Straight lines are what a canvas draws: as they are they lose nothing.
  if (mix === 'srgb' && opaque && !round) return stops.map(({ at, color }) => [at, color]);
  const colors = gradientColors({ stops, mix }, steps, round, ramps);
  return colors.map((color, i) => [i / (colors.length - 1), color]);
}

/** A paint as it is drawn within a box: left, top, width, height. */
export function paintIn(
  paint: PaintSettings,
  [x, y, width, height]: readonly [number, number, number, number],
  ramps?: Ramps,
): Paint {
  const { kind, stops, angle, size } = paint;
  if (kind === 'color') return stops[0]!.color;
  const placed = paintStops({ stops, mix: paint.mix }, kind === 'around', ramps);
  const center: Point = { x: x + paint.center.x * width, y: y + paint.center.y * height };
  const turn = (angle * Math.PI) / 180;
  if (kind === 'radial') {
    return { kind, ...center, radius: Math.max(0.01, (size * Math.hypot(width, height)) / 2), stops: placed };
  }
  if (kind === 'around') return { kind, ...center, angle: turn, stops: placed };
  // From edge to edge of the box, whatever the angle.
  const [dx, dy] = [exact.cos(turn), exact.sin(turn)];
  const half = (size * (Math.abs(dx) * width + Math.abs(dy) * height)) / 2;
  const [middleX, middleY] = [x + width / 2, y + height / 2];
  return {
    kind,
    x0: middleX - dx * half,
    y0: middleY - dy * half,
    x1: middleX + dx * half,
    y1: middleY + dy * half,
    stops: placed,
  };
}

/** A paint of one colour. */
export const plainPaint = (color: string): Pick<PaintSettings, 'kind' | 'stops'> => ({
  kind: 'color',
  stops: [{ id: 'first', at: 0, color }],
});
