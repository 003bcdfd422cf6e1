import {
  copiesStandard,
  defaultEar,
  defaultFilm,
  defaultFollower,
  defaultLayer,
  defaultTrack,
  figureKinds,
  followerPresets,
  pathKinds,
  type FigureOf,
  type PathOf,
  type Film,
  type Follower,
  type Layer,
  type Track,
} from '@cyclogram/core';
import type { Song } from '../songs/song';

/** The decoded sounds of a song, by their SHA-256: the mix, then the instruments in the song's order. */
export interface SongAssets {
  mix: string;
  instruments: string[];
}

/** Mix played, instruments there to be listened to on their own. */
function songTracks(song: Song, assets: SongAssets): Track[] {
  const mix = defaultTrack('mix', 'Mix', { asset: assets.mix });
  const instruments = song.instruments.map((name, i) => ({
    ...defaultTrack(`instrument-${i + 1}`, name, { asset: assets.instruments[i]! }),
    heard: false,
    listened: false,
  }));
  return [mix, ...instruments];
}

type FigurePart = Partial<FigureOf<'bars'>>;
type PathPart = Partial<PathOf<'circle'>>;

function ring(
  film: Film,
  id: string,
  name: string,
  ear: string,
  path: PathPart,
  figure: FigurePart,
  rest: Partial<Layer> = {},
): Layer {
  const layer = defaultLayer(id, ear, film.width, film.height, name);
  const { width, height } = film;
  return {
    ...layer,
    ...rest,
    path: { ...pathKinds.circle.defaults(width, height), ...path },
    figure: { ...figureKinds.bars.defaults(width, height), ...figure },
  };
}

/** A follower set as one of the presets. */
function follow(id: string, ear: string, presetId: string, part: Partial<Follower> = {}): Follower {
  const preset = followerPresets.find((other) => other.id === presetId)!;
  return { ...defaultFollower(id, ear, preset.label), ...preset.settings, ...part };
}

/** Harbour lamps: kick inside, whole song in the middle, a fine halo and sparks outside, echoes running outwards. */
function breakwaterFilm(film: Film): Film {
  film.background = { color: '#2a1712', edgeColor: '#0c0707' };
  film.ears = [
    {
      ...defaultEar('whole', 'Whole song'),
      bands: 72,
      fromHz: 60,
      toHz: 14000,
      floorDb: -58,
      ceilingDb: -20,
      tiltDbPerOctave: 2.5,
    },
    {
      ...defaultEar('low', 'Kick and bass'),
      ...{
        bands: 24,
        fromHz: 32,
        toHz: 220,
        scale: 'linear',
        window: 0.12,
        floorDb: -40,
        ceilingDb: -9,
        tiltDbPerOctave: 0,
      },
      ...{ attack: 0.004, release: 0.22 },
    },
    {
      ...defaultEar('high', 'Bells and hats'),
      bands: 120,
      fromHz: 900,
      toHz: 15000,
      floorDb: -66,
      ceilingDb: -30,
      tiltDbPerOctave: 2,
      release: 0.28,
    },
  ];
  film.beats = { bpm: 124, first: 0, perBar: 4 };
  film.followers = [
    follow('kick', 'whole', 'kick'),
    follow('hats', 'whole', 'hats'),
    { ...defaultFollower('beat', 'whole', 'Beat'), kind: 'beat' },
  ];
  const rings = (radius: number, start = 0) => ({
    ...pathKinds.circle.defaults(film.width, film.height),
    ...{ radius, start },
  });
  film.layers = [
    {
      ...defaultLayer('echoes', 'whole', film.width, film.height, 'Echoes'),
      path: rings(404, 180),
      figure: {
        ...figureKinds.line.defaults(film.width, film.height),
        ...{ reach: 90, rest: 0, thickness: 2.5, color: '#6e3527' },
      },
      copies: { ...copiesStandard, count: 4, scale: 1.1, opacity: 0.72, delay: 0.08 },
    },
    {
      ...defaultLayer('sparks', 'high', film.width, film.height, 'Sparks'),
      path: rings(468),
      figure: {
        ...figureKinds.dots.defaults(film.width, film.height),
        ...{ reach: 46, rest: 0, sizeRest: 0, sizeReach: 8, color: '#ffb36b', colorHigh: '#fff0d0' },
      },
    },
    ring(
      film,
      'halo',
      'Halo',
      'high',
      { radius: 330 },
      { reach: 190, rest: 2, width: 0.32, color: '#943926', colorHigh: '#97673f' },
    ),
    ring(
      film,
      'lamps',
      'Lamps',
      'whole',
      { radius: 250 },
      { reach: 250, rest: 8, width: 0.62, color: '#ff7a45', colorHigh: '#ffe2a8' },
    ),
    ring(
      film,
      'core',
      'Kick',
      'low',
      { radius: 232, start: 180 },
      { side: 'inward', reach: 170, rest: 4, width: 0.7, color: '#e8434f', colorHigh: '#ff9a62' },
      { opacity: 0.9 },
    ),
  ];
  return film;
}

