import { fieldGroups, fields, ofHeight, type ValueOfGroups } from '../../contract';
import { coolColors } from './figureOffer';
import type { DotsOp } from '../display/displayList';
import { Batches } from './batches';
import { figureKind } from './figureKind';
import type { MarkScene } from './scene';
import {
  extentAt,
  minField,
  onSide,
  reachField,
  restField,
  sidesOf,
  softField,
  standFields,
  standingMarks,
} from './standing';

const size = { kind: 'number', min: 0, max: 2000, step: 1, unit: 'px' } as const;

/** How large a mark is. @param most at full level, `rest` in silence: defaults, as shares of the picture's height */
export const sizeFields = (most: number, rest: number) =>
  fields([
    { ...size, key: 'sizeReach', label: 'Size', help: 'Across, at full level.', default: ofHeight(most) },
    { ...size, key: 'sizeRest', label: 'Size at rest', help: 'Across, in silence.', default: ofHeight(rest) },
  ]);

const groups = fieldGroups([
  { heading: 'Marks', fields: [...standFields, minField] },
  { heading: 'Size', fields: [reachField(0.16), restField(0), ...sizeFields(0.018, 0.005), softField] },
]);

export type Dots = ValueOfGroups<typeof groups>;

/**
 * A dot for each band: as far from the path as its level says, and as large.
 * On both sides each dot has its twin, at half the distance.
 */
export function dotMarks(figure: Dots, scene: MarkScene): DotsOp[] {
  const { ways, share } = sidesOf(figure.side);
  const circles = new Batches();
  for (const mark of standingMarks(scene, figure)) {
    for (const way of ways) {
      const dot = onSide(mark, way);
      const radius = Math.max(figure.sizeRest + (figure.sizeReach - figure.sizeRest) * dot.level, 0) / 2;
      if (dot.level < figure.least || radius <= 0) continue;
      const distance = way * share * extentAt(figure, dot.level);
      circles.add(scene.ink.of(dot), dot.x + dot.normalX * distance, dot.y + dot.normalY * distance, radius);
    }
  }
  return circles.dots(figure.soft);
}

export const dots = figureKind({
  kind: 'dots',
  label: 'Dots',
  about: 'Dots that move off the path, grow, or both',
  fields: groups,
  marks: dotMarks,
  offers: [
    {
      name: 'Sparks',
      path: 'circle',
      heights: { reach: 0.2, soft: 0.004 },
    },
    {
      name: 'Pearls',
      path: 'wave',
      figure: { reach: 0, order: 'up' },
      heights: { sizeReach: 0.05, sizeRest: 0.006 },
      color: coolColors,
    },
  ],
});
