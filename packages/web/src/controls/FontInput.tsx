import type { FontField } from '@cyclogram/core';
import { useRef } from 'react';
import { toast } from 'sonner';
import { uploadTypeface } from '../api/typefaces';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { useTypefaces } from '../typefaces/typefaces';
import { ChoiceInput } from './ChoiceInput';

const ownFile = 'file';

interface FontInputProps {
  field: FontField;
  value: string;
  onChange: (value: string) => void;
}

/** A choice of typefaces: those that ship with the application, and those added to the film as files. */
export function FontInput({ field, value, onChange }: FontInputProps) {
  const names = useTypefaces();
  const typefaces = useEditor((state) => state.film.typefaces);
  const change = useEditor((state) => state.change);
  const file = useRef<HTMLInputElement>(null);
  const choices = [
    ...names.map((name) => ({ value: name, label: name })),
    ...(value && !names.includes(value) ? [{ value, label: `${value} (not here)` }] : []),
    { value: ownFile, label: 'Add a font file…' },
  ];
  const add = async (chosen: File) => {
    try {
      const { sha256 } = await uploadTypeface(chosen);
      const known = typefaces.find(({ source }) => source.asset === sha256);
      const wanted = chosen.name.replace(/\.[^.]+$/, '').slice(0, 90) || 'Typeface';
      const name = known?.name ?? (names.includes(wanted) ? `${wanted} ${names.length}` : wanted);
      if (!known) {
        change(
          'add typeface',
          (film) => void film.typefaces.push({ id: newId('typeface'), name, source: { asset: sha256 } }),
        );
      }
      onChange(name);
    } catch (error) {
      toast.error(`${chosen.name} is not used. ${(error as Error).message}`);
    }
  };
  return (
    <>
      <ChoiceInput
        field={{ kind: 'choice', key: field.key, label: field.label, help: field.help, choices }}
        value={value}
        placeholder="Choose"
        onChange={(chosen) => (chosen === ownFile ? file.current!.click() : onChange(chosen))}
      />
      <input
        ref={file}
        type="file"
        hidden
        aria-label="Font file"
        accept=".ttf,.otf,.woff"
        onChange={({ target }) => {
          if (target.files?.[0]) void add(target.files[0]);
          target.value = '';
        }}
      />
    </>
  );
}
