import type { Path } from '../path/path';
import type { Operation } from '../picture/displayList';
import { bars } from './bars';
import { dots } from './dots';
import { area, line } from './line';

/** Every kind of figure there is. A new one is a file beside bars.ts and a line here. */
export const figureKinds = { bars, dots, line, area };

export type FigureKind = keyof typeof figureKinds;
/** Settings of a figure of one kind. */
export type FigureOf<Kind extends FigureKind> = ReturnType<(typeof figureKinds)[Kind]['defaults']>;
export type FigureSettings = { [Kind in FigureKind]: FigureOf<Kind> }[FigureKind];

/** The marks of a figure along a path. */
export function figureMarks(
  figure: FigureSettings,
  path: Path,
  levels: ArrayLike<number>,
  peaks?: ArrayLike<number>,
): Operation[] {
  return figureKinds[figure.kind].marks(figure as never, path, levels, peaks);
}

/** The same figure as another kind: what both kinds have is kept. */
export function figureAs(
  figure: FigureSettings,
  kind: FigureKind,
  width: number,
  height: number,
): FigureSettings {
  const defaults = figureKinds[kind].defaults(width, height);
  const kept = Object.entries(figure).filter(([key]) => key !== 'kind' && key in defaults);
  return { ...defaults, ...Object.fromEntries(kept) } as FigureSettings;
}
