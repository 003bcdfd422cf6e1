import { fadeLevel } from '../film/fades';
import { layerOperations, layersIn } from '../layer/layerOperations';
import type { Operation, Picture } from './displayList';
import type { Moment } from './moment';
import { group } from './operations';

/**
 * The picture of a moment: a pure function of film, hearing and time.
 * Layers that listen to an ear not heard yet show silence.
 */
export function pictureAt(moment: Moment): Picture {
  const { film, hearing, t, withoutBackground } = moment;
  const { color, edgeColor, image } = film.background;
  const layers = layersIn(film, null).flatMap(({ id }) => layerOperations(id, moment));
  const fade = film.fades.picture;
  const level = fadeLevel(fade, 0, hearing.end, t);
  const size = { width: film.width, height: film.height };
  if (withoutBackground) {
    // A fade of the picture becomes transparency; it changes during the film, so its surface is there throughout.
    const fades = fade.fadeIn > 0 || fade.fadeOut > 0;
    return { ...size, operations: fades ? [group(layers, { opacity: level, isolated: true })] : layers };
  }
  const background: Operation = { op: 'backdrop', color, edgeColor, image };
  return { ...size, operations: [background, ...layers, ...veil(fade.color, 1 - level)] };
}

/** What the picture fades from and to: its colour over everything, its edges beyond the film's shape included. */
const veil = (color: string, opacity: number): Operation[] =>
  opacity <= 0 ? [] : [group([{ op: 'backdrop', color, edgeColor: color, image: null }], { opacity })];
