import type { ListName, ReferenceField } from '@cyclogram/core';
import { useMemo } from 'react';
import { useEditor } from '../editor/editorStore';
import { ChoiceInput } from './ChoiceInput';
import type { ControlProps } from './FieldRow';
import { FootageInput } from '../footage/FootageInput';
import { LookupInput } from './LookupInput';
import { ImageInput } from './ImageInput';

const none = 'none';

/** Something else of the film, chosen by its name. Images can be brought in from a file, too. */
export function ReferenceInput(props: ControlProps<ReferenceField, string | null>) {
  if (props.field.to === 'images') return <ImageInput {...props} />;
  if (props.field.to === 'footage') return <FootageInput {...props} />;
  return props.field.to === 'lookups' ? <LookupInput {...props} /> : <NamedInput {...props} />;
}

function NamedInput({ field, value, onChange }: ControlProps<ReferenceField, string | null>) {
  const items = useEditor(({ film }) => film[field.to as Exclude<ListName, 'images'>]);
  const choices = useMemo(
    () => [
      ...(field.nullable ? [{ value: none, label: 'None' }] : []),
      ...items.map(({ id, name }) => ({ value: id, label: name || 'Unnamed' })),
    ],
    [field, items],
  );
  return (
    <ChoiceInput
      field={{ kind: 'choice', key: field.key, label: field.label, help: field.help, choices }}
      value={value ?? none}
      onChange={(chosen) => onChange(chosen === none ? null : chosen)}
    />
  );
}
