import type { NumberField, Point, PointField, ScaleField } from '@cyclogram/core';
import { Link2, Unlink2 } from 'lucide-react';
import { useState } from 'react';
import { IconButton } from './Button';
import type { ControlProps } from './FieldRow';
import { NumberInput } from './NumberInput';

interface PointProps<F extends PointField | ScaleField> extends ControlProps<F, Point> {
  resetTo: Point | undefined;
}

/** A place or a distance in two directions, a number for each. */
export function PointInput({ field, value, resetTo, onChange }: PointProps<PointField>) {
  const axis = (key: 'x' | 'y'): NumberField => {
    const { min, max, step, unit, shownPer, help } = field;
    return { kind: 'number', key, label: `${field.label} ${key}`, min, max, step, unit, shownPer, help };
  };
  return (['x', 'y'] as const).map((key) => (
    <NumberInput
      key={key}
      field={axis(key)}
      value={value[key]}
      resetTo={resetTo?.[key]}
      onChange={(next) => onChange({ ...value, [key]: next })}
    />
  ));
}

/** Factors of width and height: one number while they are kept together, two apart. */
export function ScaleInput({ field, value, resetTo, onChange }: PointProps<ScaleField>) {
  const [linked, setLinked] = useState(value.x === value.y);
  const together = linked && value.x === value.y;
  const percent = (key: string, label: string): NumberField => {
    const { min, max, help } = field;
    return { kind: 'number', key, label, min, max, step: 5, unit: '%', shownPer: 100, help };
  };
  const link = () => {
    if (!together) onChange({ x: value.x, y: value.x });
    setLinked(!together);
  };
  const tool = (
    <IconButton
      label={together ? 'Scale width and height apart' : 'Scale width and height together'}
      aria-pressed={together}
      className="size-6 text-dim"
      onClick={link}
    >
      {together ? <Link2 size={12} /> : <Unlink2 size={12} />}
    </IconButton>
  );
  if (together) {
    return (
      <NumberInput
        field={percent('scale', field.label)}
        value={value.x}
        resetTo={resetTo?.x}
        tool={tool}
        onChange={(next) => onChange({ x: next, y: next })}
      />
    );
  }
  return (
    <>
      <NumberInput
        field={percent('x', `${field.label} width`)}
        value={value.x}
        resetTo={resetTo?.x}
        tool={tool}
        onChange={(x) => onChange({ ...value, x })}
      />
      <NumberInput
        field={percent('y', `${field.label} height`)}
        value={value.y}
        resetTo={resetTo?.y}
        onChange={(y) => onChange({ ...value, y })}
      />
    </>
  );
}
