import { dequal } from 'dequal/lite';
import { shownRun } from '../../sound';
import { lastTimePass, type Layer } from '../../picture';
import type { Film } from './film';

/** What of a film is read by people only, or heard: the picture is the same. */
const unseen: readonly (keyof Film)[] = ['title', 'recipe'];

const always = () => true;
const never = () => false;

/**
 * At which moments an edit can change the picture: where the layers that it changes are shown, before it or after it.
 * What looks at other moments, or at other layers, can be touched anywhere. It may be told for more than is touched, never for less.
 * @param end length of the film in seconds
 * @returns whether the picture at `t` seconds can be another one
 */
export function touchedTimes(before: Film, after: Film, end: number): (t: number) => boolean {
  if (before === after) return never;
  for (const key of Object.keys({ ...before, ...after }) as (keyof Film)[]) {
    if (key === 'layers' || key === 'cords' || unseen.includes(key)) continue;
    if (!dequal(before[key], after[key])) return always;
  }
  const changed = changedIds(before.layers, after.layers);
  for (const target of changedTargets(before, after)) {
    if (target.list !== 'layers') return always;
    changed.add(target.id);
  }
  if (changed.size === 0) return hasSameOrder(before, after) ? never : always;
  if (!hasSameOrder(before, after) || looksElsewhere(before, changed) || looksElsewhere(after, changed))
    return always;
  const shown = [before, after].flatMap(({ layers, sections }) =>
    layers.filter(({ id }) => changed.has(id)).map((layer) => ({ layer, sections })),
  );
  return (t) => shown.some(({ layer, sections }) => shownRun(layer, sections, end, t) !== undefined);
}

/** Ids of the layers that are not what they were, or are in one of both only. */
function changedIds(before: readonly Layer[], after: readonly Layer[]): Set<string> {
  const known = new Map(before.map((layer) => [layer.id, layer]));
  const changed = new Set<string>();
  for (const layer of after) {
    if (!dequal(known.get(layer.id), layer)) changed.add(layer.id);
    known.delete(layer.id);
  }
  for (const id of known.keys()) changed.add(id);
  return changed;
}

/** What the cords lead to that are not what they were. */
function changedTargets(before: Film, after: Film) {
  if (dequal(before.cords, after.cords)) return [];
  const known = new Map(before.cords.map((cord) => [cord.id, cord]));
  const targets = after.cords.flatMap((cord) => {
    const old = known.get(cord.id);
    known.delete(cord.id);
    if (dequal(old, cord)) return [];
    return old ? [old.target, cord.target] : [cord.target];
  });
  return [...targets, ...[...known.values()].map(({ target }) => target)];
}

/** Whether the layers that both have lie on each other in one order. */
function hasSameOrder(before: Film, after: Film): boolean {
  const ids = (film: Film, other: Film) => {
    const has = new Set(other.layers.map(({ id }) => id));
    return film.layers.map(({ id }) => id).filter((id) => has.has(id));
  };
  return dequal(ids(before, after), ids(after, before));
}

/** Whether something that a film draws is of other moments, or shows a layer that changed beside its own place. */
function looksElsewhere({ layers, finish }: Film, changed: ReadonlySet<string>): boolean {
  if (lastTimePass(finish.passes) >= 0 || layers.some(({ passes }) => lastTimePass(passes) >= 0)) return true;
  const byId = new Map(layers.map((layer) => [layer.id, layer]));
  const seen = new Set<string>();
  // Who shows a group shows what is in it.
  for (const id of changed)
    for (let at: string | null = id; at !== null && !seen.has(at); at = byId.get(at)?.group ?? null)
      seen.add(at);
  return layers.some(({ group: _group, id, ...rest }) => {
    const text = JSON.stringify(rest);
    return [...seen].some((other) => other !== id && text.includes(JSON.stringify(other)));
  });
}