/** A far shore, as one line from the left edge of the picture to its right. */
const shoreline =
  'M0 70C60 66 90 40 150 38S230 62 290 58S360 20 430 24S520 66 600 60S700 30 760 34S850 68 930 62S1030 44 1100 50S1180 72 1240 70';

/** Tide: wide overlapping rings far apart, slow, in sea colours, one of them half out of the picture. */
function slowTideFilm(film: Film): Film {
  film.background = { color: '#123238', edgeColor: '#060f14' };
  const slow = { attack: 0.12, release: 0.7 };
  film.ears = [
    {
      ...defaultEar('deep', 'Pipes'),
      ...slow,
      bands: 48,
      fromHz: 45,
      toHz: 900,
      scale: 'mel',
      window: 0.18,
      floorDb: -70,
      ceilingDb: -22,
      tiltDbPerOctave: 3,
    },
    {
      ...defaultEar('bright', 'Voice and glass'),
      ...slow,
      bands: 90,
      fromHz: 220,
      toHz: 9000,
      scale: 'log',
      floorDb: -84,
      ceilingDb: -34,
      tiltDbPerOctave: 3,
    },
  ];
  // The same pipes, flowing into each other: for a shore, not for single marks.
  film.ears.push({ ...film.ears[0]!, id: 'shore', name: 'Pipes, flowing', bands: 30, acrossBands: 2.5 });
  film.beats = { bpm: 60, first: 0, perBar: 8 };
  film.followers = [
    follow('voice', 'bright', 'voice'),
    {
      ...defaultFollower('swell', 'deep', 'Loudness'),
      ...{ kind: 'loudness', gatePercent: 10, attack: 0.3, release: 0.8 },
    },
  ];
  film.layers = [
    ring(
      film,
      'swell',
      'Swell',
      'deep',
      { radius: 470, centerY: 1080 },
      { reach: 560, rest: 3, width: 0.86, ends: 'flat', color: '#1d6f79', colorHigh: '#4fc1b0' },
      { opacity: 0.45, blend: 'screen' },
    ),
    ring(
      film,
      'foam',
      'Foam',
      'bright',
      { radius: 470, centerY: 1080 },
      { reach: 330, rest: 2, width: 0.24, color: '#a7e8d6', colorHigh: '#f4fff5' },
      { opacity: 0.85 },
    ),
    {
      ...defaultLayer('shore', 'shore', film.width, film.height, 'Far shore'),
      ...{ opacity: 0.5, blend: 'screen' },
      path: {
        ...pathKinds.svg.defaults(film.width, film.height),
        ...{ data: shoreline, centerX: 960, centerY: 560, scale: 1.56 },
      },
      figure: {
        ...figureKinds.area.defaults(film.width, film.height),
        ...{ order: 'middle', side: 'outward', reach: 210, rest: 2, color: '#2b8f92' },
      },
    },
    {
      ...defaultLayer('lanterns', 'bright', film.width, film.height, 'Lanterns'),
      path: {
        ...pathKinds.svg.defaults(film.width, film.height),
        ...{ data: shoreline, centerX: 960, centerY: 560, scale: 1.56 },
      },
      figure: {
        ...figureKinds.dots.defaults(film.width, film.height),
        ...{ order: 'up', side: 'outward', reach: 120, rest: 0, sizeRest: 2, sizeReach: 13 },
        ...{ color: '#ffd08a', colorHigh: '#fff3d6' },
      },
    },
    ring(
      film,
      'moon',
      'Moon',
      'bright',
      { centerX: 1420, centerY: 330, radius: 96, start: 90 },
      { reach: 120, rest: 3, width: 0.4, color: '#ffe9bf', colorHigh: '#ffd08a' },
    ),
  ];
  return film;
}

