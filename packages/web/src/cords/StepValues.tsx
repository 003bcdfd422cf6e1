import type { Field, MovingValue } from '@cyclogram/core';
import { Minus, Plus } from 'lucide-react';
import { IconButton } from '../controls/Button';
import { ControlOf } from '../controls/ControlOf';
import { sameField } from './valueFields';

interface StepValuesProps {
  field: Field;
  values: readonly MovingValue[];
  onChange: (values: MovingValue[]) => void;
}

/** The values that a property steps through. */
export function StepValues({ field, values, onChange }: StepValuesProps) {
  return (
    <div>
      {values.map((value, i) => (
        <div key={i} className="flex items-start gap-1">
          <div className="grow">
            <ControlOf
              field={sameField(field, { key: `value-${i}`, label: `${i + 1}` })}
              value={value}
              resetTo={undefined}
              onChange={(next) =>
                onChange(values.map((other, j) => (i === j ? (next as MovingValue) : other)))
              }
            />
          </div>
          <IconButton
            label={`Remove value ${i + 1}`}
            className="size-6"
            disabled={values.length < 2}
            onClick={() => onChange(values.filter((_, j) => i !== j))}
          >
            <Minus size={12} />
          </IconButton>
        </div>
      ))}
      <IconButton
        label="Add a value"
        className="size-6"
        disabled={values.length >= 64}
        onClick={() => onChange([...values, values.at(-1)!])}
      >
        <Plus size={12} />
      </IconButton>
    </div>
  );
}
