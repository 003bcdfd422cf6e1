import { kindOf, type ValueOfKinds } from '../property/record';
import { invert } from './invert';
import type { PassBuffer, PassContext } from './passKind';

/** Every kind of pass there is. A new one is a file beside invert.ts and a line here. */
export const passKinds = { invert };

export type PassSettings = ValueOfKinds<typeof passKinds>;

/** What is asked of a kind here, whichever it is. */
interface AnyPassKind {
  margin(settings: PassSettings): number;
  run(buffer: PassBuffer, settings: PassSettings, context: PassContext): void;
}
const kindOfPass = (settings: PassSettings) =>
  kindOf(passKinds, settings) as unknown as AnyPassKind | undefined;

/** Picture units by which a pass reaches beyond what was drawn. */
export const marginOf = (settings: PassSettings): number =>
  settings.on ? (kindOfPass(settings)?.margin(settings) ?? 0) : 0;

/** Lets a pass change pixels; one that is off, or of an unknown kind, changes nothing. */
export function runPass(buffer: PassBuffer, settings: PassSettings, context: PassContext): void {
  if (settings.on) kindOfPass(settings)?.run(buffer, settings, context);
}
