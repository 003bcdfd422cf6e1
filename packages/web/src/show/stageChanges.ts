import {
  layerRegistry,
  bodyKinds,
  type BodyKindName,
  type BodySettings,
  type DepthLayer,
  type Film,
  type Size,
} from '@cyclogram/core';
import type { LayerEdits } from './useLayerEdits';

/** What is done to stages, each on a draft of the film. */

export const maxBodies = 16;

/** A change of the open stage that goes to all that are selected. */
export const eachStage = (
  edits: LayerEdits,
  label: string,
  key: string,
  change: (stage: DepthLayer, film: Film) => void,
): void =>
  edits.each(label, key, (layer, film) => {
    const stage = layerRegistry.as('depth', layer);
    if (stage) change(stage, film);
  });

/** A body as it is to begin with, following an ear where it follows one. */
export function newBody(kind: BodyKindName, size: Size, ear: string | null, id: string): BodySettings {
  const body = { ...bodyKinds[kind].defaults(size), id };
  return ('ear' in body ? { ...body, ear } : body) as BodySettings;
}

export function addBody(
  stage: DepthLayer,
  kind: BodyKindName,
  size: Size,
  ear: string | null,
  id: string,
): void {
  if (stage.bodies.length < maxBodies) stage.bodies.push(newBody(kind, size, ear, id));
}

export const removeBody = (stage: DepthLayer, index: number): void => void stage.bodies.splice(index, 1);
