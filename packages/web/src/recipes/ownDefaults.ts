import { asFigure, looksOf, structuredCopy, type Film, type Layer } from '@cyclogram/core';

/** Own defaults for new layers, kept by their kinds in this browser. */

const keyOf = (layer: Layer): string => {
  const figure = asFigure(layer)?.figure.kind ?? '';
  return `layer default ${layer.kind} ${figure}`;
};

/** Lets new layers of the same kind begin as this one is. */
export function keepOwnDefault(film: Film, layer: Layer): void {
  localStorage.setItem(keyOf(layer), JSON.stringify(looksOf(film, layer)));
}

export const hasOwnDefault = (layer: Layer): boolean => localStorage.getItem(keyOf(layer)) !== null;
export const dropOwnDefault = (layer: Layer): void => localStorage.removeItem(keyOf(layer));

/** A new layer with the own defaults of its kind, as far as they are still something that it has. */
export function withOwnDefaults(layer: Layer): void {
  const text = localStorage.getItem(keyOf(layer));
  if (text === null) return;
  try {
    const kept = JSON.parse(text) as Record<string, unknown>;
    for (const [key, value] of Object.entries(kept))
      if (key in layer && typeof value === typeof (layer as unknown as Record<string, unknown>)[key])
        Object.assign(layer, { [key]: structuredCopy(value) });
  } catch {
    // What cannot be read is none.
  }
}
