import { FluxListener } from '../fluxListener';
import type { FollowerKind } from './followerKind';

/** The moments at which something begins in a range of frequencies. */
export const onsets: FollowerKind<'onsets'> = {
  kind: 'onsets',
  label: 'Onsets in a range',
  ranged: true,
  levelled: false,
  windowed: false,
  pulses: true,
  unit: null,
  silence: 0,
  listen: ({ fromHz, toHz }, { channel }, length) => new FluxListener(channel, fromHz, toHz, length),
};
