import type { Operation } from '../picture/displayList';
import { curveOperations } from './curves';
import { figureKind } from './kind';
import { levelRuns, meanLevel, runPoints, sideOfRun, type LevelRun } from './levelRuns';
import type { MarkScene } from './scene';
import {
  endsField,
  reachFields,
  sidesOf,
  softField,
  standFields,
  standStandard,
  type Ends,
  type Reach,
  type Stand,
} from './standing';

export interface LevelLine extends Stand, Reach {
  smooth: boolean;
  ends: Ends;
  soft: number;
}

export interface Line extends LevelLine {
  thickness: number;
}

export const smoothField = {
  kind: 'switch',
  key: 'smooth',
  label: 'Smooth',
  help: 'A curve through the levels, instead of straight lines.',
} as const;
export const thicknessField = {
  kind: 'number',
  key: 'thickness',
  label: 'Thickness',
  min: 0.1,
  max: 500,
  step: 1,
  unit: 'px',
} as const;
export const lineFields = [...standFields, smoothField, endsField];

export const lineStandard = (height: number): LevelLine => ({
  ...standStandard,
  ...{ smooth: true, ends: 'round', soft: 0, rest: 0 },
  reach: Math.round(height * 0.16),
});

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

export const line = figureKind<'line', Line>(
  'line',
  { label: 'Line', about: 'A line through the levels' },
  lineFields,
  [...reachFields, thicknessField, softField],
  (_width, height) => ({ ...lineStandard(height), thickness: Math.max(2, Math.round(height * 0.005)) }),
  lineMarks,
);
