import type { Ear } from '../../sound';
import type { Film } from '../document/film';
import { partCount } from '../document/layerGraph';
import { problemOf } from './plan';
import { slicesOf } from './slices';
import { sourceRegistry } from './source/registry';

/** Ids of the followers that something of a film's picture moves with. */
export function usedFollowers(film: Film): string[] {
  const used = new Set(
    film.cords
      .filter((cord) => problemOf(film, cord) === undefined)
      .flatMap((cord) => {
        const kind = sourceRegistry.of(cord.source);
        return kind?.needs(cord.source as never).followers ?? [];
      }),
  );
  return film.followers.map(({ id }) => id).filter((id) => used.has(id));
}

/** Ears that stand in for followers where each part of a layer listens to its own slice of their range. */
export function sliceEars(film: Film): Ear[] {
  const ears = new Map<string, Ear>();
  for (const cord of film.cords) {
    const { spread, target, source } = cord;
    if (!spread?.slices || target.list !== 'layers' || problemOf(film, cord)) continue;
    const layer = film.layers.find(({ id }) => id === target.id);
    const ear = layer && slicesOf(film, source, partCount(layer, film));
    if (ear) ears.set(ear.id, ear);
  }
  return [...ears.values()];
}
