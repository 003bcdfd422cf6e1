import { fieldGroups, ofHeight, type ValueOfGroups } from '../../contract';
import { warmColors } from './figureOffer';
import type { Operation } from '../display/displayList';
import { along } from './bars';
import { Batches } from './batches';
import { figureKind } from './figureKind';
import type { MarkScene } from './scene';
import {
  anchorField,
  endsField,
  extentAt,
  extentOf,
  minField,
  onSide,
  reachField,
  restField,
  sidesOf,
  softField,
  standFields,
  standingMarks,
} from './standing';

const px = { kind: 'number', unit: 'px' } as const;

const groups = fieldGroups([
  {
    heading: 'Marks',
    fields: [
      ...standFields,
      anchorField,
      minField,
      endsField('round'),
      {
        kind: 'number',
        key: 'density',
        label: 'Needles per band',
        help: 'Those between two bands have levels in between.',
        min: 1,
        max: 12,
        step: 1,
        unit: '',
        whole: true,
        default: 3,
      },
    ],
  },
  {
    heading: 'Size',
    fields: [
      reachField(0.18),
      restField(0.01),
      {
        ...px,
        key: 'thickness',
        label: 'Thickness',
        min: 0.1,
        max: 200,
        step: 0.5,
        default: ofHeight(0.0015, 1),
      },
      { ...px, key: 'head', label: 'Tip dot size', min: 0, max: 500, step: 1, default: 0 },
      softField,
    ],
  },
]);

export type Needles = ValueOfGroups<typeof groups>;

/** Levels with some more in between, on straight lines. */
function refined(levels: ArrayLike<number>, density: number): ArrayLike<number> {
  if (density <= 1 || levels.length < 2) return levels;
  return Float32Array.from({ length: levels.length * density }, (_, i) => {
    const position = Math.min(Math.max((i + 0.5) / density - 0.5, 0), levels.length - 1);
    const low = Math.min(Math.floor(position), levels.length - 2);
    return levels[low]! + (levels[low + 1]! - levels[low]!) * (position - low);
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

export const needles = figureKind({
  kind: 'needles',
  label: 'Needles',
  about: 'Thin lines, as long as the levels say',
  fields: groups,
  marks: needleMarks,
  offers: [
    {
      name: 'Needles',
      path: 'circle',
      heights: { reach: 0.24 },
      color: { ...warmColors, fade: 0.6 },
    },
  ],
});
