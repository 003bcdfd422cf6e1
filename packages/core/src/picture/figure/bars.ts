import { choicesOf, fieldGroups, ofHeight, type ValueOfGroups } from '../../contract';
import { symmetryStandard } from './symmetry';
import { bandColors } from './ink';
import { floorLine, warmColors } from './figureOffer';
import type { Operation } from '../display/displayList';
import { Batches } from './batches';
import { figureKind } from './figureKind';
import type { MarkScene } from './scene';
import {
  anchorField,
  extentAt,
  extentOf,
  gapField,
  minField,
  onSide,
  reachField,
  restField,
  sidesOf,
  softField,
  standFields,
  standingMarks,
  type Standing,
} from './standing';

const share = { kind: 'number', step: 5, unit: '%', shownPer: 100 } as const;
const segmented = { key: 'form', is: ['segmented'] } as const;
const px = { kind: 'number', max: 2000, step: 1, unit: 'px', shownWhen: segmented } as const;

const groups = fieldGroups([
  {
    heading: 'Marks',
    fields: [
      ...standFields,
      anchorField,
      minField,
      {
        kind: 'choice',
        key: 'form',
        label: 'Form',
        choices: choicesOf({
          square: 'Square',
          rounded: 'Rounded',
          tapered: 'Tapered',
          segmented: 'Segmented',
        }),
        default: 'rounded',
      },
      {
        kind: 'switch',
        key: 'caps',
        label: 'Peak caps',
        help: 'A short mark at each band’s last peak, when the ear holds peaks.',
        default: false,
      },
    ],
  },
  {
    heading: 'Size',
    fields: [
      reachField(0.2),
      restField(0.005),
      {
        ...share,
        key: 'width',
        label: 'Width',
        help: 'As a share of the step from one bar to the next.',
        min: 0.01,
        max: 4,
        default: 0.55,
      },
      gapField,
      {
        ...share,
        key: 'taper',
        rare: true,
        label: 'Tip width',
        help: 'As a share of the width at the base.',
        min: 0,
        max: 4,
        default: 0,
        shownWhen: { key: 'form', is: ['tapered'] },
      },
      { ...px, key: 'segment', label: 'Segment length', min: 1, default: ofHeight(0.009, 2) },
      { ...px, key: 'segmentGap', label: 'Segment gap', min: 0, default: ofHeight(0.005, 1) },
      softField,
    ],
  },
]);

export type Bars = ValueOfGroups<typeof groups>;

/** Thickness of a cap as a share of a bar's width. */
const capThickness = 0.3;

/**
 * A bar on the path for each band, standing on its normal.
 * A bar is `rest` long in silence and `reach` long at full level; on both sides it has half on each.
 */
