import type { ShownField } from '@cyclogram/core';
import { useContext, type ReactNode } from 'react';
import { helpProps } from './helpLine';
import { RowTool } from './rowTool';

/** What the control of a property is given. */
export interface ControlProps<F extends ShownField, V> {
  field: F;
  value: V;
  onChange: (value: V) => void;
}

interface FieldRowProps {
  /** Id of the control, for its label. */
  id: string;
  field: Pick<ShownField, 'label' | 'help'>;
  children: ReactNode;
}

/** The name of a property with its control beside it. */
export function FieldRow({ id, field, children }: FieldRowProps) {
  return (
    <div className="flex h-7 items-center gap-2" {...helpProps(field.label, field.help)}>
      <label htmlFor={id} className="grow truncate text-dim">
        {field.label}
      </label>
      {useContext(RowTool)}
      {children}
      <FieldHelp id={id} text={field.help} />
    </div>
  );
}

/** Help for those who hear the page instead of seeing it. */
export function FieldHelp({ id, text }: { id: string; text: string | undefined }) {
  return text ? (
    <span id={`${id}-help`} className="sr-only">
      {text}
    </span>
  ) : null;
}
