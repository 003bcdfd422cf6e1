import type * as yup from 'yup';
import type { AnyRecord, Field, ItemField, ListName, Size } from '../field';
import type { MovingValue } from '../movingValue';

export type Json = Record<string, unknown>;

/** Schemas of what a field holds. */
export interface Schemas {
  field(field: Field | ItemField): yup.Schema;
  record(type: AnyRecord): yup.Schema;
}

/** The same as JSON Schemas. */
export interface JsonSchemas {
  field(field: Field | ItemField): Json;
  /** @param kind what it says it is, where it is one of several kinds */
  record(type: AnyRecord, kind?: { name: string; label: string }): Json;
}

/** A record within a field, with what it is called where it is one of several kinds. */
export interface Inner {
  record: AnyRecord;
  values: object;
  label?: string;
  /** What one of its kind begins with; undefined for the defaults of its record. Missing where it is of no kind. */
  standard?(size: Size): object | undefined;
}

/** A record that a field may hold, for lists of all records. */
export interface Held {
  title: string;
  type: AnyRecord;
  /** What it says it is, where it is one of several kinds. */
  kind?: string;
}

/** That a field refers to something of the film. */
export interface Refers {
  to: ListName;
  /** Kinds of what may be referred to; all when undefined. */
  kinds: readonly string[] | undefined;
  /** Whether there must be something: it cannot be null. */
  needed: boolean;
  /** Whether it may be gone. */
  soft: boolean;
}

/** How the level of a follower leads a property to a value when a cord begins. */
export interface FirstPeak {
  /** A value, what is added, or a factor; a value when left out. */
  how?: 'to' | 'by' | 'times';
  peak: MovingValue;
  axes?: 'proportion';
}

/** What can be counted, in a unit, of each axis of a point. */
export interface Numeric<F> {
  /** What oscillators and ramps begin with, for a property with this value. */
  amount(field: F, value: MovingValue): MovingValue;
  /** A field for a difference of two values, to both sides, without its key. */
  difference(field: F): Omit<Field, 'key' | 'label' | 'help'>;
  /** Whether it has two axes, which may be driven together or apart. */
  axes?: true;
}

/** How the values of a property move during a film. Without `mix` they only jump. */
export interface Moves<F> {
  isValue(field: F, value: unknown): boolean;
  /** A value between two others, or beyond them. @param share 0 gives the first, 1 the second */
  mix?(from: MovingValue, to: MovingValue, share: number): MovingValue;
  /** A value moved by what lies between two others, so many times: `value + strength * (to - from)`. */
  add?(value: MovingValue, from: MovingValue, to: MovingValue, strength: number): MovingValue;
  /** How far a value is from another, for choosing the greatest. */
  distance?(from: MovingValue, to: MovingValue): number;
  /** The nearest value that its limits allow. */
  within?(field: F, value: MovingValue): MovingValue;
  numeric?: Numeric<F>;
  /** Whether it is on or off, so that a follower turns it on above a level. */
  onOff?: true;
  firstPeak(field: F, value: MovingValue): FirstPeak;
}

/**
 * A kind of field: everything that depends on it. The types of fields stand in field.ts, the controls in the interface's
 * own table.
 * @typeParam F the field as it is described
 */
export interface FieldKind<F extends Field | ItemField = never> {
  /** Schema of its values in Yup, null included where it is a value. */
  schema(field: F, schemas: Schemas): yup.Schema;
  /**
   * Whether a value is as its schema says, found in a fraction of the time: large films are checked by it, and only what it
   * refuses is put to the schema, which says why. Missing where it holds records or lists of values: these are gone through.
   */
  holds?(field: F, value: unknown): boolean;
  /** JSON Schema of its values, without null. */
  json(field: F, schemas: JsonSchemas): Json;
  /** Its values as the docs name them, without null. @param item the same of what a list holds */
  values(field: F, item: (field: ItemField) => string): string;
  /** What is counted, where the field itself says no unit. */
  unit?: string;
  /** What it is for, where the field itself says nothing. */
  meaning?: string;
  /** The value where nothing is given and the field says none; undefined where it has to be given. */
  standard?(field: F, records: (type: AnyRecord, size: Size) => object, size: Size): unknown;
  /** Whether a card can show a control of its own for it. */
  control?: true;
  /** Whether it says what something is or refers to rather than how it looks: it stays when looks go back. */
  content?: true;
  /** Whether its values are those of a property that moves, in that property's unit. */
  ofProperty?: true;
  /** Whether items of a list that are such are told apart by ids. */
  hasId?(field: F): boolean;
  moves?: Moves<F>;
  refers?(field: F): Refers;
  /** The record that it holds; undefined where it holds none or one that is not known. */
  inner?(field: F, value: object): Inner | undefined;
  /** Every record that it may hold. */
  held?(field: F): Held[];
  /** What is said of a value of a kind that is not known. */
  unknown?(value: unknown): string | undefined;
  /** The field of its items, where it has several. */
  items?(field: F): ItemField;
  /** A value whose lengths are so many times as large; the same where it has none. */
  scaled?(field: F, value: unknown, factor: number): unknown;
  /** A value as it is shown, with its unit. */
  text?(field: F, value: MovingValue): string;
  /** A value as a folded section says it; by its label and its text when left out. */
  note?(field: F, value: unknown): string | undefined;
  /** Reads what is typed for it in the unit in which it is shown. Throws a RangeError with a sentence. */
  typed?(field: F, text: string): unknown;
  /** Whether naming it is enough to turn it on. */
  flag?: true;
}
