import { beat } from './beat';
import type { FollowerKind } from './followerKind';
import { loudness } from './loudness';
import { onsets } from './onsets';
import { range } from './range';

/** Every kind of follower there is. A new one is a file beside range.ts and a line here. */
export const followerKinds = { range, onsets, loudness, beat };
export type FollowerKindName = keyof typeof followerKinds;

/** The kind of a follower. */
export const kindOfFollower = ({ kind }: { kind: FollowerKindName }): FollowerKind => followerKinds[kind];

/** Names of the kinds of which something holds. */
export const followerKindsThat = (holds: (kind: FollowerKind) => boolean): FollowerKindName[] =>
  (Object.keys(followerKinds) as FollowerKindName[]).filter((kind) => holds(followerKinds[kind]));

/** Whether a follower goes by the film's beats, and so hears nothing. */
export const followsBeats = (follower: { kind: FollowerKindName }): boolean =>
  kindOfFollower(follower).listen === undefined;
