import { type Json, mapList, changed, clamp } from './json';

/** What version 2 gave ears that version 1 did not have. */
const ear2: Json = {
  tracks: [],
  channel: 'middle',
  fromHz: 40,
  toHz: 14000,
  part: 'all',
  bands: 64,
  scale: 'log',
  exponent: 2,
  fraction: '3',
  a4: 440,
  edges: [],
  bandNames: [],
  mutes: [],
  window: 0.085,
  windowShape: 'hann',
  longWindow: 0,
  limits: 'set',
  floorDb: -62,
  ceilingDb: -22,
  floorPercent: 35,
  ceilingPercent: 99.5,
  law: 'db',
  tiltDbPerOctave: 2,
  weights: [],
  aWeighting: false,
  smoothing: 'attackRelease',
  attack: 0.01,
  release: 0.16,
  averageTime: 0.1,
  springHz: 4,
  springDamping: 0.5,
  acrossBands: 0,
  peaks: false,
  peakHold: 0.3,
  peakFall: 0.6,
};

/** A single copy, as version 2 had it. */
const copies2: Json = {
  count: 1,
  around: 'path',
  moveX: 0,
  moveY: 0,
  turn: 0,
  scale: 1,
  reach: 1,
  opacity: 1,
  delay: 0,
  share: false,
};

/** Bars were mirrored or not; now there are four orders. */
const bars2 = ({ mirrored, ...figure }: Json): Json => ({
  ...figure,
  order: mirrored === true ? 'mirrored' : 'up',
  caps: false,
});

/** Version 1 had one switch for a track, and no followers, beats or length. */
export function fromVersion1(film: Json): Json {
  const tracks = mapList(film['tracks'], ({ muted, ...track }) => ({
    ...track,
    heard: muted === false,
    listened: muted === false,
    start: 0,
    in: 0,
    out: null,
  }));
  const ears = mapList(film['ears'], (ear) => ({
    ...ear2,
    ...ear,
    channel: ear['channel'] === 'mix' ? 'middle' : ear['channel'],
    window: clamp(ear['window'], 0.01, 0.5),
  }));
  const layers = mapList(film['layers'], (layer) => ({
    ...layer,
    path: changed(layer['path'], (path) => ({ ...path, from: 0, to: 1, shift: 0, reverse: false })),
    figure: changed(layer['figure'], bars2),
    copies: copies2,
  }));
  return { ...film, version: 2, length: null, tracks, ears, followers: [], beats: null, layers };
}
