import type { Operation } from '../picture/displayList';
import { along } from './bars';
import { Batches } from './batches';
import { figureKind } from './kind';
import type { MarkScene } from './scene';
import {
  endsField,
  extentAt,
  extentOf,
  leastField,
  onSide,
  pivotField,
  reachFields,
  sidesOf,
  softField,
  standingMarks,
  standFields,
  standStandard,
  type Ends,
  type Pivot,
  type Reach,
  type Stand,
} from './standing';

export interface Needles extends Stand, Reach {
  pivot: Pivot;
  ends: Ends;
  least: number;
  soft: number;
  thickness: number;
  /** Needles for each band; those between two bands have levels in between. */
  density: number;
  /** Size of a dot at each tip; 0 for none. */
  head: number;
}

/** Levels with some more in between, on straight lines. */
function refined(levels: ArrayLike<number>, density: number): ArrayLike<number> {
  if (density <= 1 || levels.length < 2) return levels;
  return Float32Array.from({ length: levels.length * density }, (_, i) => {
    const place = Math.min(Math.max((i + 0.5) / density - 0.5, 0), levels.length - 1);
    const low = Math.min(Math.floor(place), levels.length - 2);
    return levels[low]! + (levels[low + 1]! - levels[low]!) * (place - low);
  });
}

/** Thin lines on the normal of the path, all equally thick, as long as the levels say. */
export function needleMarks(figure: Needles, scene: MarkScene): Operation[] {
  const { ways, share } = sidesOf(figure.side);
  const levels = refined(scene.levels, figure.density);
  const lines = new Batches();
  const heads = new Batches();
  const perBand = levels.length / Math.max(scene.levels.length, 1);
  for (const mark of standingMarks({ ...scene, levels }, figure)) {
    for (const way of ways) {
      const needle = onSide(mark, way);
      const length = share * extentAt(figure, needle.level);
      if (needle.level < figure.least || length <= 0) continue;
      const color = scene.ink.of({ ...needle, band: Math.floor(needle.band / perBand) });
      const { from, to } = extentOf(figure, way, length);
      const line = along(needle, from, to);
      lines.add(color, ...line);
      if (figure.head > 0) heads.add(color, line[2], line[3], figure.head / 2);
    }
  }
  return [...lines.strokes(figure.thickness, figure.ends, figure.soft), ...heads.dots(figure.soft)];
}

export const needles = figureKind<'needles', Needles>(
  'needles',
  { label: 'Needles', about: 'Thin lines, as long as the levels say' },
  [
    ...standFields,
    pivotField,
    leastField,
    endsField,
    {
      kind: 'number',
      key: 'density',
      label: 'For each band',
      help: 'Needles between two bands have levels in between.',
      min: 1,
      max: 12,
      step: 1,
      unit: '',
      whole: true,
    },
  ],
  [
    ...reachFields,
    { kind: 'number', key: 'thickness', label: 'Thickness', min: 0.1, max: 200, step: 0.5, unit: 'px' },
    { kind: 'number', key: 'head', label: 'Dot at the tip', min: 0, max: 500, step: 1, unit: 'px' },
    softField,
  ],
  (_width, height) => ({
    ...standStandard,
    ...{ pivot: 'base', ends: 'round', least: 0, soft: 0, density: 3, head: 0 },
    reach: Math.round(height * 0.18),
    rest: Math.round(height * 0.01),
    thickness: Math.max(1, Math.round(height * 0.0015)),
  }),
  needleMarks,
);
