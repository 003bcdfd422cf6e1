import { filmRecord, type Film } from '../film/film';
import { isShown } from '../property/field';
import { eachField } from '../property/record';

const beatChoices: readonly unknown[] = ['beat', 'beats', 'bar'];

/** Whether something of a film goes by its beats: a follower, a source of motion, bursts of particles. */
export const goesByBeats = (film: Film): boolean =>
  [...eachField(filmRecord, film)].some(
    ({ field, value, holder }) =>
      field.kind === 'choice' && beatChoices.includes(value) && 'key' in field && isShown(field, holder),
  );
