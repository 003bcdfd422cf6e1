import { Registry, type ValueOfKinds } from '../../contract';
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

/** Every kind of layer there is. A new one is a file beside linked.ts and a line here. */
export const layerKinds = {
  figure: figureLayer,
  group: groupLayer,
  linked: linkedLayer,
  lettering: letteringLayer,
  image: imageLayer,
  shape: filledOutline,
  progress: progressLayer,
  footage: footageLayer,
  fill: fillLayer,
  particles: particlesLayer,
  flare: flareLayer,
  pane: paneLayer,
  depth: depthLayer,
};

/** What every kind of layer can be asked. */
export const layerRegistry = new Registry<typeof layerKinds, LayerKind>(() => layerKinds);

export type LayerKindName = keyof typeof layerKinds;
export type Layer = ValueOfKinds<typeof layerKinds>;
/** A layer of one kind. */
export type LayerOf<Kind extends LayerKindName> = Extract<Layer, { kind: Kind }>;
