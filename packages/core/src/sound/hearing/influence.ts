import { exact } from '../../contract';
import { kindOfFollower } from '../follower/kind/registry';
import type { Ear } from '../ear/ear';
import type { Follower } from '../follower/follower';

/** What else has to be heard for a moment to be shown as it will be when the whole song has been. */
export interface Influence {
  /** Seconds before the moment from which sound still shows in it, by more than a hundredth. */
  before: number;
  /** Seconds after it. */
  after: number;
  /** Whether it is measured by the levels of the whole song. */
  bySong: boolean;
}

/** Time constants after which an exponential has fallen to a hundredth. */
const constants = exact.log(100);

/** Seconds until what is left of a spring's swing, or of its creeping back, is a hundredth. */
function springTime(hz: number, damping: number): number {
  const w = 2 * Math.PI * hz;
  // Critically damped: (1 + w t) exp(-w t) is a hundredth at w t = 6.64. Near it the slow rates hardly differ.
  const rate = damping < 1 ? damping : damping - Math.sqrt(damping * damping - 1);
  return Math.max(constants / rate, Math.abs(damping - 1) < 0.3 ? 6.64 : 0) / w;
}

/** What a moment of an ear depends on. */
export function earInfluence(ear: Ear): Influence {
  const smoothed = {
    none: { before: 0, after: 0 },
    average: { before: ear.averageTime / 2, after: ear.averageTime / 2 },
    attackRelease: { before: constants * Math.max(ear.attack, ear.release), after: 0 },
    spring: { before: springTime(ear.springHz, ear.springDamping), after: 0 },
  }[ear.smoothing];
  const held = ear.peaks ? ear.peakHold + 1 / ear.peakFall : 0;
  return { ...smoothed, before: smoothed.before + held, bySong: ear.limits !== 'set' };
}

/** What a moment of a follower depends on. */
export function followerInfluence(follower: Follower): Influence {
  const { attack, release, hold, delay, unit } = follower;
  const before = delay + hold + constants * Math.max(attack, release);
  return { before, after: 0, bySong: kindOfFollower(follower).levelled && unit === 'percent' };
}
