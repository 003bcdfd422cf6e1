import type { ChoiceField } from '@cyclogram/core';
import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import { useId } from 'react';
import { menuRow, menuSheet } from './menu';
import { FieldRow, type ControlProps } from './FieldRow';

interface ChoiceInputProps extends ControlProps<ChoiceField, string> {
  /** Shown while none of the choices is chosen. */
  placeholder?: string;
  /** Whether there is room for long names. */
  wide?: boolean;
}

/** One of several, from a list. */
export function ChoiceInput({ field, value, onChange, placeholder, wide = false }: ChoiceInputProps) {
  const id = useId();
  return (
    <FieldRow id={id} field={field}>
      <Select.Root value={value} onValueChange={onChange}>
        <Select.Trigger
          id={id}
          aria-describedby={field.help ? `${id}-help` : undefined}
          className={`flex h-6 ${wide ? 'w-52' : 'w-28'} items-center justify-between gap-1 border-b border-rule hover:border-edge`}
        >
          <span className="truncate">
            <Select.Value placeholder={placeholder} />
          </span>
          <ChevronDown size={13} className="shrink-0 text-dim" />
        </Select.Trigger>
        <Select.Portal>
          <Select.Content position="popper" sideOffset={2} className={menuSheet}>
            <Select.Viewport>
              {field.choices.map((choice) => (
                <Select.Item key={choice.value} value={choice.value} className={`${menuRow} justify-between`}>
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
