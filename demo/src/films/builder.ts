import {
  bandColors,
  defaultFollower,
  defaultLayer,
  defaultTrack,
  figureKinds,
  followerPresets,
  layerStandard,
  oneColor,
  pathKinds,
  placeStandard,
  type FigureKind,
  type FigureLayer,
  type FigureOf,
  type Film,
  type Follower,
  type GroupLayer,
  type Layer,
  type LayerColor,
  type PathKind,
  type PathOf,
  type Track,
} from '@cyclogram/core';
import type { Song } from '../songs/song';

/** The decoded sounds of a song, by their SHA-256: the mix, then the instruments in the song's order. */
export interface SongAssets {
  mix: string;
  instruments: string[];
}

/** Mix played, instruments there to be listened to on their own. */
export function songTracks(song: Song, assets: SongAssets): Track[] {
  const mix = defaultTrack('mix', 'Mix', { asset: assets.mix });
  const instruments = song.instruments.map((name, i) => ({
    ...defaultTrack(`instrument-${i + 1}`, name, { asset: assets.instruments[i]! }),
    heard: false,
    listened: false,
  }));
  return [mix, ...instruments];
}

/** A follower set as one of the presets. */
export function follow(id: string, ear: string, presetId: string, part: Partial<Follower> = {}): Follower {
  const preset = followerPresets.find((other) => other.id === presetId)!;
  return { ...defaultFollower(id, ear, preset.label), ...preset.settings, ...part };
}

/** Adds a path to a film, and gives its id back. */
export function addPath<Kind extends PathKind>(
  film: Film,
  id: string,
  name: string,
  kind: Kind,
  part: Partial<PathOf<Kind>>,
): string {
  const shape = { ...pathKinds[kind].defaults(film.width, film.height), ...part } as PathOf<PathKind>;
  film.paths.push({ id, name, shape });
  return id;
}

export const addRing = (film: Film, id: string, name: string, part: Partial<PathOf<'circle'>>): string =>
  addPath(film, id, name, 'circle', part);

/** A figure of a kind; what is not given is as in a new one. */
export function figure<Kind extends FigureKind>(
  film: Film,
  [id, name]: [id: string, name: string],
  ear: string,
  path: string,
  kind: Kind,
  part: Partial<FigureOf<Kind>>,
  color: LayerColor,
  rest: Partial<FigureLayer> = {},
): FigureLayer {
  return {
    ...defaultLayer(id, ear, path, film.width, film.height, name),
    figure: { ...figureKinds[kind].defaults(film.width, film.height), ...part } as FigureOf<FigureKind>,
    color,
    ...rest,
  };
}

/** A group of layers, with these in it. */
export function group(id: string, name: string, layers: Layer[], rest: Partial<GroupLayer> = {}): Layer[] {
  const own: GroupLayer = {
    ...{ id, kind: 'group', name, clip: null },
    ...layerStandard,
    ...placeStandard,
    ...rest,
  };
  return [own, ...layers.map((layer) => ({ ...layer, group: layer.group ?? id }))];
}

export { bandColors, oneColor };
