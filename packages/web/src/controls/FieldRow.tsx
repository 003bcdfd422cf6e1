import type { ShownField } from '@cyclogram/core';
import type { ReactNode } from 'react';

/** What the control of a property is given. */
export interface ControlProps<F extends ShownField, V> {
  field: F;
  value: V;
  onChange: (value: V) => void;
}

interface FieldRowProps {
  /** Id of the control, for its label. */
  id: string;
  field: ShownField;
  children: ReactNode;
}

/** The name of a property with its control beside it. */
export function FieldRow({ id, field, children }: FieldRowProps) {
  return (
    <div className="flex h-7 items-center gap-2" title={field.help}>
      <label htmlFor={id} className="grow truncate text-dim">
        {field.label}
      </label>
      {children}
    </div>
  );
}
