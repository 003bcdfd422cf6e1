import {
  fpsOf,
  defaultEar,
  defaultFilm,
  defaultTrack,
  type Ear,
  type Film,
  type Follower,
} from '@cyclogram/core';
import { writeFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { exportFilm, type ExportWish } from '../export/exportFilm';
import { Problem } from '../http/problem';
import type { Services } from '../services';
import { checkRate } from './hearToCsv';

export interface FollowOptions {
  /** Files to be written; the ending says what is in them. */
  out: string;
  /** Rows per second; the film's rate when left out. */
  fps?: number;
  /** Write the onsets of this follower instead, by its name or id. */
  onsets?: string;
  /** Write the film's beats instead. */
  beats?: boolean;
}

/** A film of one song with one follower, for following a song without a film. */
export async function filmOfSong(
  services: Services,
  audio: string,
  ear: Partial<Ear>,
  follower: Follower,
): Promise<Film> {
  const asset = await services.assets.importFile(audio, basename(audio));
  const film = defaultFilm(basename(audio), [defaultTrack('song', 'Song', { asset: asset.sha256 })]);
  return { ...film, ears: [{ ...defaultEar('ear'), ...ear }], followers: [follower], layers: [] };
}

/**
 * `cyclogram follow`: the values of a film's followers at every moment, or the
 * onsets of one of them, or the beats, as CSV, JSON or a MIDI file.
 */
export async function followToFile(services: Services, film: Film, options: FollowOptions): Promise<void> {
  const { out } = options;
  const fps = options.fps ?? fpsOf(film.fps);
  checkRate(fps);
  const wish = readWish(film, options, fps);
  const tracks = await services.films.tracks(film);
  await writeFile(out, await exportFilm(film, tracks, wish));
  console.log(`${out}: ${wish.what}${wish.what === 'followers' ? ` at ${fps} rows per second` : ''}`);
}

function readWish(film: Film, { out, onsets, beats }: FollowOptions, fps: number): ExportWish {
  const ending = /\.(csv|json|mid)$/i.exec(out)?.[1]?.toLowerCase() as 'csv' | 'json' | 'mid' | undefined;
  if (!ending) throw new Problem('bad-request', `--out must end in .csv, .json or .mid, not "${out}".`);
  if (beats) return { what: 'beats', format: ending };
  if (onsets !== undefined) {
    const follower = film.followers.find(({ id, name }) => id === onsets || name === onsets);
    if (!follower) throw new Problem('not-found', `The film has no follower "${onsets}".`);
    return { what: 'onsets', follower: follower.id, format: ending };
  }
  if (ending === 'mid') {
    throw new Problem('bad-request', 'A MIDI file holds onsets or beats: add --onsets or --beats.');
  }
  if (film.followers.length === 0) throw new Problem('bad-request', 'The film has no followers.');
  return { what: 'followers', fps, format: ending };
}