export function barMarks(figure: Bars, scene: MarkScene): Operation[] {
  const { path, ink, peaks } = scene;
  const marks = standingMarks(scene, figure);
  const width = Math.max((figure.width * path.length) / Math.max(marks.length, 1) - figure.gap, 0.1);
  const { ways, share } = sidesOf(figure.side);
  const lines = new Batches();
  const tips = new Batches();
  const quads = new Batches();
  const caps = new Batches();
  for (const mark of marks) {
    for (const way of ways) {
      const bar = onSide(mark, way);
      if (bar.level < figure.least) continue;
      const length = share * extentAt(figure, bar.level);
      if (length > 0) drawBar(bar, extentOf(figure, way, length));
      if (figure.caps && peaks) {
        const peak = share * extentAt(figure, Math.max(peaks[bar.band] ?? 0, bar.level)) + width / 2;
        caps.add(ink.of(bar), ...along(bar, way * peak, way * (peak + width * capThickness)));
      }
    }
  }

  function drawBar(bar: Standing, { from, to }: ReturnType<typeof extentOf>): void {
    if (figure.form === 'segmented') return drawSegments(bar, from, to);
    if (!ink.across) {
      const color = ink.of(bar);
      if (figure.form === 'tapered') quads.add(color, ...quad(bar, from, to, width, width * figure.taper));
      else lines.add(color, ...along(bar, from, to));
      return;
    }
    const full = share * figure.reach || 1;
    const length = Math.abs(to - from);
    const way = Math.sign(to - from);
    const place = (share: number) => from + way * share;
    const widthAt = (distance: number) => width * (1 + (figure.taper - 1) * (distance / length));
    ink.across.forEach((_, k) => {
      const [low, high] = [(k * full) / ink.across!.length, ((k + 1) * full) / ink.across!.length];
      const end = k === ink.across!.length - 1 ? length : Math.min(high + seam, length);
      if (low >= length) return;
      const color = ink.at(k / (ink.across!.length - 1), bar.level);
      if (figure.form === 'tapered')
        quads.add(color, ...quad(bar, place(low), place(end), widthAt(low), widthAt(end)));
      else lines.add(color, ...along(bar, place(low), place(end)));
    });
    if (figure.form === 'rounded') {
      tips.add(ink.at(0, bar.level), ...along(bar, from, from + way * 0.01));
      tips.add(ink.at(Math.min(length / full, 1), bar.level), ...along(bar, to, to - way * 0.01));
    }
  }

  function drawSegments(bar: Standing, from: number, to: number): void {
    const step = Math.max(figure.segment + figure.segmentGap, 0.5);
    const way = Math.sign(to - from);
    const count = Math.floor((Math.abs(to - from) + figure.segmentGap) / step + 1e-6);
    const full = share * figure.reach || 1;
    for (let i = 0; i < count; i++) {
      const color = ink.across ? ink.at(Math.min((i * step) / full, 1), bar.level) : ink.of(bar);
      lines.add(color, ...along(bar, from + way * i * step, from + way * (i * step + figure.segment)));
    }
  }

  // With colours across the reach the bars are cut, and round ends are drawn on their own.
  const ends = figure.form === 'rounded' && !ink.across ? 'round' : 'flat';
  return [
    ...tips.strokes(width, 'round', figure.soft),
    ...lines.strokes(width, ends, figure.soft),
    ...quads.fills(4, figure.soft),
    ...caps.strokes(width, 'flat', figure.soft),
  ];
}

/** By how much parts of a bar overlap, so that no seam shows. */
const seam = 0.5;

/** A line along a mark's normal. */
export const along = (
  { x, y, normalX, normalY }: Pick<Standing, 'x' | 'y' | 'normalX' | 'normalY'>,
  from: number,
  to: number,
): [number, number, number, number] => [
  x + normalX * from,
  y + normalY * from,
  x + normalX * to,
  y + normalY * to,
];

/** Corners of a bar that narrows, clockwise or not. */
function quad(mark: Standing, from: number, to: number, base: number, tip: number): number[] {
  const [x1, y1, x2, y2] = along(mark, from, to);
  const [sideX, sideY] = [-mark.normalY / 2, mark.normalX / 2];
  return [
    ...[x1 - sideX * base, y1 - sideY * base, x2 - sideX * tip, y2 - sideY * tip],
    ...[x2 + sideX * tip, y2 + sideY * tip, x1 + sideX * base, y1 + sideY * base],
  ];
}

export const bars = figureKind({
  kind: 'bars',
  label: 'Bars',
  about: 'One bar for each band',
  fields: groups,
  marks: barMarks,
  needs: ({ caps }) => ({ peaks: caps }),
  offers: [
    { name: 'Ring of bars', path: 'circle' },
    {
      name: 'Bars on a floor',
      path: 'line',
      figure: { order: 'up', form: 'square', width: 0.7 },
      heights: { reach: 0.6 },
      along: floorLine,
    },
    {
      name: 'Level meters',
      path: 'line',
      figure: { order: 'up', form: 'segmented', bandTo: 32, width: 0.8 },
      heights: { reach: 0.6, rest: 0.01 },
      along: floorLine,
      color: { ...bandColors('#3fae7a', '#e8433a'), by: 'across' },
    },
    {
      name: 'Crown of rays',
      path: 'arc',
      figure: { form: 'tapered', taper: 0.1 },
      heights: { reach: 0.34 },
      color: warmColors,
    },
    { name: 'Drawn line', path: 'drawn', figure: { order: 'up' }, heights: { reach: 0.24 } },
    {
      name: 'Kaleidoscope',
      path: 'spiral',
      figure: { order: 'up', side: 'both' },
      heights: { reach: 0.16 },
      color: warmColors,
      symmetry: { ...symmetryStandard, kind: 'kaleidoscope', count: 4 },
    },
  ],
});
