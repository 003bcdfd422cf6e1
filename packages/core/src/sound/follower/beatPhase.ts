import { pow } from '../../contract';
import type { Beats } from '../beat/beatsRecord';
import type { Follower } from './follower';

/** Where `t` lies within its beat or bar: 0 at its start, up to 1; 0 while there are no beats. */
export function beatPhaseAt(follower: Follower, beats: Beats | null, t: number): number {
  if (!beats) return 0;
  const { phase, curve, invert, delay } = follower;
  const length = (60 / beats.bpm) * (phase === 'bar' ? beats.perBar : 1);
  const position = (t - delay - beats.first) / length;
  const value = curve === 1 ? position - Math.floor(position) : pow(position - Math.floor(position), curve);
  return invert ? 1 - value : value;
}
