import {
  DrawCache,
  backgroundFill,
  bandColors,
  bodyKinds,
  colorRecord,
  cordRecord,
  copiesStandard,
  defaultFollower,
  defaultLayer,
  defaultPath,
  defaultTrack,
  defaultsOf,
  falloffRecord,
  fadesStandard,
  figureKinds,
  followerPresets,
  newLayer,
  oneColor,
  keyframeRecord,
  paintRecord,
  passKinds,
  placeStandard,
  sourceKinds,
  spreadRecord,
  type BodyKindName,
  type BodySettings,
  type Camera,
  type Copies,
  type Cord,
  type CordSource,
  type DepthLayer,
  type FillLayer,
  type Falloff,
  type FigureKindName,
  type FigureLayer,
  type FigureOf,
  type Fades,
  type Film,
  type FilmPath,
  type Follower,
  type GroupLayer,
  type Keyframe,
  type Layer,
  type LayerColor,
  type LayerKindName,
  type LayerOf,
  type Light,
  type Material,
  type PaintSettings,
  type ParticlesLayer,
  type PassKindName,
  type PassSettings,
  type PathKind,
  type Point,
  type ShapeOf,
  type SourceKind,
  type SourceKindName,
  type Spread,
  type Track,
} from '@cyclogram/core';
import type { Song } from '../songs/song';

/** The decoded sounds of a song, by their SHA-256: the mix, then the instruments in the song's order. */
export interface SongAssets {
  mix: string;
  instruments: string[];
  /** Of the harbour at night, by its SHA-256. */
  harbour: string;
}

/** Mix in the soundtrack, instruments there to be analysed on their own. */
export function songTracks(song: Song, assets: SongAssets): Track[] {
  const mix = defaultTrack('mix', 'Mix', { asset: assets.mix });
  const instruments = song.instruments.map((name, i) => ({
    ...defaultTrack(`instrument-${i + 1}`, name, { asset: assets.instruments[i]! }),
    soundtrack: false,
    analysed: false,
  }));
  return [mix, ...instruments];
}

/** A follower set as one of the presets. */
export function follow(id: string, ear: string, presetId: string, part: Partial<Follower> = {}): Follower {
  const preset = followerPresets.find((other) => other.id === presetId)!;
  return { ...defaultFollower(id, ear, preset.label), ...preset.settings, ...part };
}

interface PathPart<Kind extends PathKind> {
  id: string;
  name: string;
  kind: Kind;
  shape?: Partial<ShapeOf<Kind>>;
  place?: Partial<Omit<FilmPath, 'id' | 'name' | 'shape'>>;
}

/** Adds a path to a film, and gives its id back. */
export function addPath<Kind extends PathKind>(
  film: Film,
  { id, name, kind, shape = {}, place = {} }: PathPart<Kind>,
): string {
  film.paths.push(defaultPath(kind, id, name, film, shape as Partial<FilmPath['shape']>, place));
  return id;
}

/** Adds a circle. */
export const addRing = (
  film: Film,
  id: string,
  name: string,
  radius: number,
  place: Partial<FilmPath> = {},
): string => addPath(film, { id, name, kind: 'circle', shape: { radius }, place });

/** Adds a straight line between two places of the picture. */
export function addLine(
  film: Film,
  id: string,
  name: string,
  from: readonly [number, number],
  to: readonly [number, number],
): string {
  const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const shape = { start: { x: from[0] - x, y: from[1] - y }, end: { x: to[0] - x, y: to[1] - y } };
  return addPath(film, { id, name, kind: 'line', shape, place: { position: { x, y } } });
}

interface FigurePart<Kind extends FigureKindName> {
  id: string;
  name: string;
  ear: string;
  path: string;
  kind: Kind;
  marks: Partial<FigureOf<Kind>>;
  color: LayerColor;
  opacity?: number;
  rest?: Partial<FigureLayer>;
}

/** A figure of a kind; what is not given is as in a new one. */
export function figure<Kind extends FigureKindName>(
  film: Film,
  { id, name, ear, path, kind, marks, color, opacity = 1, rest = {} }: FigurePart<Kind>,
): FigureLayer {
  return {
    ...defaultLayer(id, ear, path, film, name),
    figure: { ...figureKinds[kind].defaults(film), ...marks } as FigureLayer['figure'],
    color,
    place: { ...placeStandard, opacity },
    ...rest,
  };
}

/** A group of layers, with these in it. */
export function group(
  film: Film,
  id: string,
  name: string,
  layers: Layer[],
  rest: Partial<GroupLayer> = {},
): Layer[] {
  const own = newLayer('group', film, { id, name, ...rest });
  return [own, ...layers.map((layer) => ({ ...layer, group: layer.group ?? id }))];
}

/** Colours through stops: pairs of a position and a colour. */
export const through = (
  stops: readonly (readonly [number, string])[],
  part: Partial<LayerColor>,
): LayerColor => ({
  ...defaultsOf(colorRecord, { width: 0, height: 0 }),
  stops: stops.map(([at, color], i) => ({ id: `stop-${i + 1}`, at, color })),
  ...part,
});

/** Copies of a figure; what is not given is as for a single one. */
export const copies = (part: Partial<Copies>): Copies => ({ ...copiesStandard, ...part });

/** A region in which a figure reacts. */
export const falloff = (film: Film, id: string, part: Partial<Falloff>): Falloff => ({
  ...defaultsOf(falloffRecord, film),
  id,
  ...part,
});