/** Dry dock: few thick strokes in black on paper, left and right heard apart. */
function dryDockFilm(film: Film): Film {
  film.background = { color: '#efe6d2', edgeColor: '#dccfb2' };
  const dry = { window: 0.04, attack: 0, release: 0.09, scale: 'mel' as const, tiltDbPerOctave: 2 };
  film.ears = [
    {
      ...defaultEar('left', 'Left side'),
      ...dry,
      channel: 'left',
      bands: 20,
      fromHz: 50,
      toHz: 9000,
      floorDb: -56,
      ceilingDb: -14,
    },
    {
      ...defaultEar('right', 'Right side'),
      ...dry,
      channel: 'right',
      bands: 20,
      fromHz: 50,
      toHz: 9000,
      floorDb: -56,
      ceilingDb: -14,
    },
    {
      ...defaultEar('barrels', 'Barrels'),
      ...dry,
      tracks: ['instrument-1'],
      bands: 16,
      fromHz: 40,
      toHz: 400,
      scale: 'linear',
      floorDb: -44,
      ceilingDb: -8,
      tiltDbPerOctave: 0,
    },
  ];
  film.beats = { bpm: 96, first: 0, perBar: 4 };
  film.followers = [
    follow('barrel-strokes', 'barrels', 'kick', { name: 'Barrel strokes' }),
    follow('planks', 'left', 'snare-body', { name: 'Planks', fromHz: 300, toHz: 2500 }),
  ];
  const stroke: FigurePart = { ends: 'flat', rest: 10, width: 0.66, color: '#1f1b18', colorHigh: '#1f1b18' };
  film.layers = [
    ring(
      film,
      'left',
      'Left wheel',
      'left',
      { centerX: 610, radius: 150, start: 180 },
      { ...stroke, reach: 300 },
    ),
    ring(
      film,
      'right',
      'Right wheel',
      'right',
      { centerX: 1310, radius: 150, start: 180 },
      { ...stroke, reach: 300 },
    ),
    ring(
      film,
      'left-hub',
      'Left hub',
      'barrels',
      { centerX: 610, radius: 128 },
      { ...stroke, side: 'inward', reach: 108, rest: 6, color: '#d8432b', colorHigh: '#e98a2c' },
    ),
    ring(
      film,
      'right-hub',
      'Right hub',
      'barrels',
      { centerX: 1310, radius: 128 },
      { ...stroke, side: 'inward', reach: 108, rest: 6, color: '#d8432b', colorHigh: '#e98a2c' },
    ),
  ];
  return film;
}

const dress: Record<string, (film: Film) => Film> = {
  breakwater: breakwaterFilm,
  'slow-tide': slowTideFilm,
  'dry-dock': dryDockFilm,
};

/** The demo film of a song. */
export function demoFilm(song: Song, assets: SongAssets): Film {
  return dress[song.id]!(defaultFilm(song.title, songTracks(song, assets)));
}
