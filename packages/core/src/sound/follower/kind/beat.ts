import type { FollowerKind } from './followerKind';

/** Where between two beats, or two bars, a moment lies: worked out, not heard. */
export const beat: FollowerKind<'beat'> = {
  kind: 'beat',
  label: 'Beat phase',
  ranged: false,
  levelled: false,
  windowed: false,
  pulses: false,
  unit: null,
  silence: 0,
};