/** Adds a path of path data, which begins with `M x y`. @param origin where its 0, 0 comes to lie */
export function addOutline(film: Film, id: string, name: string, data: string, origin: Point): string {
  const place = { position: { x: 0, y: 0 }, scale: { x: 1, y: 1 } };
  addPath(film, { id, name, kind: 'svg', shape: { data, lines: 'all' }, place });
  const made = film.paths.at(-1)!;
  // A path stands around the middle of its outline.
  const start = new DrawCache().paths.get(made).at(0);
  const [x, y] = /^M(-?[\d.]+)[ ,]?(-?[\d.]+)/.exec(data)!.slice(1).map(Number) as [number, number];
  made.position = { x: origin.x + x - start.x, y: origin.y + y - start.y };
  return id;
}

/** A layer of a kind; what is not given is as in a new one. */
export function layer<Kind extends LayerKindName>(
  film: Film,
  kind: Kind,
  part: Partial<LayerOf<Kind>> & { id: string; name: string },
): LayerOf<Kind> {
  return newLayer(kind, film, part);
}

/** A body for a stage, of a kind; what is not given is as in a new one. */
export function body<Kind extends BodyKindName>(
  film: Film,
  kind: Kind,
  id: string,
  settings: Partial<Extract<BodySettings, { kind: Kind }>> & { ear?: string },
  material: Partial<Material> = {},
): BodySettings {
  const standard = bodyKinds[kind].defaults(film);
  const made = { ...standard, id, ...settings, material: { ...standard.material, ...material } };
  return made as unknown as BodySettings;
}

/** Stops of a gradient, at equal distances. */
export const evenly = (...colors: string[]) =>
  colors.map((color, i) => ({
    id: `stop-${i + 1}`,
    at: colors.length > 1 ? i / (colors.length - 1) : 0,
    color,
  }));

/** A stage with bodies; what of its camera and light is not given is as in a new one. */
export function stage(
  film: Film,
  {
    id,
    name,
    bodies,
    camera,
    light,
  }: { id: string; name: string; bodies: BodySettings[]; camera?: Partial<Camera>; light?: Partial<Light> },
): DepthLayer {
  const made = newLayer('depth', film, { id, name, bodies }) as DepthLayer;
  return { ...made, camera: { ...made.camera, ...camera }, light: { ...made.light, ...light } };
}

/** Colours of particles: each has one of them, or one between. */
export const randomColors = (...colors: string[]): ParticlesLayer['color'] => ({
  kind: 'random',
  mix: 'oklch',
  stops: evenly(...colors),
});

/** The picture comes and goes; the sound stays as it is. @param fadeIn and `fadeOut` in seconds */
export const pictureFades = (fadeIn: number, fadeOut: number): Fades => ({
  ...fadesStandard,
  picture: { ...fadesStandard.picture, fadeIn, fadeOut },
});

/** The glow of the picture flares with the kick. @param peak what it adds to its strength */
export const glowKicks = (film: Film, peak: number): void =>
  tie(film, 'glow-kicks', ['finish', '', 'passes.strength', 'glow'], 'follower', {
    ...{ follower: 'kick', how: 'by', peak },
  });

/** A paint of one colour, or of several from end to end. */
export function paint(...colors: [string, ...string[]]): PaintSettings {
  const stops = colors.map((color, i) => ({
    id: `stop-${i + 1}`,
    at: colors.length > 1 ? i / (colors.length - 1) : 0,
    color,
  }));
  const standard = defaultsOf(paintRecord, { width: 0, height: 0 });
  return { ...standard, kind: colors.length > 1 ? 'linear' : 'color', stops };
}

/** What lies behind all layers: from the middle to the corners. */
export const background = (film: Film, middle: string, edge: string): FillLayer =>
  backgroundFill(film, 'background', { middle, edge });

/** Ties a property of a layer, or of a path, to a source; what is not given is as in a new cord. */
export function tie<Kind extends SourceKindName>(
  film: Film,
  id: string,
  [list, owner, key, item = '']: readonly [
    'layers' | 'paths' | 'palettes' | 'finish',
    string,
    string,
    string?,
  ],
  kind: Kind,
  source: object,
  part: Partial<Cord> = {},
): void {
  const record = (sourceKinds[kind] as unknown as SourceKind).record;
  const nowhere = { width: 0, height: 0 };
  film.cords.push({
    ...defaultsOf(cordRecord, nowhere),
    id,
    target: { list, id: owner, key, item },
    source: { ...defaultsOf(record, nowhere), kind, ...source } as unknown as CordSource,
    ...part,
  });
}

/** A pass; what is not given is as in a new one. Its id is its kind unless it is said. */
export const pass = (film: Film, kind: PassKindName, part: object = {}): PassSettings =>
  ({ ...passKinds[kind].defaults(film), id: kind, ...part }) as PassSettings;

/** A keyframe; what is not given is as in a new one. */
export const key = (id: string, time: number, value: number): Keyframe => ({
  ...defaultsOf(keyframeRecord, { width: 0, height: 0 }),
  ...{ id, time, value },
});

/** Points of a curve: from and to, 0 to 1. */
export const curve = (...points: (readonly [number, number])[]) =>
  points.map(([at, value], i) => ({ id: `point-${i + 1}`, at, value }));

/** A spread over letters or copies; what is not given is as in a new one. */
export const spread = (part: Partial<Spread>): Spread => ({
  ...defaultsOf(spreadRecord, { width: 0, height: 0 }),
  ...part,
});

export { bandColors, oneColor };
