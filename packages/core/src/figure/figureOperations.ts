import type { FigureLayer, Film } from '../film/schema';
import { shownBands } from '../film/shownBands';
import type { Hearing } from '../hearing/hearing';
import type { Path } from '../path/path';
import { buildPath } from '../path/registry';
import type { GroupOp, Operation } from '../picture/displayList';
import { turnHue, type Gradient } from '../property/palette';
import { bandsOfCopy, pathOfCopy } from './copies';
import { falloffAt } from './falloff';
import { withDirection } from './fixedDirection';
import { makeInk, rampSteps, type LayerColor } from './ink';
import { figureMarks, type FigureSettings } from './registry';
import { bandsShown } from './standing';
import { symmetric } from './symmetry';

/** What a figure draws with all its copies, back to front. */
export function figureOperations(film: Film, layer: FigureLayer, hearing: Hearing, t: number): Operation[] {
  const path = pathOf(film, layer.path);
  if (!path) return [];
  const { count } = layer.copies;
  const drawn = Array.from({ length: count }, (_, i) =>
    drawCopy(film, layer, path, hearing, t, count - 1 - i),
  );
  // A single figure needs no group of its own.
  const operations = count === 1 ? drawn[0]!.operations : drawn;
  return layer.symmetry.kind === 'none'
    ? operations
    : symmetric(operations, layer.symmetry, film.width, film.height);
}

/** The path with an id, and whether each of its lines shows all bands. */
function pathOf(film: Film, id: string): { path: Path; each: boolean } | undefined {
  const found = film.paths.find((path) => path.id === id);
  if (!found) return undefined;
  const { shape } = found;
  return { path: buildPath(shape), each: 'lines' in shape && shape.lines === 'each' };
}

/** The gradient of a layer: its palette's, or its own. */
export const gradientOf = (film: Film, color: LayerColor): Gradient =>
  film.palettes.find(({ id }) => id === color.palette) ?? color;

/** Steps of a trail's gradient: each of its moments is drawn in so many colours. */
const trailSteps = 10;

/** One of a layer's copies; the last one lies at the back. */
function drawCopy(
  film: Film,
  { ear: earId, figure, copies, color, falloffs }: FigureLayer,
  { path, each }: { path: Path; each: boolean },
  hearing: Hearing,
  t: number,
  index: number,
): GroupOp {
  const ear = film.ears.find(({ id }) => id === earId);
  const all = ear ? shownBands(ear).length : 0;
  const moment = t - copies.delay * index;
  const range = 'bandFrom' in figure ? bandsShown(all, figure) : ([0, all] as const);
  const [first, end] = bandsOfCopy(range, all, copies, index);
  const silence = new Float32Array(end - first);
  // Right after the number of bands was changed, the old levels may still be the only ones. The
  // array is a copy: the hearing uses its own again at the next look-up.
  const fitting = (heard: Float32Array | undefined) =>
    heard?.length === all ? heard.slice(first, end) : undefined;
  const place = pathOfCopy(path, copies, index, film.width, film.height);
  const gradient = turnHue(gradientOf(film, color), copies.hue * index);
  const scene = {
    levels: fitting(hearing.levelsAt(earId, moment)) ?? silence,
    peaks: fitting(hearing.peaksAt(earId, moment)),
    ink: makeInk(color, gradient, end - first, moment, figure.kind === 'trail' ? trailSteps : rampSteps),
    t: moment,
    levelsAt: (at: number) => fitting(hearing.levelsAt(earId, at)) ?? silence,
    wave: hearing.waveOf(earId),
    weigh:
      falloffs.length === 0
        ? (level: number) => level
        : (level: number, x: number, y: number, along: number) => level * falloffAt(falloffs, x, y, along),
  };
  const reached = withReach(figure, copies.reach ** index);
  const operations = (each && place.parts ? place.parts : [place]).flatMap((line) =>
    figureMarks(reached, {
      ...scene,
      path: figure.direction === 'fixed' ? withDirection(line, figure.angle) : line,
    }),
  );
  return { op: 'group', opacity: copies.opacity ** index, blend: 'normal', operations };
}

/** The same figure with its reach, and what is left of it in silence, so many times as far. */
function withReach(figure: FigureSettings, factor: number): FigureSettings {
  if (factor === 1) return figure;
  const rest = 'rest' in figure ? { rest: figure.rest * factor } : {};
  return { ...figure, reach: figure.reach * factor, ...rest };
}
