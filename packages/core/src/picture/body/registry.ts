import { Registry, type Size, type ValueOfKinds } from '../../contract';
import type { BodyShape } from '../scene/dress';
import type { Material } from '../scene/material';
import { array } from './array';
import type { BodyContext, BodyHandle, StagePlacement } from './bodyKind';
import { card } from './card';
import { globe } from './globe';
import { relief } from './relief';
import { extrusion } from './extrusion';
import { terrain } from './terrain';

/** Every kind of body that stands on a stage. A new one is a file beside relief.ts and a line here. */
export const bodyKinds = { terrain, relief, array, globe, extrusion, card };

export type BodyKindName = keyof typeof bodyKinds;
export type BodySettings = ValueOfKinds<typeof bodyKinds>;

/** What all bodies have. */
export type AnyBody = StagePlacement & { kind: string; id: string; on: boolean; material: Material };

/** What is asked of a kind here, whichever it is. */
interface AnyBodyKind {
  label: string;
  defaults(size: Size): BodySettings;
  shapes(body: AnyBody, context: BodyContext): BodyShape[];
  lookBack(body: AnyBody): number;
  handles(body: AnyBody): BodyHandle[];
}
const bodyRegistry = new Registry<typeof bodyKinds, AnyBodyKind>(() => bodyKinds);

/** The shapes of a body, around its own origin; none of one that is off, or of an unknown kind. */
export const shapesOf = (body: AnyBody, context: BodyContext): BodyShape[] =>
  body.on ? (bodyRegistry.of(body)?.shapes(body, context) ?? []) : [];

export const bodyLookBack = (body: AnyBody): number => bodyRegistry.of(body)?.lookBack(body) ?? 0;
export const bodyLabel = (body: { kind: string }): string => bodyRegistry.of(body)?.label ?? body.kind;

/** What of a body can be dragged, beside the whole of it. */
export const bodyHandles = (body: AnyBody): BodyHandle[] => bodyRegistry.of(body)?.handles(body) ?? [];
