import {
  type AnyRecord,
  fieldKind,
  fieldsOf,
  isPoint,
  kindOf,
  mapFields,
  type MovingValue,
  type Point,
  scaleLengths,
  type Size,
  zip,
} from '../../contract';
import { finishRecord, type Layer, layerKinds, passKinds, transformPath } from '../../picture';
import { findProperty } from '../drive/property';
import { sourceKinds } from '../drive/source/registry';
import type { Film } from '../document/film';

/**
 * A film in a picture of another size: as if the whole were scaled, seen whole, into its middle. All lengths become as much
 * larger, those of paths, passes and cords, too; backgrounds go on covering everything.
 */
export function resized(film: Film, { width, height }: Size): Film {
  if (film.width === width && film.height === height) return film;
  const factor = Math.min(width / film.width, height / film.height);
  // Where what was scaled around the upper left corner has to go.
  const shift = { x: (width - factor * film.width) / 2, y: (height - factor * film.height) / 2 };
  const layers = film.layers.map((layer): Layer => {
    const record = kindOf(layerKinds, layer)?.record as unknown as AnyRecord | undefined;
    if (!record) return layer;
    const scaled = scaleLengths(record, layer, factor);
    // A fill is drawn by the picture's size; what is in a group goes with it.
    if (layer.backdrop && 'paint' in layer) return scaled;
    if (layer.backdrop && coversAll(layer, film)) {
      return { ...scaled, size: { x: width, y: height }, center: { x: width / 2, y: height / 2 } } as Layer;
    }
    const { anchor, position } = scaled.place;
    const place = {
      ...scaled.place,
      anchor: { x: (anchor.x * factor * film.width) / width, y: (anchor.y * factor * film.height) / height },
      position: layer.group === null ? { x: position.x + shift.x, y: position.y + shift.y } : position,
    };
    return { ...scaled, place };
  });
  return {
    ...film,
    ...{ width, height, layers },
    paths: film.paths.map((path) => transformPath(path, { scale: factor })),
    finish: {
      passes: scaleLengths(finishRecord, film.finish, factor).passes.map((pass) => shifted(pass, shift)),
    },
    cords: film.cords.map((cord) => {
      const field = findProperty(film, cord.target)?.field;
      const isLength = field !== undefined && 'unit' in field && field.unit.startsWith('px');
      return isLength ? { ...cord, source: scaledSource(cord.source, factor) } : cord;
    }),
  };
}

/** Whether a layer is an image or footage over the whole picture. */
const coversAll = (layer: Layer, { width, height }: Size): boolean =>
  'size' in layer && isPoint(layer.size) && layer.size.x >= width && layer.size.y >= height;

/** A pass with its places moved: points that are where they are by the size of the picture. */
function shifted<P extends Film['finish']['passes'][number]>(pass: P, by: Point): P {
  const record = kindOf(passKinds, pass)?.record as unknown as AnyRecord | undefined;
  const positions = record
    ? fieldsOf(record).filter(
        (field) =>
          isPoint(pass[field.key as never]) && 'default' in field && typeof field.default === 'function',
      )
    : [];
  const moved = positions.map(({ key }) => {
    const { x, y } = (pass as unknown as Record<string, Point>)[key]!;
    return [key, { x: x + by.x, y: y + by.y }] as const;
  });
  return { ...pass, ...Object.fromEntries(moved) };
}

/** A source whose values are lengths; factors stay. */
function scaledSource<S extends Film['cords'][number]['source']>(source: S, factor: number): S {
  const record = kindOf(sourceKinds, source)?.record as unknown as AnyRecord | undefined;
  if (!record || ('how' in source && source.how === 'times')) return source;
  return mapFields(record, source, (field, value) => {
    if (!fieldKind(field).ofProperty || value === null) return value;
    return zip([value as MovingValue], (length) => length * factor) ?? value;
  });
}
