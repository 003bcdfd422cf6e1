import { imageOfLookup, parseCube, type ReferenceField } from '@cyclogram/core';
import { useRef } from 'react';
import { toast } from 'sonner';
import { uploadImage } from '../api/images';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { ChoiceInput } from './ChoiceInput';
import type { ControlProps } from './FieldRow';

const none = 'none';
const ownFile = 'file';
const mostBytes = 20 * 1024 * 1024;

/** The table in a .cube file as an image that the server keeps. @throws Error saying what is wrong with it */
async function imageOf(file: File): Promise<File> {
  if (file.size > mostBytes) throw new Error('The file is larger than 20 MB');
  const { width, height, rgba } = imageOfLookup(parseCube(await file.text()));
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(rgba, width, height), 0, 0);
  return new File([await canvas.convertToBlob({ type: 'image/png' })], `${file.name}.png`);
}

/** A choice of the film's tables of colours, and a new one from a .cube file. */
export function LookupInput({ field, value, onChange }: ControlProps<ReferenceField, string | null>) {
  const lookups = useEditor((state) => state.film.lookups);
  const change = useEditor((state) => state.change);
  const file = useRef<HTMLInputElement>(null);
  const add = async (chosen: File) => {
    try {
      const { sha256 } = await uploadImage(await imageOf(chosen));
      const known = lookups.find(({ source }) => source.asset === sha256);
      const id = known?.id ?? newId('lookup');
      if (!known) {
        const name = chosen.name.replace(/\.cube$/i, '').slice(0, 200);
        change(
          'add look-up table',
          (film) => void film.lookups.push({ id, name, source: { asset: sha256 } }),
        );
      }
      onChange(id);
    } catch (error) {
      toast.error(`${chosen.name} is not used: ${(error as Error).message}.`);
    }
  };
  const choices = [
    { value: none, label: 'None' },
    ...lookups.map(({ id, name }) => ({ value: id, label: name || 'Unnamed' })),
    { value: ownFile, label: 'Add a .cube file…' },
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
        aria-label="Look-up table file"
        accept=".cube"
        onChange={({ target }) => {
          if (target.files?.[0]) void add(target.files[0]);
          target.value = '';
        }}
      />
    </>
  );
}
