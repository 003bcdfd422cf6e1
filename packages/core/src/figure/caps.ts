import type { Operation } from '../picture/displayList';
import { Batches } from './batches';
import { figureKind } from './kind';
import type { MarkScene } from './scene';
import {
  endsField,
  extentAt,
  gapField,
  leastField,
  onSide,
  reachFields,
  sidesOf,
  softField,
  standingMarks,
  standFields,
  standStandard,
  type Ends,
  type Reach,
  type Stand,
} from './standing';

export interface Caps extends Stand, Reach {
  least: number;
  soft: number;
  ends: Ends;
  /** Share of the step from one cap to the next, and what is taken off it. */
  width: number;
  gap: number;
  thickness: number;
}

/** A short mark across the normal at the last peak of each band; at its level while the ear holds no peaks. */
export function capMarks(figure: Caps, scene: MarkScene): Operation[] {
  const { path, ink, peaks } = scene;
  const marks = standingMarks({ ...scene, levels: peaks ?? scene.levels }, figure);
  const { ways, share } = sidesOf(figure.side);
  const half = Math.max((figure.width * path.length) / Math.max(marks.length, 1) - figure.gap, 0.1) / 2;
  const lines = new Batches();
  for (const mark of marks) {
    for (const way of ways) {
      const cap = onSide(mark, way);
      if (cap.level < figure.least) continue;
      const distance = way * (share * extentAt(figure, cap.level) + figure.thickness / 2);
      const [x, y] = [cap.x + cap.normalX * distance, cap.y + cap.normalY * distance];
      const [sideX, sideY] = [-cap.normalY * half, cap.normalX * half];
      lines.add(ink.of(cap), x - sideX, y - sideY, x + sideX, y + sideY);
    }
  }
  return lines.strokes(figure.thickness, figure.ends, figure.soft);
}

export const caps = figureKind<'caps', Caps>(
  'caps',
  { label: 'Caps', about: 'Short marks where each band last peaked' },
  [...standFields, leastField, endsField],
  [
    ...reachFields,
    {
      ...({ kind: 'number', key: 'width', label: 'Width', unit: '%', shownPer: 100 } as const),
      ...{ help: 'As a share of the step from one cap to the next.', min: 0.01, max: 4, step: 5 },
    },
    gapField,
    { kind: 'number', key: 'thickness', label: 'Thickness', min: 0.1, max: 500, step: 1, unit: 'px' },
    softField,
  ],
  (_width, height) => ({
    ...standStandard,
    ...{ least: 0, soft: 0, ends: 'flat', width: 0.55, gap: 0 },
    reach: Math.round(height * 0.2),
    rest: Math.round(height * 0.005),
    thickness: Math.max(2, Math.round(height * 0.004)),
  }),
  capMarks,
);
