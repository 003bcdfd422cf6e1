import type { ReferenceField } from '@cyclogram/core';
import { useRef } from 'react';
import { toast } from 'sonner';
import { uploadImage } from '../api/images';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { ChoiceInput } from './ChoiceInput';
import type { ControlProps } from './FieldRow';

const none = 'none';
const ownFile = 'file';

/** A choice of the film's images, and a new one from a file. */
export function ImageInput({ field, value, onChange }: ControlProps<ReferenceField, string | null>) {
  const images = useEditor((state) => state.film.images);
  const change = useEditor((state) => state.change);
  const file = useRef<HTMLInputElement>(null);
  const add = async (chosen: File) => {
    try {
      const { sha256 } = await uploadImage(chosen);
      const known = images.find(({ source }) => source.asset === sha256);
      const id = known?.id ?? newId('image');
      if (!known) {
        const name = chosen.name.slice(0, 200);
        change('add image', (film) => void film.images.push({ id, name, source: { asset: sha256 } }));
      }
      onChange(id);
    } catch (error) {
      toast.error(`${chosen.name} is not used. ${(error as Error).message}`);
    }
  };
  const choices = [
    { value: none, label: 'None' },
    ...images.map(({ id, name }) => ({ value: id, label: name || 'Unnamed' })),
    { value: ownFile, label: 'Add an image…' },
  ];
  return (
    <>
      <ChoiceInput
        field={{ kind: 'choice', key: field.key, label: field.label, help: field.help, choices }}
        value={value ?? none}
        onChange={(chosen) =>
          chosen === ownFile ? file.current!.click() : onChange(chosen === none ? null : chosen)
        }
      />
      <input
        ref={file}
        type="file"
        hidden
        aria-label="Image file"
        accept="image/png,image/jpeg,image/webp,image/gif,image/svg+xml"
        onChange={({ target }) => {
          if (target.files?.[0]) void add(target.files[0]);
          target.value = '';
        }}
      />
    </>
  );
}
