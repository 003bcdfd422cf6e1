import {
  emptyTables,
  beatTable,
  bandColumn,
  onsetTable,
  pcmSampleRate,
  pickOnsets,
  TableHearing,
  tableOverTime,
  toCsv,
  toJson,
  toMidi,
  beatsBetween,
  type Film,
  type Onset,
  type Table,
} from '@cyclogram/core';
import { Problem } from '../http/problem';
import { filmLength, type FilmTracks } from '../hearing/filmTracks';
import { findBeats } from '../hearing/findBeats';
import { hearEar, hearFollowers } from '../hearing/hearFilm';

/** What of a film's sound is to be written, and how. */
export type ExportWish =
  | { what: 'levels'; ear: string; fps: number; format: 'csv' | 'json' }
  | { what: 'followers'; fps: number; format: 'csv' | 'json' }
  | { what: 'onsets'; follower: string; format: 'csv' | 'json' | 'mid' }
  | { what: 'beats'; format: 'csv' | 'json' | 'mid' };

/** Note of an onset, and of the first and the other beats of a bar, in General MIDI's drum map. */
const onsetNote = 36;
const barNote = 76;
const beatNote = 77;
/** Tempo of a file of onsets when the film's is not known. */
const plainTempo = 120;

/** A file of what is heard in a film: text, or the bytes of a MIDI file. For worker threads. */
export async function exportFilm(
  film: Film,
  tracks: FilmTracks,
  wish: ExportWish,
): Promise<string | Uint8Array> {
  const seconds = filmLength(film, tracks) / pcmSampleRate;
  switch (wish.what) {
    case 'levels':
      return asText(await levelTable(film, tracks, seconds, wish), wish.format);
    case 'followers':
      return asText(await followerTable(film, tracks, seconds, wish.fps), wish.format);
    case 'onsets': {
      const onsets = await onsetsOf(film, tracks, wish.follower);
      if (wish.format !== 'mid') return asText(onsetTable(onsets), wish.format);
      const max = Math.max(...onsets.map(({ strength }) => strength), 1e-9);
      const notes = onsets.map(({ time, strength }) => ({
        time,
        note: onsetNote,
        velocity: Math.max(1, Math.round((127 * strength) / max)),
      }));
      return toMidi(film.title, notes, film.beats?.bpm ?? plainTempo, film.beats?.perBar);
    }
    case 'beats': {
      const beats = film.beats ?? (await findBeats(film, tracks));
      if (!beats) throw new Problem('bad-request', 'Nothing repeats steadily in this song: it has no beats.');
      if (wish.format !== 'mid') return asText(beatTable(beats, seconds), wish.format);
      const notes = beatsBetween(beats, 0, seconds).map(({ time, bar }) => ({
        time,
        note: bar ? barNote : beatNote,
        velocity: bar ? 110 : 80,
      }));
      return toMidi(film.title, notes, beats.bpm, beats.perBar);
    }
  }
}

const asText = (table: Table, format: 'csv' | 'json') => (format === 'csv' ? toCsv(table) : toJson(table));

async function levelTable(
  film: Film,
  tracks: FilmTracks,
  seconds: number,
  { ear: earId, fps }: { ear: string; fps: number },
): Promise<Table> {
  const ear = film.ears.find(({ id }) => id === earId);
  if (!ear) throw new Problem('not-found', `The film has no ear ${earId}.`);
  const hearing = await hearEar(film, ear, tracks);
  const columns = hearing.shown.map((band) => bandColumn(hearing.edges[band]!, hearing.edges[band + 1]!));
  return tableOverTime(columns, seconds, fps, (t) => hearing.levelsAt(t));
}

async function followerTable(film: Film, tracks: FilmTracks, seconds: number, fps: number): Promise<Table> {
  const analysed = await hearFollowers(film, tracks);
  const followers = new Map([...analysed].map(([id, hearing]) => [id, hearing.toTable()]));
  const hearing = new TableHearing({ ...emptyTables(), followers }, film);
  return tableOverTime(
    film.followers.map(({ name }) => name),
    seconds,
    fps,
    (t) => film.followers.map(({ id }) => hearing.followerAt(id, t) ?? 0),
  );
}

/** Onsets of a follower: its own, or of what it follows when it follows a level. */
async function onsetsOf(film: Film, tracks: FilmTracks, followerId: string): Promise<Onset[]> {
  const follower = film.followers.find(({ id }) => id === followerId);
  if (!follower) throw new Problem('not-found', `The film has no follower ${followerId}.`);
  const only = { ...film, followers: [{ ...follower, kind: 'onsets' as const }] };
  const hearing = (await hearFollowers(only, tracks)).get(followerId)!;
  return pickOnsets(hearing.raw, hearing.rate, follower.sensitivity);
}
