import { exact, fieldGroups, ofHeight, type ValueOfGroups } from '../../contract';
import { warmColors } from './figureOffer';
import type { Operation } from '../display/displayList';
import { curveOperations } from './curves';
import { figureKind } from './figureKind';
import { levelRuns, meanLevel } from './levelRuns';
import { lineFields, linesOf } from './line';
import type { MarkScene } from './scene';
import { reachField, restField, softField, thicknessField } from './standing';

const factor = { kind: 'number', min: 0.05, max: 1, step: 2, unit: '%', shownPer: 100 } as const;

const groups = fieldGroups([
  {
    heading: 'Marks',
    fields: [
      ...lineFields,
      {
        kind: 'number',
        key: 'moments',
        label: 'Lines',
        help: 'The present one included.',
        min: 2,
        max: 80,
        step: 1,
        unit: '',
        whole: true,
        default: 12,
        // How much is heard must not move.
        driven: false,
      },
      {
        kind: 'number',
        key: 'every',
        label: 'Interval',
        help: 'Time from one line to the next.',
        min: 0.01,
        max: 2,
        step: 10,
        unit: 'ms',
        shownPer: 1000,
        default: 0.05,
        driven: false,
      },
      {
        ...factor,
        key: 'fades',
        label: 'Opacity decay',
        help: 'Opacity of each, as a share of the one after it.',
        default: 0.82,
      },
      {
        ...factor,
        key: 'thins',
        label: 'Thickness decay',
        help: 'Thickness of each, as a share of the one after it.',
        default: 0.97,
      },
    ],
  },
  {
    heading: 'Size',
    fields: [
      reachField(0.16),
      restField(0),
      {
        kind: 'number',
        key: 'drift',
        label: 'Drift',
        help: 'How much further off the path each older line lies.',
        min: -500,
        max: 500,
        step: 1,
        unit: 'px',
        default: ofHeight(0.011),
      },
      thicknessField(0.003),
      softField,
    ],
  },
]);

export type Trail = ValueOfGroups<typeof groups>;

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
    const width = Math.max(figure.thickness * exact.pow(figure.thins, age), 0.1);
    const style = { width, smooth, ends, soft, opacity: exact.pow(figure.fades, age) };
    return curveOperations(lines, style, scene.ink, meanLevel(runs));
  });
}

export const trail = figureKind({
  kind: 'trail',
  label: 'Trail',
  about: 'The last moments of a line, fading',
  manyLines: true,
  fields: groups,
  marks: trailMarks,
  needs: ({ moments, every }) => ({ lookBack: moments * every }),
  offers: [{ name: 'Trail', path: 'circle', color: warmColors }],
});
