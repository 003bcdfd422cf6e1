import type { PictureField } from '@cyclogram/core';
import { useRef } from 'react';
import { toast } from 'sonner';
import { uploadImage } from '../api/images';
import { freeId, useEditor } from '../editor/editorStore';
import { ChoiceInput } from './ChoiceInput';

const none = 'none';
const ownFile = 'file';

interface PictureInputProps {
  field: PictureField;
  value: string;
  onChange: (value: string) => void;
}

/** A choice of the film's pictures, and a new one from a file. */
export function PictureInput({ field, value, onChange }: PictureInputProps) {
  const pictures = useEditor((state) => state.film.pictures);
  const change = useEditor((state) => state.change);
  const file = useRef<HTMLInputElement>(null);
  const add = async (chosen: File) => {
    try {
      const { sha256 } = await uploadImage(chosen);
      const known = pictures.find(({ source }) => source.asset === sha256);
      const id = known?.id ?? freeId('picture', pictures);
      if (!known) {
        const name = chosen.name.slice(0, 200);
        change('add picture', (film) => void film.pictures.push({ id, name, source: { asset: sha256 } }));
      }
      onChange(id);
    } catch (error) {
      toast.error(`${chosen.name} is not used. ${(error as Error).message}`);
    }
  };
  const choices = [
    { value: none, label: 'None' },
    ...pictures.map(({ id, name }) => ({ value: id, label: name })),
    { value: ownFile, label: 'Add a picture…' },
  ];
  return (
    <>
      <ChoiceInput
        field={{ ...field, kind: 'choice', choices }}
        value={value || none}
        onChange={(chosen) =>
          chosen === ownFile ? file.current!.click() : onChange(chosen === none ? '' : chosen)
        }
      />
      <input
        ref={file}
        type="file"
        hidden
        aria-label="Picture file"
        accept="image/png,image/jpeg,image/webp,image/gif"
        onChange={({ target }) => {
          if (target.files?.[0]) void add(target.files[0]);
          target.value = '';
        }}
      />
    </>
  );
}
