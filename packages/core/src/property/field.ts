/**
 * A property as people see it: what a card needs to show it and to keep it in
 * bounds. The schema and the interface are both made from these, so that they
 * cannot disagree.
 */
export type Field =
  | NumberField
  | ColorField
  | ChoiceField
  | SwitchField
  | TextField
  | FontField
  | PictureField
  | MadeField
  | PointsField;

/** That a property has one of some values, or none of some others. */
export interface Condition {
  key: string;
  is?: readonly unknown[];
  isNot?: readonly unknown[];
}

interface FieldBase {
  key: string;
  label: string;
  /** One line of help. */
  help?: string;
  /** Shown only while other properties have one of these values; where they have not, this one is without effect. */
  shownWhen?: Condition | readonly Condition[];
}

export interface NumberField extends FieldBase {
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
  whole?: boolean;
}

export interface ColorField extends FieldBase {
  kind: 'color';
}

export interface ChoiceField extends FieldBase {
  kind: 'choice';
  choices: readonly { value: string; label: string }[];
}

export interface SwitchField extends FieldBase {
  kind: 'switch';
}

export interface TextField extends FieldBase {
  kind: 'text';
  maxLength: number;
  /** A single line; several when left out. */
  line?: boolean;
}

/** Name of a typeface. */
export interface FontField extends FieldBase {
  kind: 'font';
}

/** Id of one of the film's pictures; empty for none. */
export interface PictureField extends FieldBase {
  kind: 'picture';
}

/** Text that is made from the other properties, and has no control. */
export interface MadeField {
  kind: 'made';
  key: string;
  maxLength: number;
}

/** Points of a drawn curve, which are edited where they are seen. */
export interface PointsField {
  kind: 'points';
  key: string;
}

/** A property with a control of its own on a card. */
export type ShownField = Exclude<Field, MadeField | PointsField>;

/** Fields under a heading, in the order in which people set them. */
export interface FieldGroup {
  heading: string;
  fields: readonly Field[];
}

/** The same, of fields that have controls. */
export interface ShownGroup {
  heading: string;
  fields: ShownField[];
}

const hasControl = (field: Field): field is ShownField => field.kind !== 'made' && field.kind !== 'points';

/** The fields of some groups that are shown while the properties have these values; groups without any are left out. */
export function shownFields(
  groups: readonly FieldGroup[],
  values: Readonly<Record<string, unknown>>,
): ShownGroup[] {
  return groups
    .map(({ heading, fields }) => ({
      heading,
      fields: fields
        .filter(hasControl)
        .filter(({ shownWhen = [] }) =>
          [shownWhen]
            .flat()
            .every(
              ({ key, is, isNot }) =>
                (is?.includes(values[key]) ?? true) && !(isNot?.includes(values[key]) ?? false),
            ),
        ),
    }))
    .filter(({ fields }) => fields.length > 0);
}
