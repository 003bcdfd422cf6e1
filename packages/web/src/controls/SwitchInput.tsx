import type { SwitchField } from '@cyclogram/core';
import { Switch } from 'radix-ui';
import { useId } from 'react';
import { FieldRow, type ControlProps } from './FieldRow';

/** @param wide whether it stands among wide lists */
export function SwitchInput({
  field,
  value,
  onChange,
  wide = false,
}: ControlProps<SwitchField, boolean> & { wide?: boolean }) {
  const id = useId();
  return (
    <FieldRow id={id} field={field}>
      <span className={wide ? 'w-52' : 'w-28'}>
        <Switch.Root
          id={id}
          checked={value}
          onCheckedChange={onChange}
          className="h-4 w-7 rounded-full border border-edge p-px data-[state=checked]:border-signal"
        >
          <Switch.Thumb className="block size-3 rounded-full bg-edge transition-transform data-[state=checked]:translate-x-3 data-[state=checked]:bg-signal" />
        </Switch.Root>
      </span>
    </FieldRow>
  );
}
