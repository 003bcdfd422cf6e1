import { choicesOf, fieldGroups, type ValueOfGroups } from '../../contract';
import { bandColors } from './ink';
import type { FillOp, Operation } from '../display/displayList';
import { figureKind } from './figureKind';
import { keptPositions } from './positions';
import type { MarkScene } from './scene';
import { bandRangeFields, directionFields, minField, reachField, sidesOf } from './standing';

const groups = fieldGroups([
  {
    heading: 'Marks',
    fields: [
      ...bandRangeFields,
      {
        kind: 'choice',
        key: 'side',
        label: 'Side',
        choices: choicesOf({ outward: 'Outward', inward: 'Inward', both: 'Both' }),
        default: 'outward',
      },
      ...directionFields,
      { ...minField, help: 'What is quieter is not drawn.', default: 0.04 },
      {
        kind: 'number',
        key: 'span',
        label: 'Time span',
        help: 'Time that the path shows.',
        min: 0.2,
        max: 60,
        step: 0.5,
        unit: 's',
        default: 4,
        // How much is heard must not move.
        driven: false,
      },
      {
        kind: 'choice',
        key: 'newest',
        rare: true,
        label: 'Now at',
        choices: choicesOf({ start: 'Start', end: 'End' }),
        default: 'start',
      },
      {
        kind: 'number',
        key: 'columns',
        label: 'Columns',
        help: 'Moments along the path.',
        min: 8,
        max: 400,
        step: 8,
        unit: '',
        whole: true,
        default: 96,
        driven: false,
      },
    ],
  },
  {
    heading: 'Size',
    fields: [{ ...reachField(0.24), help: 'How far all bands extend.', min: 1 }],
  },
]);

export type Spectrogram = ValueOfGroups<typeof groups>;

/** Steps of the level that are told apart in the colour. */
const steps = 24;

/**
 * The spectrogram along the path: time runs along it, the bands stand across it.
 * It looks back into the hearing, so that any moment can be drawn on its own.
 */
export function spectrogramMarks(figure: Spectrogram, scene: MarkScene): Operation[] {
  const { path, ink, t, weigh } = scene;
  const { columns, span, reach } = figure;
  const bands = scene.levels.length;
  if (bands === 0 || path.length <= 0) return [];
  const positions = keptPositions(path, `spectrogram ${columns}`, () =>
    Array.from({ length: columns + 1 }, (_, i) => (i / columns) * path.length * 0.999999),
  );
  const { ways } = sidesOf(figure.side);
  const [near, far] = [ways.length > 1 ? -reach / 2 : 0, ways.length > 1 ? reach / 2 : ways[0]! * reach];
  const distance = (row: number) => near + ((far - near) * row) / bands;
  const byColor = new Map<string, number[][]>();
  /** The colour in which each row goes on, with its polygon's two edges. */
  const open = Array.from(
    { length: bands },
    (): { color: string; low: number[]; high: number[] } | undefined => undefined,
  );
  const finish = (row: number) => {
    const cell = open[row];
    open[row] = undefined;
    if (!cell) return;
    for (let i = cell.high.length - 2; i >= 0; i -= 2) cell.low.push(cell.high[i]!, cell.high[i + 1]!);
    const cells = byColor.get(cell.color);
    if (cells) cells.push(cell.low);
    else byColor.set(cell.color, [cell.low]);
  };
  for (let column = 0; column < columns; column++) {
    const along = (column + 0.5) / columns;
    const age = span * (figure.newest === 'end' ? 1 - along : along);
    const levels = scene.levelsAt(t - age);
    const [here, next] = [positions[column]!, positions[column + 1]!];
    for (let row = 0; row < bands; row++) {
      const level = weigh(levels[row]!, here.x, here.y, along);
      if (level < figure.least || level <= 0) {
        finish(row);
        continue;
      }
      const color = ink.of({ band: row, along, level: Math.round(level * steps) / steps });
      const edge = (position: typeof here, from: number): [number, number] => [
        position.x + position.normalX * from,
        position.y + position.normalY * from,
      ];
      // Cells overlap a little, so that no seam shows.
      const [low, high] = [distance(row) - Math.sign(far - near) * 0.3, distance(row + 1)];
      let cell = open[row];
      if (cell?.color !== color) {
        finish(row);
        cell = { color, low: [...edge(here, low)], high: [...edge(here, high)] };
        open[row] = cell;
      }
      cell.low.push(...edge(next, low));
      cell.high.push(...edge(next, high));
    }
  }
  for (let row = 0; row < bands; row++) finish(row);
  return [...byColor].map(([color, cells]): FillOp => ({
    ...{ op: 'fill', color, soft: 0 },
    outlines: cells.map((cell) => Float32Array.from(cell)),
  }));
}

export const spectrogram = figureKind({
  kind: 'spectrogram',
  label: 'Spectrogram',
  about: 'Time along the path, bands across it',
  fields: groups,
  marks: spectrogramMarks,
  needs: ({ span }) => ({ lookBack: span }),
  offers: [
    {
      name: 'Spectrogram ring',
      path: 'circle',
      color: {
        ...bandColors('#2a0f2a', '#ffe9bf'),
        by: 'level',
        stops: [
          { id: 'low', at: 0, color: '#2a0f2a' },
          { id: 'middle', at: 0.5, color: '#c8402a' },
          { id: 'high', at: 1, color: '#ffe9bf' },
        ],
      },
    },
  ],
});
