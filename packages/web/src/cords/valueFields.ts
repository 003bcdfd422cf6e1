import {
  fieldKind,
  isPoint,
  type Field,
  type MovingValue,
  type ShownField,
  type ValueField,
} from '@cyclogram/core';

/** A field as the control of a property's own value, under another name. */
export const sameField = (
  field: Field,
  { key, label, help }: Pick<ValueField, 'key' | 'label' | 'help'>,
): ShownField => {
  const { shownWhen: _shown, ...rest } = field as ShownField;
  return { ...rest, key, label, help } as ShownField;
};

/** A difference of a property's values: in its unit, to both sides. */
export function differenceField(field: Field, { key, label, help }: ValueField): ShownField {
  const own = fieldKind(field).moves?.numeric?.difference(field);
  const any = { kind: 'number', min: -1e6, max: 1e6, step: 1, unit: '' };
  return { ...(own ?? any), key, label, help } as ShownField;
}

/** A factor; of two directions, one for each where they are given apart. */
export function factorField({ key, label, help }: ValueField, given: MovingValue): ShownField {
  const factor = { key, label, help, min: -20, max: 20, step: 0.05, unit: '×' };
  return isPoint(given) ? { kind: 'point', ...factor } : { kind: 'number', ...factor };
}
