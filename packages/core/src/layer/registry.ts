import type { ValueOfKinds } from '../property/record';
import { figureLayer } from './figure';
import { groupLayer } from './group';
import { linkedLayer } from './linked';

/**
 * Every kind of layer there is. A new one is a file beside linked.ts and a line here. They are got when they are asked
 * for: kinds that show other layers need this list themselves.
 */
export const layerKinds = {
  get figure() {
    return figureLayer;
  },
  get group() {
    return groupLayer;
  },
  get linked() {
    return linkedLayer;
  },
};

export type LayerKindName = keyof typeof layerKinds;
export type Layer = ValueOfKinds<typeof layerKinds>;
/** A layer of one kind. */
export type LayerOf<Kind extends LayerKindName> = Extract<Layer, { kind: Kind }>;
