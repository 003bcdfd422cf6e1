import type { TextField } from '@cyclogram/core';
import { useId } from 'react';
import { FieldRow, type ControlProps } from './FieldRow';
import { helpProps } from './helpLine';

export function TextInput({ field, value, onChange }: ControlProps<TextField, string>) {
  const id = useId();
  if (field.line) {
    return (
      <FieldRow id={id} field={field}>
        <input
          id={id}
          value={value}
          maxLength={field.maxLength}
          onChange={({ target }) => onChange(target.value)}
          className="h-6 w-40 border-b border-rule bg-transparent hover:border-edge"
        />
      </FieldRow>
    );
  }
  return (
    <div className="py-1" {...helpProps(field.label, field.help)}>
      <label htmlFor={id} className="text-dim">
        {field.label}
      </label>
      <textarea
        id={id}
        value={value}
        rows={3}
        maxLength={field.maxLength}
        spellCheck={false}
        onChange={({ target }) => onChange(target.value)}
        className="figures mt-1 w-full resize-y border border-rule bg-transparent p-1.5 hover:border-edge"
      />
    </div>
  );
}
