import { eachField, isShown } from '../../contract';
import { filmRecord, type Film } from '../document/film';

const beatChoices: readonly unknown[] = ['beat', 'beats', 'bar'];

/** Whether something of a film goes by its beats: a follower, a source of motion, bursts of particles. */
export const goesByBeats = (film: Film): boolean =>
  eachField(filmRecord, film).some(
    ({ field, value, holder }) => 'choices' in field && beatChoices.includes(value) && isShown(field, holder),
  );
