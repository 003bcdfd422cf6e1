import type { Field, ItemField } from '../field';
import { choiceField } from './choice';
import { colorField } from './color';
import type { FieldKind } from './fieldKind';
import { numberField } from './number';
import { pointField, scaleField } from './point';
import { kindsField, listField, recordField } from './records';
import { idField, referenceField } from './reference';
import { switchField } from './switch';
import { fontField, madeField, textField } from './text';
import { valueField } from './value';

/** Kinds of fields by their names. */
export const fieldKinds: { readonly [Kind in Field['kind']]: FieldKind<Extract<Field, { kind: Kind }>> } = {
  number: numberField,
  color: colorField,
  choice: choiceField,
  switch: switchField,
  text: textField,
  font: fontField,
  point: pointField,
  scale: scaleField,
  reference: referenceField,
  value: valueField,
  id: idField,
  made: madeField,
  record: recordField,
  kinds: kindsField,
  list: listField((field) => fieldKind(field)),
};

/** What depends on the kind of a field. It is asked with fields of that kind, whichever it is: the one cast that this takes is here. */
export const fieldKind = ({ kind }: Pick<Field | ItemField, 'kind'>): FieldKind<Field> =>
  fieldKinds[kind] as unknown as FieldKind<Field>;
