import { fadeLevel, spanLevel } from '../film/fades';
import { isPlain, placeMatrix, type Place } from '../film/place';
import type { Film, GroupLayer, Layer, TiedLayer } from '../film/schema';
import { figureOperations } from '../figure/figureOperations';
import type { Hearing } from '../hearing/hearing';
import { flattenParts } from '../path/flatten';
import type { Path } from '../path/path';
import { buildPath } from '../path/registry';
import type { GroupOp, Operation, Picture } from './displayList';

/**
 * The picture of a film at `t` seconds: a pure function of film, hearing and time.
 * Layers that listen to an ear not heard yet show silence.
 */
export function pictureAt(film: Film, hearing: Hearing, t: number): Picture {
  const { color, edgeColor, picture } = film.background;
  return {
    width: film.width,
    height: film.height,
    operations: [
      { op: 'backdrop', color, edgeColor, picture },
      ...layersIn(film, null).flatMap((layer) => layerOperations(film, layer, hearing, t)),
      ...veil(film, hearing, t),
    ],
  };
}

/** What the picture fades from and to: its colour over everything, its edges beyond the film's shape included. */
function veil({ fades: { picture } }: Film, { end }: Hearing, t: number): GroupOp[] {
  const opacity = 1 - fadeLevel(picture, 0, end, t);
  if (opacity <= 0) return [];
  const { color } = picture;
  const operations: Operation[] = [{ op: 'backdrop', color, edgeColor: color, picture: null }];
  return [{ op: 'group', opacity, blend: 'normal', operations }];
}

/** The layers of a group, or those in none, back to front. */
const layersIn = (film: Film, group: string | null): Layer[] =>
  film.layers.filter((layer) => layer.group === group);

/** How deep tied copies and groups are followed; films that go round in circles are refused when read. */
const deepest = 32;

/** What a layer draws, laid on as it says; nothing when it is hidden. */
export function layerOperations(film: Film, layer: Layer, hearing: Hearing, t: number, depth = 0): GroupOp[] {
  if (!layer.visible || depth > deepest) return [];
  const { blend } = layer;
  const opacity = layer.opacity * spanLevel(layer.span, hearing.end, t);
  if (opacity <= 0) return [];
  return [{ op: 'group', opacity, blend, ...contentOf(film, layer, hearing, t, depth) }];
}

type Content = Pick<GroupOp, 'operations' | 'matrix' | 'clip'>;

function contentOf(film: Film, layer: Layer, hearing: Hearing, t: number, depth: number): Content {
  switch (layer.kind) {
    case 'figure':
      return { operations: figureOperations(film, layer, hearing, t) };
    case 'group':
      return groupContent(film, layer, hearing, t, depth);
    case 'tied':
      return tiedContent(film, layer, hearing, t, depth);
  }
}

const placed = (film: Film, place: Place): Pick<Content, 'matrix'> =>
  isPlain(place) ? {} : { matrix: placeMatrix(place, film.width, film.height) };

function groupContent(film: Film, layer: GroupLayer, hearing: Hearing, t: number, depth: number): Content {
  const operations = layersIn(film, layer.id).flatMap((inner) =>
    layerOperations(film, inner, hearing, t, depth + 1),
  );
  const path = layer.clip === null ? undefined : film.paths.find(({ id }) => id === layer.clip);
  return { operations, ...placed(film, layer), ...(path ? { clip: clipOf(buildPath(path.shape)) } : {}) };
}

/** A tied copy shows what its source draws, whether that is hidden or not, as it will be drawn `delay` later. */
function tiedContent(film: Film, layer: TiedLayer, hearing: Hearing, t: number, depth: number): Content {
  const source = film.layers.find(({ id }) => id === layer.source);
  if (!source || depth > deepest) return { operations: [] };
  const { operations, matrix, clip } = contentOf(film, source, hearing, t - layer.delay, depth + 1);
  const inner: Operation[] =
    matrix || clip ? [{ op: 'group', opacity: 1, blend: 'normal', operations, matrix, clip }] : operations;
  return { operations: inner, ...placed(film, layer) };
}

const clips = new WeakMap<Path, Float32Array[]>();

function clipOf(path: Path): Float32Array[] {
  let clip = clips.get(path);
  if (!clip) {
    clip = flattenParts(path).map(({ points }) => Float32Array.from(points.flatMap(({ x, y }) => [x, y])));
    clips.set(path, clip);
  }
  return clip;
}
