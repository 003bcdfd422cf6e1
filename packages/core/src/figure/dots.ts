import type { DotsOp } from '../picture/displayList';
import { Batches } from './batches';
import { figureKind } from './kind';
import type { MarkScene } from './scene';
import {
  extentAt,
  leastField,
  onSide,
  reachFields,
  sidesOf,
  softField,
  standingMarks,
  standFields,
  standStandard,
  type Reach,
  type Stand,
} from './standing';

export interface Dots extends Stand, Reach {
  least: number;
  soft: number;
  sizeRest: number;
  sizeReach: number;
}

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

const size = { kind: 'number', min: 0, max: 2000, step: 1, unit: 'px' } as const;
export const sizeFields = [
  { ...size, key: 'sizeReach', label: 'Size', help: 'Across, at full level.' },
  { ...size, key: 'sizeRest', label: 'Size at rest', help: 'Across, in silence.' },
] as const;

export const dots = figureKind<'dots', Dots>(
  'dots',
  { label: 'Dots', about: 'Dots that move off the path, grow, or both' },
  [...standFields, leastField],
  [...reachFields, ...sizeFields, softField],
  (_width, height) => ({
    ...standStandard,
    ...{ least: 0, soft: 0, rest: 0 },
    reach: Math.round(height * 0.16),
    sizeRest: Math.round(height * 0.005),
    sizeReach: Math.round(height * 0.018),
  }),
  dotMarks,
);
