import type { Operation } from '../picture/displayList';
import { curveOperations } from './curves';
import { figureKind } from './kind';
import { levelRuns, meanLevel } from './levelRuns';
import { lineFields, linesOf, lineStandard, thicknessField, type LevelLine } from './line';
import type { MarkScene } from './scene';
import { reachFields, softField } from './standing';

export interface Trail extends LevelLine {
  thickness: number;
  /** Lines there are, the present one included. */
  moments: number;
  /** Seconds from one to the next. */
  every: number;
  /** Picture units by which each is further off the path than the one after it. */
  drift: number;
  /** Share of the opacity and of the thickness that each has of the one after it. */
  fades: number;
  thins: number;
}

/**
 * The last moments of a line, older ones further off and fainter. They look back
 * into the hearing, so that any moment can be drawn on its own.
 */
export function trailMarks(figure: Trail, scene: MarkScene): Operation[] {
  const { smooth, ends, soft } = figure;
  return Array.from({ length: figure.moments }, (_, i) => figure.moments - 1 - i).flatMap((age) => {
    const levels = age === 0 ? scene.levels : scene.levelsAt(scene.t - age * figure.every);
    const runs = levelRuns({ ...scene, levels }, figure, smooth);
    const off = age * figure.drift;
    const lines = linesOf(runs, { ...figure, reach: figure.reach + off, rest: figure.rest + off });
    const width = Math.max(figure.thickness * figure.thins ** age, 0.1);
    const style = { width, smooth, ends, soft, opacity: figure.fades ** age };
    return curveOperations(lines, style, scene.ink, meanLevel(runs));
  });
}

const factor = { kind: 'number', min: 0.05, max: 1, step: 2, unit: '%', shownPer: 100 } as const;

export const trail = figureKind<'trail', Trail>(
  'trail',
  { label: 'Trail', about: 'The last moments of a line, fading' },
  [
    ...lineFields,
    { kind: 'number', key: 'moments', label: 'Moments', min: 2, max: 80, step: 1, unit: '', whole: true },
    {
      ...({ kind: 'number', key: 'every', label: 'Apart', unit: 'ms', shownPer: 1000 } as const),
      ...{ help: 'Time from one moment to the next.', min: 0.01, max: 2, step: 10 },
    },
    { ...factor, key: 'fades', label: 'Fades to', help: 'Opacity of each, as a share of the one after it.' },
    {
      ...factor,
      key: 'thins',
      label: 'Thins to',
      help: 'Thickness of each, as a share of the one after it.',
    },
  ],
  [
    ...reachFields,
    {
      ...({ kind: 'number', key: 'drift', label: 'Drift', unit: 'px' } as const),
      ...{ help: 'How much further off the path each older moment lies.', min: -500, max: 500, step: 1 },
    },
    thicknessField,
    softField,
  ],
  (_width, height) => ({
    ...lineStandard(height),
    ...{ moments: 12, every: 0.05, fades: 0.82, thins: 0.97 },
    drift: Math.round(height * 0.011),
    thickness: Math.max(2, Math.round(height * 0.003)),
  }),
  trailMarks,
);
