import { figureMarks } from '../figure/registry';
import type { Film, Layer } from '../film/schema';
import { shownBands } from '../film/shownBands';
import type { Hearing } from '../hearing/hearing';
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
  const ear = film.ears.find(({ id }) => id === layer.ear);
  const bands = ear ? shownBands(ear).length : 0;
  // Right after the number of bands was changed, the old levels may still be the only ones.
  const fitting = (heard: Float32Array | undefined) => (heard?.length === bands ? heard : undefined);
  const levels = fitting(hearing.levelsAt(layer.ear, t)) ?? new Float32Array(bands);
  const peaks = fitting(hearing.peaksAt(layer.ear, t));
  return {
    op: 'group',
    opacity: layer.opacity,
    blend: layer.blend,
    operations: figureMarks(layer.figure, buildPath(layer.path), levels, peaks),
  };
}
