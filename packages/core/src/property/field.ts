/**
 * A property as people see it: what a card needs to show it and to keep it in
 * bounds. The schema and the interface are both made from these, so that they
 * cannot disagree.
 */
export type Field = NumberField | ColorField | ChoiceField | SwitchField;

interface FieldBase {
  key: string;
  label: string;
  /** One line of help. */
  help?: string;
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

/** Fields under a heading, in the order in which people set them. */
export interface FieldGroup {
  heading: string;
  fields: readonly Field[];
}
