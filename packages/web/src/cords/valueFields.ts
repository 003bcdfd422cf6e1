import { isPoint, type Field, type MovingValue, type ShownField, type ValueField } from '@cyclogram/core';

/** A field as the control of a property's own value, under another name. */
export const sameField = (
  field: Field,
  { key, label, help }: Pick<ValueField, 'key' | 'label' | 'help'>,
): ShownField => {
  const { shownWhen: _shown, ...rest } = field as ShownField;
  return { ...rest, key, label, help } as ShownField;
};

/** A difference of a property's values: in its unit, to both sides. */
export function differenceField(field: Field, value: ValueField, given: MovingValue): ShownField {
  const { key, label, help } = value;
  if (field.kind === 'number') {
    const span = field.max - field.min;
    const { step, unit, shownPer } = field;
    return { kind: 'number', key, label, help, min: -span, max: span, step, unit, shownPer };
  }
  if (field.kind === 'scale' && isPoint(given)) {
    return {
      kind: 'point',
      key,
      label,
      help,
      min: -field.max,
      max: field.max,
      step: 5,
      unit: '%',
      shownPer: 100,
    };
  }
  if (field.kind === 'point' && isPoint(given)) {
    const { max, min, step, unit, shownPer } = field;
    return { kind: 'point', key, label, help, min: min - max, max: max - min, step, unit, shownPer };
  }
  return { kind: 'number', key, label, help, min: -1e6, max: 1e6, step: 1, unit: '' };
}

/** A factor; of two directions, one for each where they are given apart. */
export function factorField({ key, label, help }: ValueField, given: MovingValue): ShownField {
  const factor = { key, label, help, min: -20, max: 20, step: 0.05, unit: '×' };
  return isPoint(given) ? { kind: 'point', ...factor } : { kind: 'number', ...factor };
}
