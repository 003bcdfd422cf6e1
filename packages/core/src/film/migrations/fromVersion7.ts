import { changed, mapList, type Json } from './json';

/** What kinds of passes and bodies were called in version 7, where they are called otherwise now. */
const passNames: Record<string, string> = { kaleidoscopic: 'kaleidoscope', mirrorImage: 'mirror' };
const bodyNames: Record<string, string> = { solid: 'extrusion' };

/** Something that says its kind, under that kind's other name. */
const renamed = (names: Record<string, string>) => (item: Json) => {
  const { kind } = item;
  return typeof kind === 'string' && Object.hasOwn(names, kind) ? { ...item, kind: names[kind] } : item;
};

const pass8 = renamed(passNames);

const body8 = (body: Json): Json => {
  const next = renamed(bodyNames)(body);
  return next['kind'] === 'globe' && next['base'] === 'icosphere' ? { ...next, base: 'geodesic' } : next;
};

const layer8 = (layer: Json): Json => ({
  ...layer,
  ...(layer['passes'] !== undefined && { passes: mapList(layer['passes'], pass8) }),
  ...(layer['bodies'] !== undefined && { bodies: mapList(layer['bodies'], body8) }),
});

/** In version 7 two passes, a body and a base of globes had other names. */
export const fromVersion7 = (old: Json): Json => ({
  ...old,
  version: 8,
  ...(old['finish'] !== undefined && {
    finish: changed(old['finish'], (finish) => ({
      ...finish,
      ...(finish['passes'] !== undefined && { passes: mapList(finish['passes'], pass8) }),
    })),
  }),
  layers: mapList(old['layers'], layer8),
});
