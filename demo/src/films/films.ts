import { defaultFilm, type Film } from '@cyclogram/core';
import type { Song } from '../songs/song';
import { breakwaterFilm } from './breakwater';
import { songTracks, type SongAssets } from './builder';
import { dryDockFilm } from './dryDock';
import { slowTideFilm } from './slowTide';

export type { SongAssets } from './builder';

const dress: Record<string, (film: Film) => Film> = {
  breakwater: breakwaterFilm,
  'slow-tide': slowTideFilm,
  'dry-dock': dryDockFilm,
};

/** The demo film of a song. */
export function demoFilm(song: Song, assets: SongAssets): Film {
  return dress[song.id]!(defaultFilm(song.title, songTracks(song, assets)));
}
