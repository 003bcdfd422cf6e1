import type { FieldGroup, Size } from '../property/field';
import { fields, defaultsOf, record, type RecordType, type ValueOfGroups } from '../property/record';

/** Pixels on their way through passes, in the memory of the compiled code. */
export interface PassBuffer {
  width: number;
  height: number;
  /** Address of the pixels: red, green, blue, each multiplied by opacity, and opacity, 16 bits each, in sRGB. */
  address: number;
  /** The same as an array: good until memory grows. */
  pixels: Uint16Array;
}

/** Where in a film and at what size a pass runs. */
export interface PassContext {
  /** Pixels per picture unit. */
  scale: number;
  /** What chance is made of. */
  seed: number;
}

/** Under which heading a pass is offered. */
export type PassHeading = 'Light' | 'Blur' | 'Shape' | 'Grade' | 'Texture' | 'Time';

/** What all passes have. */
const commonFields = fields([
  { kind: 'id', key: 'id' },
  { kind: 'switch', key: 'on', label: 'On', default: true },
]);
type CommonGroup = { readonly heading: 'Pass'; readonly fields: typeof commonFields };

/** What a kind of pass is made of. */
export interface PassLiteral<Kind extends string, Group extends FieldGroup> {
  kind: Kind;
  label: string;
  heading: PassHeading;
  fields: Group['fields'];
  /** Whether it works on light as it is encoded (sRGB), or in proportion to energy. */
  light: 'encoded' | 'linear';
  /** Picture units by which it reaches beyond what was drawn; 0 when left out. */
  margin?(settings: ValueOfGroups<readonly [Group]>): number;
  /** Changes the pixels in place. */
  run(buffer: PassBuffer, settings: ValueOfGroups<readonly [Group]>, context: PassContext): void;
}

export interface PassKind<Kind extends string, Group extends FieldGroup> {
  kind: Kind;
  label: string;
  heading: PassHeading;
  light: 'encoded' | 'linear';
  record: RecordType<readonly [CommonGroup, Group]>;
  defaults(size: Size): ValueOfGroups<readonly [CommonGroup, Group]> & { kind: Kind };
  margin(settings: ValueOfGroups<readonly [Group]>): number;
  run: PassLiteral<Kind, Group>['run'];
}

/** Makes a kind of pass. */
export function passKind<const Kind extends string, const Fields extends FieldGroup['fields']>({
  kind,
  label,
  heading,
  fields: own,
  light,
  margin = () => 0,
  run,
}: PassLiteral<Kind, { readonly heading: string; readonly fields: Fields }>): PassKind<
  Kind,
  { readonly heading: string; readonly fields: Fields }
> {
  const type = record(`pass.${kind}`, [
    { heading: 'Pass', fields: commonFields },
    { heading: label, fields: own },
  ]) as unknown as PassKind<Kind, { readonly heading: string; readonly fields: Fields }>['record'];
  return {
    kind,
    label,
    heading,
    light,
    record: type,
    defaults: (size) => ({ kind, ...defaultsOf(type, size) }),
    margin,
    run,
  };
}
