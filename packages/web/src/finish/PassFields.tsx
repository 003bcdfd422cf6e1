import { fieldKind, fieldsOf, kindOf, passKinds, type Field, type PassSettings } from '@cyclogram/core';
import { FieldRows } from '../controls/Fields';
import { useEditor } from '../editor/editorStore';
import { CurvesInput } from './CurvesInput';
import type { Owner } from './passChanges';

interface PassFieldsProps {
  owner: Owner;
  pass: PassSettings;
  onChange: (key: string, value: unknown) => void;
}

/** The properties of a pass. */
export function PassFields({ owner, pass, onChange }: PassFieldsProps) {
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const kind = kindOf(passKinds, pass)!;
  const fields: readonly Field[] = fieldsOf(kind.record);
  const lists = fields.filter((field) => fieldKind(field).items);
  return (
    <>
      {lists.length > 0 && <CurvesInput owner={owner} pass={pass} fields={lists} onChange={onChange} />}
      <FieldRows
        at="passes"
        item={pass.id}
        fields={fields}
        values={{ ...pass } as Record<string, unknown>}
        defaults={{ ...kind.defaults({ width, height }) } as Record<string, unknown>}
        onChange={onChange}
      />
    </>
  );
}
