import { fieldGroups, type ValueOfGroups } from '../../contract';
import { bandColors } from './ink';
import { coolColors, floorLine } from './figureOffer';
import type { FillOp, Operation } from '../display/displayList';
import { between, cellOperations } from './curves';
import { figureKind } from './figureKind';
import { levelRuns, meanLevel, runPoints, sideOfRun, type LevelRun } from './levelRuns';
import { lineFields, smoothField, type LevelLine } from './line';
import { orderField } from './order';
import type { MarkScene } from './scene';
import {
  bandRangeFields,
  directionFields,
  endsField,
  reachField,
  restField,
  sidesOf,
  softField,
} from './standing';

const ribbonGroups = fieldGroups([
  {
    heading: 'Marks',
    fields: [...bandRangeFields, orderField, ...directionFields, smoothField, endsField('round')],
  },
  { heading: 'Size', fields: [reachField(0.16), restField(0.006), softField] },
]);

export type Ribbon = ValueOfGroups<typeof ribbonGroups>;

/** What lies between two distances of a run, and what colours it. */
interface FilledRun {
  run: LevelRun;
  /** Side of the path of its outer edge, and share of the extents that this has. */
  way: number;
  share: number;
  /** Whether it goes through to the other side, instead of to the path. */
  through: boolean;
}

function filledOperations(figure: LevelLine, { ink }: MarkScene, filled: FilledRun): Operation[] {
  const { run, way, share, through } = filled;
  const edgeUpTo = (most: number) => runPoints(run, figure, way, share, most);
  const baseUpTo = (most: number) => runPoints(run, figure, through ? -way : way, share, through ? most : 0);
  const marks = { ...sideOfRun(run, way), along: run.along };
  const { across } = ink;
  if (across) {
    const full = share * figure.reach || 1;
    const level = meanLevel([run]);
    return across.flatMap((_, k): FillOp[] => {
      const low = Math.max((k * full) / across.length - seam, 0);
      const high = k === across.length - 1 ? Infinity : ((k + 1) * full) / across.length;
      const color = ink.at(k / (across.length - 1), level);
      const fill = (edge: Float32Array, base: Float32Array): FillOp => ({
        ...({ op: 'fill', color } as const),
        soft: k === across.length - 1 ? figure.soft : 0,
        outlines: between(edge, base, run.closed),
      });
      if (!through) return [fill(edgeUpTo(high), edgeUpTo(low))];
      const other = (most: number) => runPoints(run, figure, -way, share, most);
      return [fill(edgeUpTo(high), edgeUpTo(low)), fill(other(high), other(low))];
    });
  }
  const [edge, base] = [edgeUpTo(Infinity), baseUpTo(Infinity)];
  if (ink.varies) return cellOperations(edge, base, run.closed, marks, ink, figure.soft);
  const outlines = between(edge, base, run.closed);
  return [{ op: 'fill', color: ink.whole(meanLevel([run])), soft: figure.soft, outlines }];
}

/** By how much parts across the reach overlap, so that no seam shows. */
const seam = 0.5;

/** What lies between the path and the line through the levels, filled. */
export function areaMarks(figure: LevelLine, scene: MarkScene): Operation[] {
  const { ways, share } = sidesOf(figure.side);
  // The same on both sides, it is one shape; reversed, each side is its own.
  const through = figure.side === 'both';
  return levelRuns(scene, figure, figure.smooth).flatMap((run) =>
    (through ? [1] : ways).flatMap((way) => filledOperations(figure, scene, { run, way, share, through })),
  );
}

/** Both sides of the path filled, as wide as the levels: half of the reach on each. */
export function ribbonMarks(settings: Ribbon, scene: MarkScene): Operation[] {
  const figure: LevelLine = { ...settings, side: 'both' };
  return levelRuns(scene, figure, figure.smooth).flatMap((run) =>
    filledOperations(figure, scene, { run, way: 1, share: 0.5, through: true }),
  );
}

export const area = figureKind({
  kind: 'area',
  label: 'Area',
  about: 'The line through the levels, filled to the path',
  fields: [
    { heading: 'Marks', fields: lineFields },
    { heading: 'Size', fields: [reachField(0.16), restField(0), softField] },
  ],
  marks: areaMarks,
  offers: [
    {
      name: 'Hills',
      path: 'line',
      figure: { order: 'middle' },
      heights: { reach: 0.42 },
      along: floorLine,
      color: { ...bandColors('#14484c', '#8fe0c8'), by: 'across' },
    },
    {
      name: 'Bloom',
      path: 'circle',
      heights: { reach: 0.26 },
      color: { ...bandColors('#5a1f4d', '#ffb36b'), by: 'across' },
    },
  ],
});

export const ribbon = figureKind({
  kind: 'ribbon',
  label: 'Ribbon',
  about: 'A band around the path, as wide as the levels',
  fields: ribbonGroups,
  marks: ribbonMarks,
  offers: [
    {
      name: 'Ribbon',
      path: 'wave',
      figure: { order: 'middle' },
      heights: { reach: 0.34 },
      color: { ...coolColors, by: 'along' },
    },
  ],
});
