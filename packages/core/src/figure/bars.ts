import type { Path } from '../path/path';
import type { StrokesOp } from '../picture/displayList';
import { colorRamp } from '../property/color';
import { figureKind } from './kind';
import { orderField, type BandOrder } from './order';
import { extentAt, reachFields, sideField, sidesOf, standingMarks, type Side } from './standing';

export interface Bars {
  order: BandOrder;
  side: Side;
  caps: boolean;
  ends: 'flat' | 'round';
  reach: number;
  rest: number;
  width: number;
  color: string;
  colorHigh: string;
}

/** Thickness of a cap as a share of a bar's width. */
const capThickness = 0.3;

/**
 * A bar on the path for each band, standing on its normal.
 * A bar is `rest` long in silence and `reach` long at full level; on both sides it has half on each.
 * @param peaks held peaks, for caps; none without
 */
export function barMarks(
  figure: Bars,
  path: Path,
  levels: ArrayLike<number>,
  peaks?: ArrayLike<number>,
): StrokesOp[] {
  const marks = standingMarks(path, levels, figure.order);
  const colors = colorRamp(figure.color, figure.colorHigh, levels.length);
  const width = (figure.width * path.length) / marks.length;
  const { ways, share } = sidesOf(figure.side);
  const barLines = new Map<string, number[]>();
  const capLines = new Map<string, number[]>();
  for (const { band, level, x, y, normalX, normalY } of marks) {
    const color = colors[band]!;
    const line = (lines: Map<string, number[]>, start: number, end: number) => {
      let all = lines.get(color);
      if (!all) lines.set(color, (all = []));
      all.push(x + normalX * start, y + normalY * start, x + normalX * end, y + normalY * end);
    };
    const length = share * extentAt(figure, level);
    if (length > 0) line(barLines, figure.side === 'both' ? -length : 0, ways[0]! * length);
    if (figure.caps && peaks) {
      const peak = share * extentAt(figure, peaks[band]!) + width / 2;
      for (const way of ways) line(capLines, way * peak, way * (peak + width * capThickness));
    }
  }
  const strokes = (lines: Map<string, number[]>, ends: Bars['ends']) =>
    [...lines].map(([color, all]): StrokesOp => ({
      op: 'strokes',
      color,
      width,
      ends,
      lines: Float32Array.from(all),
    }));
  return [...strokes(barLines, figure.ends), ...strokes(capLines, 'flat')];
}

export const bars = figureKind<'bars', Bars>(
  'bars',
  'Bars',
  [
    {
      heading: 'Marks',
      fields: [
        orderField,
        sideField,
        {
          kind: 'switch',
          key: 'caps',
          label: 'Caps',
          help: 'A short mark at each band’s last peak, when the ear holds peaks.',
        },
        {
          kind: 'choice',
          key: 'ends',
          label: 'Ends',
          choices: [
            { value: 'flat', label: 'Flat' },
            { value: 'round', label: 'Round' },
          ],
        },
      ],
    },
    {
      heading: 'How big',
      fields: [
        ...reachFields,
        {
          kind: 'number',
          key: 'width',
          label: 'Width',
          help: 'Width of a bar as a share of the step from one bar to the next.',
          min: 0.01,
          max: 4,
          step: 5,
          unit: '%',
          shownPer: 100,
        },
      ],
    },
    {
      heading: 'How coloured',
      fields: [
        { kind: 'color', key: 'color', label: 'Low bands' },
        { kind: 'color', key: 'colorHigh', label: 'High bands' },
      ],
    },
  ],
  (_width, height) => ({
    order: 'mirrored',
    side: 'outward',
    caps: false,
    ends: 'round',
    reach: Math.round(height * 0.2),
    rest: Math.round(height * 0.005),
    width: 0.55,
    color: '#f2b25c',
    colorHigh: '#7fd6c2',
  }),
  barMarks,
);
