import { fieldGroups, type ValueOfGroups } from '../../contract';
import { floorLine } from './figureOffer';
import type { Operation } from '../display/displayList';
import { Batches } from './batches';
import { figureKind } from './figureKind';
import type { MarkScene } from './scene';
import {
  endsField,
  extentAt,
  gapField,
  minField,
  onSide,
  reachField,
  restField,
  sidesOf,
  softField,
  standFields,
  standingMarks,
  thicknessField,
} from './standing';

const groups = fieldGroups([
  { heading: 'Marks', fields: [...standFields, minField, endsField('flat')] },
  {
    heading: 'Size',
    fields: [
      reachField(0.2),
      restField(0.005),
      {
        kind: 'number',
        key: 'width',
        label: 'Width',
        help: 'As a share of the step from one cap to the next.',
        min: 0.01,
        max: 4,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 0.55,
      },
      gapField,
      thicknessField(0.004),
      softField,
    ],
  },
]);

export type Caps = ValueOfGroups<typeof groups>;

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

export const caps = figureKind({
  kind: 'caps',
  label: 'Caps',
  about: 'Short marks where each band last peaked',
  fields: groups,
  marks: capMarks,
  needs: () => ({ peaks: true }),
  offers: [
    {
      name: 'Caps',
      path: 'line',
      figure: { order: 'up' },
      heights: { reach: 0.6 },
      along: floorLine,
    },
  ],
});
