import { fadeLevel } from '../../sound';
import { layersIn, timeContext } from '../layer/layerOperations';
import { stackOperations } from '../layer/stack';
import { composeTimes, lastTimePass } from '../pass/registry';
import type { Operation, Picture } from './displayList';
import { ground } from './ground';
import type { Moment } from './moment';
import { group } from './operations';

/**
 * The picture of a moment: a pure function of film, hearing and time.
 * Layers that listen to an ear not heard yet show silence.
 */
export function pictureAt(moment: Moment): Picture {
  const { film, hearing, t, withoutBackground } = moment;
  const { passes } = film.finish;
  const fade = film.fades.picture;
  const level = fadeLevel(fade, 0, hearing.end, t);
  const drawn = throughFinish(moment, passes.length);
  const picture: Picture = { width: film.width, height: film.height, operations: drawn.operations, t };
  if (drawn.passes.length > 0) picture.passes = drawn.passes;
  if (withoutBackground) {
    // A fade of the picture becomes transparency; it changes during the film, so its surface is there throughout.
    const fades = fade.fadeIn > 0 || fade.fadeOut > 0;
    if (fades) picture.operations = [group(picture.operations, { opacity: level, isolated: true })];
  } else if (level < 1) picture.veil = { color: fade.color, opacity: 1 - level };
  return picture;
}

/** Everything of a film, before its finish. */
const everything = (moment: Moment): Operation[] => [
  ...ground(moment),
  ...stackOperations(layersIn(moment.film, null), moment),
];

/** The picture through so many passes of its finish: those over several times are drawn, the rest is left for pixels. */
function throughFinish(moment: Moment, count: number): Required<Pick<Picture, 'operations' | 'passes'>> {
  const passes = moment.film.finish.passes.slice(0, count);
  const last = lastTimePass(passes);
  if (last < 0) return { operations: everything(moment), passes };
  const drawn = (seconds: number) => {
    const then = seconds === 0 ? moment : moment.at(moment.t + seconds);
    const { operations, passes: own } = throughFinish(then, last);
    return own.length > 0 ? [group(operations, { passes: own, t: then.t, isolated: true })] : operations;
  };
  return {
    operations: composeTimes(passes[last]!, drawn, timeContext(moment)),
    passes: passes.slice(last + 1),
  };
}
