import { defaultFilm, type Film } from '@cyclogram/core';
import type { Song } from '../songs/song';
import { breakwaterFilm } from './breakwater';
import { songTracks, type SongAssets } from './builder';
import { dryDockFilm } from './dryDock';
import { nightCrossingFilm } from './nightCrossing';
import { slowTideFilm } from './slowTide';
import { slipwayFilm } from './slipway';
import { stormGlassFilm } from './stormGlass';

export type { SongAssets } from './builder';

/** A demo film: its id, the song that it is of, and what it is made of a new film of that. */
interface DemoFilm {
  id: string;
  song: string;
  make: (film: Film, assets: SongAssets) => Film;
}

const all: readonly DemoFilm[] = [
  { id: 'breakwater', song: 'breakwater', make: breakwaterFilm },
  { id: 'storm-glass', song: 'breakwater', make: stormGlassFilm },
  { id: 'slow-tide', song: 'slow-tide', make: slowTideFilm },
  { id: 'night-crossing', song: 'slow-tide', make: nightCrossingFilm },
  { id: 'dry-dock', song: 'dry-dock', make: dryDockFilm },
  { id: 'slipway', song: 'dry-dock', make: slipwayFilm },
];

/** Ids of the demo films of a song. */
export const filmsOfSong = (song: string): string[] =>
  all.filter((film) => film.song === song).map(({ id }) => id);

/** A demo film with the sounds of its song. */
export function demoFilm(id: string, song: Song, assets: SongAssets): Film {
  const { make } = all.find((film) => film.id === id)!;
  return make(defaultFilm(song.title, songTracks(song, assets)), assets);
}
