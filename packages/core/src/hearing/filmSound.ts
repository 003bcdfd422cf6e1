import type { Beats } from '../film/beats';
import type { Ear } from '../film/ear';
import type { Follower } from '../film/follower';
import type { Section } from '../film/section';

/** What a film says of its sound: all that followers, sources of motion and readouts go by. */
export interface FilmSound {
  readonly ears: readonly Ear[];
  readonly followers: readonly Follower[];
  /** Null until they are known. */
  readonly beats: Beats | null;
  readonly sections: readonly Section[];
}
