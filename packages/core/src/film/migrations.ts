import { copiesStandard } from '../figure/copies';
import { alongStandard } from '../path/along';
import { earStandard } from './defaults';

type Json = Record<string, unknown>;

/** A list with each item changed; what is no list stays as it is, for the schema to refuse. */
const mapList = (value: unknown, change: (item: Json) => Json): unknown =>
  Array.isArray(value) ? value.map((item: unknown) => change((item ?? {}) as Json)) : value;
const clamp = (value: unknown, low: number, high: number) =>
  typeof value === 'number' ? Math.min(Math.max(value, low), high) : value;

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
    path: { ...(layer['path'] as Json), ...alongStandard },
    figure: barsOf(layer['figure'] as Json | undefined),
    copies: copiesStandard,
  }));
  return { ...film, version: 2, length: null, tracks, ears, followers: [], beats: null, layers };
}

/** Steps from each older version of the format to the next, by the version they start from. */
export const migrations: Record<number, (film: Json) => Json> = { 1: fromVersion1 };
