import {
  filmVersion,
  fits,
  layerRegistry,
  migrate,
  kindOf,
  layerKinds,
  looksOf,
  structuredCopy,
  type AnyRecord,
  type Film,
  type Layer,
} from '@cyclogram/core';

/** Own defaults for new layers, kept by their kinds in this browser. */

/** Version of the film format that was current before they said theirs. */
const firstVersion = 7;

const keyOf = (layer: Layer): string => {
  const figure = layerRegistry.as('figure', layer)?.figure.kind ?? '';
  return `layer default ${layer.kind} ${figure}`;
};

/** Lets new layers of the same kind begin as this one is. */
export function keepOwnDefault(film: Film, layer: Layer): void {
  localStorage.setItem(keyOf(layer), JSON.stringify({ version: filmVersion, ...looksOf(film, layer) }));
}

export const hasOwnDefault = (layer: Layer): boolean => localStorage.getItem(keyOf(layer)) !== null;
export const dropOwnDefault = (layer: Layer): void => localStorage.removeItem(keyOf(layer));

/** Gives a new layer the own defaults of its kind, as far as they are still something that it can have. */
export function withOwnDefaults(layer: Layer): void {
  const record = kindOf(layerKinds, layer)?.record as AnyRecord | undefined;
  if (!record) return;
  for (const [key, value] of Object.entries(kept(keyOf(layer)) ?? {}))
    if (fits(record, key, value)) Object.assign(layer, { [key]: structuredCopy(value) });
}

function kept(key: string): Record<string, unknown> | undefined {
  try {
    const { version = firstVersion, ...look } = JSON.parse(localStorage.getItem(key) ?? '{}') as Record<
      string,
      unknown
    >;
    return (migrate({ version, layers: [look] })['layers'] as [Record<string, unknown>])[0];
  } catch {
    // What cannot be read is none.
    return undefined;
  }
}
