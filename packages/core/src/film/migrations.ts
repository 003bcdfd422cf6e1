import { bandColors, oneColor } from '../figure/ink';
import { figureKinds, type FigureKind } from '../figure/registry';
import { symmetryStandard } from '../figure/symmetry';
import { earStandard } from './defaults';
import { fadesStandard, spanStandard } from './fades';

type Json = Record<string, unknown>;

/** A list with each item changed; what is no list stays as it is, for the schema to refuse. */
const mapList = (value: unknown, change: (item: Json, i: number) => Json): unknown =>
  Array.isArray(value) ? value.map((item: unknown, i) => change((item ?? {}) as Json, i)) : value;
const clamp = (value: unknown, low: number, high: number) =>
  typeof value === 'number' ? Math.min(Math.max(value, low), high) : value;

/** A single copy, as version 2 had it. */
const copiesOf2: Json = {
  ...{ count: 1, around: 'path', moveX: 0, moveY: 0, turn: 0 },
  ...{ scale: 1, reach: 1, opacity: 1, delay: 0, share: false },
};

/** Bars were mirrored or not; now there are four orders. */
const barsOf = ({ mirrored, ...figure }: Json = {}): Json => ({
  ...figure,
  order: mirrored === true ? 'mirrored' : 'up',
  caps: false,
});

/** Version 1 had one switch for a track, and no followers, beats or length. */
function fromVersion1(film: Json): Json {
  const tracks = mapList(film['tracks'], ({ muted, ...track }) => ({
    ...track,
    heard: muted === false,
    listened: muted === false,
    start: 0,
    in: 0,
    out: null,
  }));
  const ears = mapList(film['ears'], (ear) => ({
    ...earStandard,
    ...ear,
    channel: ear['channel'] === 'mix' ? 'middle' : ear['channel'],
    window: clamp(ear['window'], 0.01, 0.5),
  }));
  const layers = mapList(film['layers'], (layer) => ({
    ...layer,
    path: { ...(layer['path'] as Json), ...{ from: 0, to: 1, shift: 0, reverse: false } },
    figure: barsOf(layer['figure'] as Json | undefined),
    copies: copiesOf2,
  }));
  return { ...film, version: 2, length: null, tracks, ears, followers: [], beats: null, layers };
}

const isFigureKind = (kind: unknown): kind is FigureKind =>
  typeof kind === 'string' && Object.hasOwn(figureKinds, kind);

/** Fields that figures did not have are as they are in a new one, but for what changes the look. */
function figureOf2({ color: _color, colorHigh: _high, ends, ...figure }: Json): Json {
  const { kind } = figure;
  if (!isFigureKind(kind)) return figure;
  const form = kind === 'bars' ? { form: ends === 'flat' ? 'square' : 'rounded' } : {};
  return { ...figureKinds[kind].defaults(1920, 1080), ...figure, ...form };
}

const colorOf2 = ({ color, colorHigh }: Json = {}) =>
  colorHigh === undefined
    ? oneColor(color as string)
    : bandColors(color as string, colorHigh as string, 'oklab');

/** In version 2 each layer had a path of its own, and its colours among the marks' properties. */
function fromVersion2(film: Json): Json {
  const paths: Json[] = [];
  const layers = mapList(film['layers'], ({ path, figure, ...layer }, i) => {
    const id = `path-${i + 1}`;
    const lines = (path as Json)?.['kind'] === 'svg' ? { lines: 'longest' } : {};
    const along = { offset: 0, join: 'round' };
    paths.push({ id, name: layer['name'], shape: { ...(path as Json), ...along, ...lines } });
    return {
      ...layer,
      ...{ locked: false, group: null, path: id },
      figure: figureOf2((figure ?? {}) as Json),
      color: colorOf2(figure as Json),
      symmetry: symmetryStandard,
      falloffs: [],
      copies: { ...(layer['copies'] as Json), hue: 0, bandStep: 0 },
    };
  });
  const background = { ...(film['background'] as Json), picture: null };
  return { ...film, version: 3, background, pictures: [], palettes: [], paths, layers };
}

/** In version 3 everything was shown from beginning to end. */
const fromVersion3 = (film: Json): Json => ({
  ...film,
  version: 4,
  fades: fadesStandard,
  layers: mapList(film['layers'], (layer) => ({ ...layer, span: spanStandard })),
});

/** Steps from each older version of the format to the next, by the version they start from. */
export const migrations: Record<number, (film: Json) => Json> = {
  1: fromVersion1,
  2: fromVersion2,
  3: fromVersion3,
};
