import {
  type AnyRecord,
  atan2,
  defaultsOf,
  type FieldGroup,
  fields,
  type Matrix,
  type Point,
  record,
  type RecordType,
  type Size,
  type ValueOfGroups,
} from '../../contract';
import type { PassBuffer } from '../../pixels';
import type { Lookup } from './lookup';

/** Where in a film and at what size a pass runs. */
export interface PassContext {
  /** Picture units to pixels of the buffer; the middle of the first pixel is at 0.5, 0.5. */
  matrix: Matrix;
  /** Size of the film's picture in its units. */
  size: Size;
  /** Seconds. */
  t: number;
  /** Tables of colours by their ids in the film; those that are not here yet are missing. */
  lookups?: Lookups | undefined;
}

/** Finds a table of colours by its id in the film. */
export interface Lookups {
  get(id: string): Lookup | undefined;
}

/** Pixels per picture unit. */
export const scaleOf = ({ matrix }: PassContext): number => Math.hypot(matrix[0], matrix[1]);

/** A place in picture units as one in pixels, where the middle of the first pixel is at 0, 0. */
export function pixelOf({ matrix: [a, b, c, d, e, f] }: PassContext, { x, y }: Point): Point {
  return { x: a * x + c * y + e - 0.5, y: b * x + d * y + f - 0.5 };
}

/** How far the picture is rotated in the buffer, in radians clockwise. */
export const rotationOf = ({ matrix }: PassContext): number => atan2(matrix[1], matrix[0]);

/** Under which heading a pass is offered. */
export const passHeadings = ['Light', 'Blur', 'Shape', 'Grade', 'Texture', 'Time'] as const;
export type PassHeading = (typeof passHeadings)[number];

/** What all passes have. */
const commonFields = fields([
  { kind: 'id', key: 'id' },
  { kind: 'switch', key: 'on', label: 'On', default: true },
]);
type CommonGroup = { readonly heading: 'Pass'; readonly fields: typeof commonFields };

/**
 * What a pass makes a pixel of: its own colour and place (*point*); the colour of one or two other places (*gather*); what
 * lies around it, by copies, blocks or smaller pictures (*pyramid*); other moments (*time*). Points in a row run together.
 */
export type PassForm = 'point' | 'gather' | 'pyramid' | 'time';

/** What a kind of pass is made of. */
export interface PassLiteral<Kind extends string, Group extends FieldGroup> {
  kind: Kind;
  label: string;
  heading: PassHeading;
  /** One line for whoever looks for a pass. */
  about: string;
  fields: Group['fields'];
  /** Whether it works on light as it is encoded (sRGB), or in proportion to energy. */
  light: 'encoded' | 'linear';
  form: PassForm;
  /** Whether it makes the same of a picture of any number of pixels: then a small image goes through it at its own size. */
  anySize?: true;
  /** What of a new one is not as by default: what would change nothing begins with something. */
  start?: Partial<ValueOfGroups<NoInfer<readonly [Group]>>>;
  /** Picture units by which it reaches beyond what was drawn, Infinity for everywhere; 0 when left out. */
  margin?(settings: ValueOfGroups<readonly [Group]>): number;
  /**
   * Whether it takes what lies at the picture's edges for what lies beyond them, so that a layer that covers the picture
   * still does; as its field `edges` says when left out.
   */
  keepsEdges?(settings: ValueOfGroups<readonly [Group]>): boolean;
  /** Changes the pixels. */
  run(buffer: PassBuffer, settings: ValueOfGroups<readonly [Group]>, context: PassContext): void;
}

export interface PassKind<Kind extends string, Group extends FieldGroup> {
  kind: Kind;
  label: string;
  heading: PassHeading;
  about: string;
  light: 'encoded' | 'linear';
  form: PassForm;
  anySize?: true;
  start?: object;
  record: RecordType<readonly [CommonGroup, Group]>;
  defaults(size: Size): ValueOfGroups<readonly [CommonGroup, Group]> & { kind: Kind };
  margin(settings: ValueOfGroups<readonly [Group]>): number;
  keepsEdges(settings: ValueOfGroups<readonly [Group]>): boolean;
  run: PassLiteral<Kind, Group>['run'];
}

/** Whether the field that says what lies beyond the edges says that something does. */
const edgesAreKept = (settings: object): boolean => 'edges' in settings && settings.edges !== 'clear';

/** Makes a kind of pass. */
export function passKind<const Kind extends string, const Fields extends FieldGroup['fields']>({
  fields: own,
  margin = () => 0,
  keepsEdges = edgesAreKept,
  ...rest
}: PassLiteral<Kind, { readonly heading: string; readonly fields: Fields }>): PassKind<
  Kind,
  { readonly heading: string; readonly fields: Fields }
> {
  const { kind, label } = rest;
  const type: AnyRecord = record(`pass.${kind}`, [
    { heading: 'Pass', fields: commonFields },
    { heading: label, fields: own },
  ]);
  type Made = PassKind<Kind, { readonly heading: string; readonly fields: Fields }>;
  return {
    ...rest,
    record: type as unknown as Made['record'],
    defaults: (size) => ({ kind, ...defaultsOf(type, size) }) as unknown as ReturnType<Made['defaults']>,
    margin,
    keepsEdges,
  };
}

/** Channels of #rrggbb, 0 to 1. */
export function channelsOf(color: string): [number, number, number] {
  const all = parseInt(color.slice(1, 7), 16);
  return [((all >> 16) & 255) / 255, ((all >> 8) & 255) / 255, (all & 255) / 255];
}
