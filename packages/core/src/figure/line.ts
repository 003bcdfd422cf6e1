import type { Operation } from '../picture/displayList';
import { curveOperations } from './curves';
import { figureKind } from './kind';
import { levelRuns, meanLevel, runPoints } from './levelRuns';
import { orderField } from './order';
import type { MarkScene } from './scene';
import {
  bandRangeFields,
  directionFields,
  reachFields,
  sideField,
  sidesOf,
  softField,
  standStandard,
  type Reach,
  type Stand,
} from './standing';

export interface LevelLine extends Stand, Reach {
  smooth: boolean;
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
export const lineFields = [...bandRangeFields, orderField, sideField, ...directionFields, smoothField];

export const lineStandard = (height: number): LevelLine => ({
  ...standStandard,
  ...{ smooth: true, soft: 0, rest: 0 },
  reach: Math.round(height * 0.16),
});

/** A line through the points that the levels reach. */
export function lineMarks(figure: Line, scene: MarkScene): Operation[] {
  const runs = levelRuns(scene, figure, figure.smooth);
  if (runs.length === 0) return [];
  const { ways, share } = sidesOf(figure.side);
  const lines = runs.flatMap((run) =>
    ways.map((way) => ({
      points: runPoints(run, figure, way, share),
      closed: run.closed,
      marks: way > 0 ? run.outward : run.inward,
    })),
  );
  const level = runs.reduce((sum, run) => sum + meanLevel(run), 0) / runs.length;
  return curveOperations(lines, { ...figure, width: figure.thickness }, scene.ink, level);
}

export const line = figureKind<'line', Line>(
  'line',
  { label: 'Line', about: 'A line through the levels' },
  lineFields,
  [...reachFields, thicknessField, softField],
  (_width, height) => ({ ...lineStandard(height), thickness: Math.max(2, Math.round(height * 0.005)) }),
  lineMarks,
);
