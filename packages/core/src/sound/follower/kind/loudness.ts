import { integratedLoudness, LoudnessListener, silenceLufs } from '../../loudness/loudness';
import type { FollowerKind } from './followerKind';

/** The loudness of all (ITU-R BS.1770). */
export const loudness: FollowerKind<'loudness'> = {
  kind: 'loudness',
  label: 'Loudness',
  ranged: false,
  levelled: true,
  windowed: false,
  pulses: false,
  unit: 'LUFS',
  silence: silenceLufs,
  wholeSong: { label: 'whole song', of: integratedLoudness },
  listen: (_follower, { channel }, length) => new LoudnessListener(channel, length),
};
