import { figureKinds } from '../figure/registry';
import { pathKinds } from '../path/registry';
import { filmVersion, type Ear, type Film, type Layer, type Track } from './schema';

/** An ear that suits most songs: the whole musical range, a little smoothed. */
export function defaultEar(id: string, name = 'Whole song'): Ear {
  return {
    id,
    name,
    tracks: [],
    channel: 'mix',
    windowShape: 'hann',
    fromHz: 40,
    toHz: 14000,
    bands: 64,
    scale: 'log',
    window: 0.085,
    floorDb: -62,
    ceilingDb: -22,
    tiltDbPerOctave: 2,
    attack: 0.01,
    release: 0.16,
  };
}

/** A track at its own level. */
export function defaultTrack(id: string, name: string, source: Track['source']): Track {
  return { id, name, source, gain: 0, muted: false };
}

/** A ring of bars in the middle of the picture. */
export function defaultLayer(
  id: string,
  earId: string,
  width: number,
  height: number,
  name = 'Ring of bars',
): Layer {
  return {
    id,
    kind: 'figure',
    name,
    visible: true,
    opacity: 1,
    blend: 'normal',
    ear: earId,
    path: pathKinds.circle.defaults(width, height),
    figure: figureKinds.bars.defaults(width, height),
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
    background: { color: '#1d1813', edgeColor: '#0b0908' },
    tracks,
    ears: [defaultEar('ear-1')],
    layers: [defaultLayer('layer-1', 'ear-1', width, height)],
  };
}
