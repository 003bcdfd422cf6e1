import type { ChoiceField } from '@cyclogram/core';
import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import { useId } from 'react';
import { FieldRow, type ControlProps } from './FieldRow';

interface ChoiceInputProps extends ControlProps<ChoiceField, string> {
  /** Shown while none of the choices is chosen. */
  placeholder?: string;
}

/** One of several, from a list. */
export function ChoiceInput({ field, value, onChange, placeholder }: ChoiceInputProps) {
  const id = useId();
  return (
    <FieldRow id={id} field={field}>
      <Select.Root value={value} onValueChange={onChange}>
        <Select.Trigger
          id={id}
          aria-describedby={field.help ? `${id}-help` : undefined}
          className="flex h-6 w-28 items-center justify-between gap-1 border-b border-rule hover:border-edge"
        >
          <span className="truncate">
            <Select.Value placeholder={placeholder} />
          </span>
          <ChevronDown size={13} className="shrink-0 text-dim" />
        </Select.Trigger>
        <Select.Portal>
          <Select.Content
            position="popper"
            sideOffset={2}
            className="z-50 min-w-32 border border-edge bg-raised py-1"
          >
            <Select.Viewport>
              {field.choices.map((choice) => (
                <Select.Item
                  key={choice.value}
                  value={choice.value}
                  className="flex h-7 items-center justify-between gap-4 px-2.5 outline-none data-highlighted:bg-rule"
                >
                  <Select.ItemText>{choice.label}</Select.ItemText>
                  <Select.ItemIndicator>
                    <Check size={13} />
                  </Select.ItemIndicator>
                </Select.Item>
              ))}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      </Select.Root>
    </FieldRow>
  );
}
