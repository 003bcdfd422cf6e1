import { bandsOfCopy, pathOfCopy } from '../figure/copies';
import { figureMarks } from '../figure/registry';
import type { Film, Layer } from '../film/schema';
import { shownBands } from '../film/shownBands';
import type { Hearing } from '../hearing/hearing';
import type { Path } from '../path/path';
import { buildPath } from '../path/registry';
import type { GroupOp, Picture } from './displayList';

/**
 * The picture of a film at `t` seconds: a pure function of film, hearing and time.
 * Layers that listen to an ear not heard yet show silence.
 */
export function pictureAt(film: Film, hearing: Hearing, t: number): Picture {
  return {
    width: film.width,
    height: film.height,
    operations: [
      { op: 'backdrop', color: film.background.color, edgeColor: film.background.edgeColor },
      ...film.layers
        .filter((layer) => layer.visible && layer.opacity > 0)
        .map((layer) => drawLayer(film, layer, hearing, t)),
    ],
  };
}

function drawLayer(film: Film, layer: Layer, hearing: Hearing, t: number): GroupOp {
  const { opacity, blend, copies } = layer;
  const path = buildPath(layer.path);
  const drawn = Array.from({ length: copies.count }, (_, i) =>
    drawCopy(film, layer, path, hearing, t, copies.count - 1 - i),
  );
  // A single figure needs no group of its own.
  const operations = copies.count === 1 ? drawn[0]!.operations : drawn;
  return { op: 'group', opacity, blend, operations };
}

/** One of a layer's copies; the last one lies at the back. */
function drawCopy(
  film: Film,
  { ear: earId, figure, copies }: Layer,
  path: Path,
  hearing: Hearing,
  t: number,
  index: number,
): GroupOp {
  const ear = film.ears.find(({ id }) => id === earId);
  const bands = ear ? shownBands(ear).length : 0;
  const moment = t - copies.delay * index;
  const [first, end] = bandsOfCopy(bands, copies, index);
  // Right after the number of bands was changed, the old levels may still be the only ones.
  const fitting = (heard: Float32Array | undefined) =>
    heard?.length === bands ? heard.subarray(first, end) : undefined;
  const levels = fitting(hearing.levelsAt(earId, moment)) ?? new Float32Array(end - first);
  const factor = copies.reach ** index;
  const reached = { ...figure, reach: figure.reach * factor, rest: figure.rest * factor };
  const place = pathOfCopy(path, copies, index, film.width, film.height);
  const operations = figureMarks(reached, place, levels, fitting(hearing.peaksAt(earId, moment)));
  return { op: 'group', opacity: copies.opacity ** index, blend: 'normal', operations };
}
