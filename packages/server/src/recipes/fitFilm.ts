import {
  followsBeats,
  FollowerHearing,
  EarHearing,
  fitEar,
  gatesInPercent,
  goesByBeats,
  inPercent,
  rangeOfEar,
  rangeOfFollower,
  type Film,
  type SoundRange,
} from '@cyclogram/core';
import { findBeats } from '../hearing/findBeats';
import { filmLength, type FilmTracks } from '../hearing/filmTracks';
import { hearAll, withEarSound } from '../hearing/hearFilm';

/**
 * What is done with ears and followers against the song: `measure` says what they make of it, `percent` turns limits in dB
 * into shares of its levels, `fit` makes them suit it.
 */
export type FitMode = 'measure' | 'percent' | 'fit';

export interface FittedFilm {
  film: Film;
  ranges: SoundRange[];
}

export interface FitRequest {
  film: Film;
  tracks: FilmTracks;
  mode: FitMode;
  /** Whether beats are found even where nothing goes by them. */
  beats?: boolean;
}

/** Hears a film's ears and followers, and measures or fits them. Blocks: for worker threads. */
export async function fitFilm({ film, tracks, mode, beats: always }: FitRequest): Promise<FittedFilm> {
  const length = filmLength(film, tracks);
  const ranges: SoundRange[] = [];
  const ears = [];
  for (const ear of film.ears) {
    const hearing = new EarHearing(ear, length);
    await withEarSound(film, ear, tracks, (read) => hearAll(hearing, read));
    hearing.settle();
    if (mode === 'fit') {
      const fitted = fitEar(ear, hearing);
      ears.push(fitted.ear);
      ranges.push(fitted.range);
    } else {
      ranges.push(rangeOfEar(hearing, ear));
      ears.push(mode === 'percent' ? inPercent(ear, hearing) : ear);
    }
  }
  const followers = [];
  for (const follower of film.followers) {
    const ear = film.ears.find(({ id }) => id === follower.ear);
    if (!ear || followsBeats(follower)) {
      followers.push(follower);
      continue;
    }
    const hearing = new FollowerHearing(follower, ear, length);
    await withEarSound(film, ear, tracks, (read) => hearAll(hearing, read));
    hearing.settle();
    ranges.push(rangeOfFollower(hearing, follower));
    followers.push(mode === 'percent' ? gatesInPercent(follower, hearing) : follower);
  }
  const wanted = always ?? (mode === 'fit' && goesByBeats(film));
  const found = wanted && !film.beats ? await findBeats(film, tracks) : null;
  const beats = film.beats ?? found ?? null;
  return { film: { ...film, ears, followers, beats }, ranges };
}
