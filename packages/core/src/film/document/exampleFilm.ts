import { defaultsOf } from '../../contract';
import { defaultEar, defaultFollower } from '../../sound';
import { sourceKinds } from '../drive/source/registry';
import { defaultFilm } from './defaults';
import { defaultTrack } from './track';
import type { Film } from './film';

/** The small film that the docs show: a ring of bars on a song beside it, which swells with the kick. */
export function exampleFilm(): Film {
  const film = defaultFilm('First light', [defaultTrack('song', 'Song', { path: 'song.wav' })]);
  const [path] = film.paths;
  const [layer] = film.layers;
  const { version, title, ...rest } = film;
  return {
    version,
    title,
    ...rest,
    ears: [defaultEar('whole')],
    followers: [{ ...defaultFollower('kick', 'whole', 'Kick'), toHz: 100, gatePercent: 90 }],
    beats: { bpm: 124, first: 0, perBar: 4 },
    paths: [{ ...path!, id: 'ring' }],
    layers: [{ ...layer!, id: 'bars', ear: 'whole', path: 'ring' } as Film['layers'][number]],
    cords: [
      {
        id: 'swell',
        target: { list: 'layers', id: 'bars', key: 'place.scale', item: '' },
        source: {
          ...defaultsOf(sourceKinds.follower.record, { width: 0, height: 0 }),
          kind: 'follower',
          follower: 'kick',
          how: 'times',
          peak: 1.1,
          axes: 'proportion',
        },
        combine: 'sum',
        strength: 1,
        on: true,
        spread: null,
      },
    ],
  };
}
