import { silenceDb } from '../../spectrum/bands';
import { RangeListener } from '../rangeListener';
import type { FollowerKind } from './followerKind';

/** The level of a range of frequencies. */
export const range: FollowerKind<'range'> = {
  kind: 'range',
  label: 'Level of a range',
  ranged: true,
  levelled: true,
  windowed: true,
  pulses: false,
  unit: 'dB',
  silence: silenceDb,
  listen: ({ fromHz, toHz }, ear, length) => new RangeListener(ear, fromHz, toHz, length),
};
