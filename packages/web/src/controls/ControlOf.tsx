import type { NumberField, ReferenceField, ShownField, ValueOfField } from '@cyclogram/core';
import type { ReactNode } from 'react';
import { ChoiceInput } from './ChoiceInput';
import { ColorInput } from './ColorInput';
import type { ControlProps } from './FieldRow';
import { FontInput } from './FontInput';
import { NumberInput } from './NumberInput';
import { PointInput, ScaleInput } from './PointInput';
import { ReferenceInput } from './ReferenceInput';
import { SwitchInput } from './SwitchInput';
import { TextInput } from './TextInput';

interface ControlOfProps {
  field: ShownField;
  value: unknown;
  /** What a reset of a number brings back. */
  resetTo: unknown;
  onChange: (value: unknown) => void;
}

type ShownValue<F> = F extends NumberField
  ? number | null
  : F extends ReferenceField
    ? string | null
    : ValueOfField<F>;

type Control<F extends ShownField> = (
  props: ControlProps<F, ShownValue<F>> & { resetTo: ShownValue<F>; onUnset: (() => void) | undefined },
) => ReactNode;

/** The control of each kind of field. */
const controls: { readonly [Kind in ShownField['kind']]: Control<Extract<ShownField, { kind: Kind }>> } = {
  number: NumberInput,
  choice: ChoiceInput,
  color: ColorInput,
  switch: SwitchInput,
  text: TextInput,
  font: FontInput,
  point: PointInput,
  scale: ScaleInput,
  reference: ReferenceInput,
};

/** The control of a property, whatever its kind. */
export function ControlOf({ field, value, resetTo, onChange }: ControlOfProps) {
  const Input = controls[field.kind] as Control<never>;
  const onUnset = field.nullable ? () => onChange(null) : undefined;
  return (
    <Input
      field={field as never}
      value={value as never}
      resetTo={resetTo as never}
      onUnset={onUnset}
      onChange={onChange}
    />
  );
}
