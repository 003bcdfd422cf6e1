import type { InferType } from 'yup';
import { markPositions, type Path } from '../path/path';
import type { StrokesOp } from '../picture/displayList';
import { colorRamp } from '../property/color';
import type { FieldGroup } from '../property/field';
import { kindSchema } from '../property/kindSchema';

const fields = [
  {
    heading: 'Marks',
    fields: [
      {
        kind: 'switch',
        key: 'mirrored',
        label: 'Mirrored',
        help: 'The bands run once up and once back down, so that both halves of the path match.',
      },
      {
        kind: 'choice',
        key: 'side',
        label: 'Side',
        choices: [
          { value: 'outward', label: 'Outward' },
          { value: 'inward', label: 'Inward' },
          { value: 'both', label: 'Both' },
        ],
      },
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
      {
        kind: 'number',
        key: 'reach',
        label: 'Reach',
        help: 'Length of a bar at full level.',
        min: 0,
        max: 10000,
        step: 10,
        unit: 'px',
      },
      {
        kind: 'number',
        key: 'rest',
        label: 'Rest',
        help: 'What is left of a bar in silence.',
        min: 0,
        max: 10000,
        step: 1,
        unit: 'px',
      },
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
] as const satisfies readonly FieldGroup[];

const schema = kindSchema<
  'bars',
  {
    mirrored: boolean;
    side: 'outward' | 'inward' | 'both';
    caps: boolean;
    ends: 'flat' | 'round';
    reach: number;
    rest: number;
    width: number;
    color: string;
    colorHigh: string;
  }
>('bars', fields);

export type BarFigure = InferType<typeof schema>;

/** Band that each mark shows: as many marks as bands, or twice as many when mirrored. */
export function markBands(bands: number, mirrored: boolean): number[] {
  const up = Array.from({ length: bands }, (_, band) => band);
  return mirrored ? [...up, ...up.slice().reverse()] : up;
}

/** Thickness of a cap as a share of a bar's width. */
const capThickness = 0.3;

/**
 * A bar on the path for each band, standing on its normal.
 * A bar is `rest` long in silence and `reach` long at full level; on both sides it has half on each.
 * @param peaks held peaks, for caps; none without
 */
export function barMarks(
  figure: BarFigure,
  path: Path,
  levels: ArrayLike<number>,
  peaks?: ArrayLike<number>,
): StrokesOp[] {
  const bands = levels.length;
  const shown = markBands(bands, figure.mirrored);
  const positions = markPositions(path, shown.length);
  const colors = colorRamp(figure.color, figure.colorHigh, bands);
  const width = (figure.width * path.length) / shown.length;
  const share = figure.side === 'both' ? 0.5 : 1;
  const directions = { outward: [1], inward: [-1], both: [1, -1] }[figure.side];
  const barLines = new Map<string, number[]>();
  const capLines = new Map<string, number[]>();
  const lengthAt = (level: number) => figure.rest + (figure.reach - figure.rest) * level;
  shown.forEach((band, i) => {
    const { x, y, normalX, normalY } = path.at(positions[i]!);
    const color = colors[band]!;
    const line = (lines: Map<string, number[]>, start: number, end: number) => {
      let all = lines.get(color);
      if (!all) lines.set(color, (all = []));
      all.push(x + normalX * start, y + normalY * start, x + normalX * end, y + normalY * end);
    };
    const length = share * lengthAt(levels[band]!);
    if (length > 0) line(barLines, figure.side === 'both' ? -length : 0, directions[0]! * length);
    if (figure.caps && peaks) {
      const peak = share * Math.max(lengthAt(peaks[band]!), 0) + width / 2;
      for (const way of directions) line(capLines, way * peak, way * (peak + width * capThickness));
    }
  });
  const strokes = (lines: Map<string, number[]>, ends: BarFigure['ends']) =>
    [...lines].map(([color, all]): StrokesOp => ({
      op: 'strokes',
      color,
      width,
      ends,
      lines: Float32Array.from(all),
    }));
  return [...strokes(barLines, figure.ends), ...strokes(capLines, 'flat')];
}

export const bars = {
  label: 'Bars',
  schema,
  fields,
  /** Bars that suit a picture of this height. */
  defaults: (_width: number, height: number): BarFigure => ({
    kind: 'bars',
    mirrored: true,
    side: 'outward',
    caps: false,
    ends: 'round',
    reach: Math.round(height * 0.2),
    rest: Math.round(height * 0.005),
    width: 0.55,
    color: '#f2b25c',
    colorHigh: '#7fd6c2',
  }),
  marks: barMarks,
};
