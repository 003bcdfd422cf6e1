import { Registry } from '../contract/registry';
import type { ValueOfKinds } from '../property/record';
import { depthLayer } from './depth';
import { figureLayer } from './figure';
import { fillLayer } from './fill';
import { footageLayer } from './footage';
import { groupLayer } from './group';
import { imageLayer } from './image';
import type { LayerKind } from './layerKind';
import { letteringLayer } from './lettering';
import { linkedLayer } from './linked';
import { flareLayer } from './flare';
import { particlesLayer } from './particles';
import { paneLayer } from './pane';
import { progressLayer } from './progress';
import { filledOutline } from './shape';

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
  get lettering() {
    return letteringLayer;
  },
  get image() {
    return imageLayer;
  },
  get shape() {
    return filledOutline;
  },
  get progress() {
    return progressLayer;
  },
  get footage() {
    return footageLayer;
  },
  get fill() {
    return fillLayer;
  },
  get particles() {
    return particlesLayer;
  },
  get flare() {
    return flareLayer;
  },
  get pane() {
    return paneLayer;
  },
  get depth() {
    return depthLayer;
  },
};

/** What every kind of layer can be asked. */
export const layerRegistry = new Registry<typeof layerKinds, LayerKind>(() => layerKinds);

export type LayerKindName = keyof typeof layerKinds;
export type Layer = ValueOfKinds<typeof layerKinds>;
/** A layer of one kind. */
export type LayerOf<Kind extends LayerKindName> = Extract<Layer, { kind: Kind }>;
