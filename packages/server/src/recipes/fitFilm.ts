import {
  FollowerHearing,
  EarHearing,
  fitEar,
  gatesInPercent,
  inPercent,
  rangeOfEar,
  rangeOfFollower,
  type Beats,
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

/** Hears a film's ears and followers, and measures or fits them. Blocks: for worker threads. */
export async function fitFilm({
  film,
  tracks,
  mode,
}: {
  film: Film;
  tracks: FilmTracks;
  mode: FitMode;
}): Promise<FittedFilm> {
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
    if (!ear || follower.kind === 'beat') {
      followers.push(follower);
      continue;
    }
    const hearing = new FollowerHearing(follower, ear, length);
    await withEarSound(film, ear, tracks, (read) => hearAll(hearing, read));
    hearing.settle();
    ranges.push(rangeOfFollower(hearing, follower));
    followers.push(mode === 'percent' ? gatesInPercent(follower, hearing) : follower);
  }
  const beats = mode === 'fit' ? await beatsOf(film, tracks) : film.beats;
  return { film: { ...film, ears, followers, beats }, ranges };
}

/** The beats of a film, found where something of it goes by them. */
async function beatsOf(film: Film, tracks: FilmTracks): Promise<Beats | null> {
  const goesByBeats =
    film.followers.some(({ kind }) => kind === 'beat') ||
    film.layers.some((layer) => 'bursts' in layer && layer.bursts === 'beat') ||
    film.cords.some(({ source }) => 'timeBase' in source && source.timeBase === 'beats') ||
    film.cords.some(({ source }) => source.kind === 'steps' || source.kind === 'swing');
  if (film.beats || !goesByBeats) return film.beats;
  return (await findBeats(film, tracks)) ?? null;
}
