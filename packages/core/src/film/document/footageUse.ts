import { lastTimePass, layerRegistry, type LayerOf } from '../../picture';
import type { Film } from './film';
import { layerReferences } from './layerGraph';

/** A part of a video file, in seconds of the file. */
export interface FootageUse {
  from: number;
  /** Infinity where it goes to the end of the file. */
  to: number;
}

/** Parts begin and end at multiples of this, so that small changes of a film leave them as they are. In seconds. */
const grain = 30;

/**
 * The part of a video file that a film may show; undefined where it shows nothing of it. Which frames that are does not
 * depend on how long the file is.
 * @param id of footage of the film
 * @param seconds length of the film
 */
export function footageUse(film: Film, id: string, seconds: number): FootageUse | undefined {
  const shown = film.layers.filter((layer) => mayShow(film, layer, id));
  if (shown.length === 0) return undefined;
  // Pictures of other times than the film has are drawn, too.
  const steady = isSteady(film);
  const uses = shown.map((layer): FootageUse => {
    const footage = layerRegistry.as('footage', layer);
    if (!footage) return { from: 0, to: Infinity };
    return steady ? partPlayed(footage, seconds) : { from: footage.in, to: footage.out ?? Infinity };
  });
  return {
    from: grain * Math.floor(Math.min(...uses.map(({ from }) => from)) / grain),
    to: grain * Math.ceil(Math.max(...uses.map(({ to }) => to)) / grain),
  };
}

/** Whether a layer shows footage, by itself or by the steps of a cord. */
function mayShow(film: Film, layer: Film['layers'][number], id: string): boolean {
  return (
    layerReferences(layer).some((one) => one.to === 'footage' && one.id === id) ||
    film.cords.some(
      ({ target, source }) => target.id === layer.id && JSON.stringify(source).includes(JSON.stringify(id)),
    )
  );
}

/** Whether every frame of a film shows its own moment alone. */
function isSteady({ layers, finish }: Film): boolean {
  const chains = [finish.passes, ...layers.map((layer) => layer.passes)];
  return (
    chains.every((passes) => lastTimePass(passes) < 0) &&
    layers.every((layer) => (layerRegistry.as('linked', layer)?.delay ?? 0) === 0)
  );
}

/** What a layer plays while a film lasts. */
function partPlayed(
  { start, in: from, out, speed, repeat }: LayerOf<'footage'>,
  seconds: number,
): FootageUse {
  const whole = { from, to: out ?? Infinity };
  // Before it begins the one runs its end, the other holds.
  if (start > 0 && (repeat === 'loop' || repeat === 'bounce')) return whole;
  const gone = Math.max(0, seconds - start) * Math.abs(speed);
  // Backwards it begins at its end, wherever that is.
  if (speed < 0) return out === null ? whole : { from: Math.max(from, out - gone), to: out };
  return { from, to: Math.min(whole.to, from + gone) };
}
