import type { SlotId } from '../slot';

/**
 * A property, described once: the schema, the JSON Schema, the types, the cards, the
 * defaults, the docs and the list of what can be driven are all made from it.
 */
export type Field =
  | NumberField
  | ColorField
  | ChoiceField
  | SwitchField
  | TextField
  | FontField
  | PointField
  | ScaleField
  | ReferenceField
  | ValueField
  | IdField
  | MadeField
  | RecordField
  | ListField
  | KindsField;

/** That a property has one of some values, or none of some others. */
export interface Condition {
  key: string;
  is?: readonly unknown[];
  isNot?: readonly unknown[];
}

/** Width and height of a picture, in its units. */
export interface Size {
  width: number;
  height: number;
}

/** A value, or how it follows from the picture's size. */
export type Default<Value> = Value | ((size: Size) => Value);

interface FieldBase<Value> {
  key: string;
  label: string;
  /** One line of help. */
  help?: string;
  /** What is taken where nothing is given; a field without one has to be given. */
  default?: Default<Value>;
  /** Shown only while other properties have one of these values; where they have not, this one is without effect. */
  shownWhen?: Condition | readonly Condition[];
  /** False for what must not move during a film, though its kind could. */
  driven?: false;
  /** Set where a card has a control of its own making for it, or none. */
  hidden?: true;
  /** Seldom set: while it is as it is at first, it stands behind More on a card. */
  rare?: true;
  /** Whether null is a value: for none, or for what follows by itself. */
  nullable?: true;
  /** Whether it may be left out. */
  optional?: true;
}

export interface NumberField extends FieldBase<number | null> {
  kind: 'number';
  min: number;
  max: number;
  /** What an arrow key adds, in shown units. */
  step: number;
  /** Unit as shown, after `shownPer` was applied. */
  unit: string;
  /** Shown value per stored value: 1000 shows seconds as milliseconds. 1 when left out. */
  shownPer?: number;
  /** Only whole numbers. */
  whole?: true;
  /** Whether it is a distance that a figure's copies scale with their reach. */
  reaches?: true;
}

/** #rrggbb in sRGB. */
export interface ColorField extends FieldBase<string> {
  kind: 'color';
}

export interface Choice<Value extends string = string> {
  value: Value;
  label: string;
}

export interface ChoiceField extends FieldBase<string> {
  kind: 'choice';
  choices: readonly Choice[];
}

export interface SwitchField extends FieldBase<boolean> {
  kind: 'switch';
}

export interface TextField extends FieldBase<string> {
  kind: 'text';
  maxLength: number;
  /** A single line; several when left out. */
  line?: true;
  /** What it has to match, with the sentence that is said when it does not. */
  pattern?: { expression: RegExp; message: string };
}

/** Name of a typeface. */
export interface FontField extends FieldBase<string> {
  kind: 'font';
}

export interface Point {
  x: number;
  y: number;
}

/** A place or a distance in two directions. */
export interface PointField extends FieldBase<Point> {
  kind: 'point';
  min: number;
  max: number;
  step: number;
  unit: string;
  shownPer?: number;
}

/** Factors of width and height, kept together or apart. */
export interface ScaleField extends FieldBase<Point> {
  kind: 'scale';
  min: number;
  max: number;
}

/** The film's lists that other things refer to. */
export type ListName =
  | 'tracks'
  | 'ears'
  | 'followers'
  | 'images'
  | 'footage'
  | 'lookups'
  | 'palettes'
  | 'paths'
  | 'layers'
  | 'sections';

/** Id of something else in the film. */
export interface ReferenceField extends FieldBase<string | null> {
  kind: 'reference';
  to: ListName;
  /** Kinds of what may be referred to; all when left out. */
  kinds?: readonly string[];
  /** Whether it may be gone: it is kept then, and has no effect. */
  soft?: true;
}

/** A value of a property that can move, whatever its kind. */
export interface ValueField extends FieldBase<unknown> {
  kind: 'value';
}

/** What others refer to it by; never used again for something else. */
export interface IdField {
  kind: 'id';
  key: 'id';
}

/** Text that is made from the other properties, and has no control. */
export interface MadeField {
  kind: 'made';
  key: string;
  label: string;
  maxLength: number;
  default: string;
}

/** A record within a record. */
export interface RecordField extends FieldBase<object | null> {
  kind: 'record';
  of: AnyRecord;
}

/** What a list holds: as a field, without what tells fields apart. */
export type ItemField =
  | Omit<NumberField, 'key'>
  | Omit<TextField, 'key'>
  | Omit<ValueField, 'key'>
  | Omit<ReferenceField, 'key'>
  | Omit<RecordField, 'key'>
  | Omit<KindsField, 'key'>;

/** Several values of a kind, in an order. */
export interface ListField extends FieldBase<readonly unknown[]> {
  kind: 'list';
  of: ItemField;
  max: number;
  min?: number;
}

/** Something that says its `kind`, and has the fields of that kind. */
export interface KindsField extends FieldBase<object | null> {
  kind: 'kinds';
  /** Asked for when needed: kinds may hold each other. */
  of: () => Kinds;
}

/** Kinds of something, by their names. */
export type Kinds = Readonly<
  Record<
    string,
    {
      readonly label: string;
      readonly record: AnyRecord;
      /** What a new one begins with, where it is not what its record says. */
      defaults?(size: Size): object;
    }
  >
>;

/** A property with a control of its own on a card. */
export type ShownField =
  | NumberField
  | ColorField
  | ChoiceField
  | SwitchField
  | TextField
  | FontField
  | PointField
  | ScaleField
  | ReferenceField;

/** Fields under a heading, in the order in which people set them. */
export interface FieldGroup {
  heading: string;
  fields: readonly Field[];
  /** What the interface shows beside them. */
  slot?: SlotId;
}

/** Something of a film that is made of fields: a layer, an ear, a gradient's stop. */
export interface RecordType<Groups extends readonly FieldGroup[] = readonly FieldGroup[]> {
  /** What it is called in the JSON Schema and in the docs. */
  readonly name: string;
  readonly groups: Groups;
  /** What has to hold between its fields. */
  readonly checks: readonly Check[];
}

export type AnyRecord = RecordType;

/** Something that has to hold between the fields of a record. */
export interface Check {
  /** The field that an error names. */
  key: string;
  /** Undefined when it holds, or what is wrong: a sentence without its subject. */
  problem(values: Record<string, unknown>): string | undefined;
}

/** The same, of fields that have controls. */
export interface ShownGroup {
  heading: string;
  fields: ShownField[];
}

/** Whether a field has an effect while the properties have these values. */
export const isShown = (
  { shownWhen = [] }: Pick<FieldBase<unknown>, 'shownWhen'>,
  values: Readonly<Record<string, unknown>>,
): boolean =>
  [shownWhen].flat().every(({ key, is, isNot }) => {
    const value = values[key];
    return (is?.includes(value) ?? true) && !(isNot?.includes(value) ?? false);
  });

/** Choices from a table of labels. */
export const choicesOf = <Value extends string>(
  labelled: Readonly<Record<Value, string | { readonly label: string }>>,
): readonly Choice<Value>[] =>
  (Object.keys(labelled) as Value[]).map((value) => {
    const label: string | { readonly label: string } = labelled[value];
    return { value, label: typeof label === 'string' ? label : label.label };
  });

/** A share of the picture's height as a default, in whole picture units. */
export const ofHeight =
  (share: number, min = -Infinity) =>
  ({ height }: Size): number =>
    Math.max(min, Math.round(height * share));
