import type { ColorField } from '@cyclogram/core';
import { Popover } from 'radix-ui';
import { useId } from 'react';
import { HexColorInput, HexColorPicker } from 'react-colorful';
import { FieldRow, type ControlProps } from './FieldRow';
import { popoverSheet } from './menu';
import { Swatches } from './Swatches';

/** A colour with its picker, and the film's own colours to choose from. */
export function ColorInput({ field, value, onChange }: ControlProps<ColorField, string>) {
  const id = useId();
  return (
    <FieldRow id={id} field={field}>
      <Popover.Root>
        <Popover.Trigger
          id={id}
          className="flex h-6 w-28 items-center gap-2 border-b border-rule hover:border-edge"
        >
          <span className="size-4 shrink-0 border border-edge" style={{ background: value }} />
          <span className="figures">{value}</span>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content side="left" sideOffset={12} className={popoverSheet}>
            <HexColorPicker color={value} onChange={onChange} />
            <Swatches onChange={onChange} />
            <HexColorInput
              aria-label={`${field.label}, as hex`}
              color={value}
              onChange={onChange}
              prefixed
              className="figures mt-2 w-full border-b border-edge bg-transparent py-1"
            />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </FieldRow>
  );
}
