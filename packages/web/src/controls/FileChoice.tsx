import type { ReferenceField } from '@cyclogram/core';
import { useRef } from 'react';
import { toast } from 'sonner';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { ChoiceInput } from './ChoiceInput';
import type { ControlProps } from './FieldRow';

const none = 'none';
const ownFile = 'file';

/** Lists of a film that hold files. */
type FileList = 'images' | 'lookups' | 'footage';

interface FileChoiceProps extends ControlProps<ReferenceField, string | null> {
  list: FileList;
  /** What adding one is called, in the list of choices and in the history: "Add an image…", "add image". */
  addLabel: string;
  label: string;
  fileLabel: string;
  /** Kinds of files, as a file dialog takes them. */
  accept: string;
  /** Sends a file. Undefined when that was given up. @throws Error saying why it is not used */
  send(file: File): Promise<{ sha256: string; name: string } | undefined>;
}

/** A choice of the film's files of a kind, and a new one. A file that the film has already is not added again. */
export function FileChoice({
  field,
  value,
  onChange,
  list,
  addLabel,
  label,
  fileLabel,
  accept,
  send,
}: FileChoiceProps) {
  const items = useEditor((state) => state.film[list]);
  const change = useEditor((state) => state.change);
  const input = useRef<HTMLInputElement>(null);
  const add = async (file: File) => {
    try {
      const sent = await send(file);
      if (!sent) return;
      const { sha256, name } = sent;
      const known = items.find(({ source }) => source.asset === sha256);
      const id = known?.id ?? newId(list);
      if (!known) {
        const item = { id, name: name.slice(0, 200), source: { asset: sha256 } };
        change(label, (film) => void film[list].push(item));
      }
      onChange(id);
    } catch (error) {
      toast.error(`${file.name} is not used. ${(error as Error).message}`);
    }
  };
  const choices = [
    { value: none, label: 'None' },
    ...items.map(({ id, name }) => ({ value: id, label: name || 'Unnamed' })),
    { value: ownFile, label: addLabel },
  ];
  return (
    <>
      <ChoiceInput
        field={{ kind: 'choice', key: field.key, label: field.label, help: field.help, choices }}
        value={value ?? none}
        onChange={(chosen) =>
          chosen === ownFile ? input.current!.click() : onChange(chosen === none ? null : chosen)
        }
      />
      <input
        ref={input}
        type="file"
        hidden
        aria-label={fileLabel}
        accept={accept}
        onChange={({ target }) => {
          if (target.files?.[0]) void add(target.files[0]);
          target.value = '';
        }}
      />
    </>
  );
}
