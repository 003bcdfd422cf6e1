import { copiesStandard } from '../figure/copies';
import { figureKinds } from '../figure/registry';
import { bandColors } from '../figure/ink';
import { symmetryStandard } from '../figure/symmetry';
import { pathKinds } from '../path/registry';
import { fadesStandard, spanStandard } from './fades';
import { filmVersion, type Ear, type FigureLayer, type Film, type Follower, type Track } from './schema';

/** What of an ear is not about the song: how a new ear is set. */
export const earStandard: Omit<Ear, 'id' | 'name'> = {
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

/** An ear that suits most songs: the whole musical range, a little smoothed. */
export const defaultEar = (id: string, name = 'Whole song'): Ear => ({ id, name, ...earStandard });

/** A track from the start of the film, all of it, at its own level. */
export function defaultTrack(id: string, name: string, source: Track['source']): Track {
  return { id, name, source, gain: 0, heard: true, listened: true, start: 0, in: 0, out: null };
}

/** A follower of the low end. */
export function defaultFollower(id: string, earId: string, name = 'Follower'): Follower {
  return {
    id,
    name,
    ear: earId,
    kind: 'range',
    fromHz: 40,
    toHz: 120,
    sensitivity: 0.5,
    phase: 'beat',
    unit: 'percent',
    gatePercent: 60,
    ceilingPercent: 99,
    gateDb: -40,
    ceilingDb: -12,
    curve: 1,
    invert: false,
    hold: 0,
    attack: 0.005,
    release: 0.12,
    delay: 0,
  };
}

/** What every layer has, as it is at first: seen throughout, laid on plainly. */
export const layerStandard = {
  visible: true,
  locked: false,
  opacity: 1,
  blend: 'normal',
  group: null,
  span: spanStandard,
} as const;

/** A layer of bars along a path. */
export function defaultLayer(
  id: string,
  earId: string,
  pathId: string,
  width: number,
  height: number,
  name = 'Ring of bars',
): FigureLayer {
  return {
    id,
    kind: 'figure',
    name,
    ...layerStandard,
    ear: earId,
    path: pathId,
    figure: figureKinds.bars.defaults(width, height),
    color: bandColors('#f2b25c', '#7fd6c2'),
    symmetry: symmetryStandard,
    falloffs: [],
    copies: copiesStandard,
  };
}

/** A new film: full HD, one ear, one ring of bars. */
export function defaultFilm(title: string, tracks: Track[] = []): Film {
  const width = 1920;
  const height = 1080;
  return {
    version: filmVersion,
    title,
    width,
    height,
    fps: 30,
    length: null,
    background: { color: '#1d1813', edgeColor: '#0b0908', picture: null },
    fades: fadesStandard,
    tracks,
    ears: [defaultEar('ear-1')],
    followers: [],
    beats: null,
    pictures: [],
    palettes: [],
    paths: [{ id: 'path-1', name: 'Ring', shape: pathKinds.circle.defaults(width, height) }],
    layers: [defaultLayer('layer-1', 'ear-1', 'path-1', width, height)],
  };
}
