import type { Beats } from '../beat/beatsRecord';
import type { Ear } from '../ear/ear';
import type { Follower } from '../follower/follower';
import type { Section } from '../section/section';

/** What a film says of its sound: all that followers, sources of motion and readouts go by. */
export interface FilmSound {
  readonly ears: readonly Ear[];
  readonly followers: readonly Follower[];
  /** Null until they are known. */
  readonly beats: Beats | null;
  readonly sections: readonly Section[];
}
