import { fieldGroups, fields, type ValueOfGroups } from '../../contract';
import { copiesStandard } from './copies';
import type { Operation } from '../display/displayList';
import { curveOperations } from './curves';
import { figureKind } from './figureKind';
import { levelRuns, meanLevel, runPoints, sideOfRun, type LevelRun } from './levelRuns';
import type { MarkScene } from './scene';
import {
  endsField,
  reachField,
  restField,
  sidesOf,
  softField,
  standFields,
  thicknessField,
  type Ends,
  type Reach,
  type Stand,
} from './standing';

export const smoothField = {
  kind: 'switch',
  key: 'smooth',
  label: 'Smooth',
  help: 'A curve through the levels, instead of straight lines.',
  default: true,
} as const;

/** What all lines through levels have. */
export const lineFields = fields([...standFields, smoothField, endsField('round')]);

/** A line through levels. */
export interface LevelLine extends Stand, Reach {
  smooth: boolean;
  ends: Ends;
  soft: number;
}

const groups = fieldGroups([
  { heading: 'Marks', fields: lineFields },
  { heading: 'Size', fields: [reachField(0.16), restField(0), thicknessField(0.005), softField] },
]);

export type Line = ValueOfGroups<typeof groups>;

/** The lines of some runs, on the sides that are wanted. */
export const linesOf = (runs: readonly LevelRun[], figure: Stand & Reach) => {
  const { ways, share } = sidesOf(figure.side);
  return runs.flatMap((run) =>
    ways.map((way) => ({
      points: runPoints(run, figure, way, share),
      closed: run.closed,
      marks: { ...sideOfRun(run, way), along: run.along },
    })),
  );
};

/** A line through the points that the levels reach. */
export function lineMarks(figure: Line, scene: MarkScene): Operation[] {
  const runs = levelRuns(scene, figure, figure.smooth);
  if (runs.length === 0) return [];
  return curveOperations(
    linesOf(runs, figure),
    { ...figure, width: figure.thickness },
    scene.ink,
    meanLevel(runs),
  );
}

export const line = figureKind({
  kind: 'line',
  label: 'Line',
  about: 'A line through the levels',
  fields: groups,
  marks: lineMarks,
  offers: [
    { name: 'Line', path: 'circle', heights: { reach: 0.2 } },
    {
      name: 'Echoes',
      path: 'circle',
      heights: { reach: 0.12 },
      along: ({ height }) => ({ shape: { radius: Math.round(0.18 * height) } }),
      copies: { ...copiesStandard, count: 6, scale: 1.16, opacity: 0.82, delay: 0.06, hue: 12 },
    },
  ],
});
