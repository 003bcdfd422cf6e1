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

/**
 * A bar on the path for each band, standing on its normal.
 * A bar is `rest` long in silence and `reach` long at full level; on both sides it has half on each.
 */
export function barMarks(figure: BarFigure, path: Path, levels: ArrayLike<number>): StrokesOp[] {
  const bands = levels.length;
  const shown = markBands(bands, figure.mirrored);
  const positions = markPositions(path, shown.length);
  const colors = colorRamp(figure.color, figure.colorHigh, bands);
  const width = (figure.width * path.length) / shown.length;
  const startShare = { outward: 0, inward: 0, both: -0.5 }[figure.side];
  const endShare = { outward: 1, inward: -1, both: 0.5 }[figure.side];
  const linesByColor = new Map<string, number[]>();
  shown.forEach((band, i) => {
    const length = figure.rest + (figure.reach - figure.rest) * levels[band]!;
    if (length <= 0) return;
    const { x, y, normalX, normalY } = path.at(positions[i]!);
    let lines = linesByColor.get(colors[band]!);
    if (!lines) linesByColor.set(colors[band]!, (lines = []));
    const start = startShare * length;
    const end = endShare * length;
    lines.push(x + normalX * start, y + normalY * start, x + normalX * end, y + normalY * end);
  });
  return [...linesByColor].map(([color, lines]) => ({
    op: 'strokes',
    color,
    width,
    ends: figure.ends,
    lines: Float32Array.from(lines),
  }));
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
    ends: 'round',
    reach: Math.round(height * 0.2),
    rest: Math.round(height * 0.005),
    width: 0.55,
    color: '#f2b25c',
    colorHigh: '#7fd6c2',
  }),
  marks: barMarks,
};
