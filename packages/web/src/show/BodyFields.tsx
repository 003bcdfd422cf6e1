import { bodyKinds, kindOf, type BodySettings, type FieldGroup } from '@cyclogram/core';
import { FieldRows } from '../controls/Fields';
import { useEditor } from '../editor/editorStore';
import { Slot } from './slots/slots';

interface BodyFieldsProps {
  body: BodySettings;
  onChange: (key: string, value: unknown) => void;
}

/** All properties of a body: its own, where it stands, and what it is made of. */
export function BodyFields({ body, onChange }: BodyFieldsProps) {
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const kind = kindOf(bodyKinds, body);
  if (!kind)
    return <p className="py-1 text-xs text-dim">A newer Cyclogram made this body: it is kept as it is.</p>;
  const defaults = { ...kind.defaults({ width, height }) };
  const values = { ...body } as Record<string, unknown>;
  return (kind.record.groups as readonly FieldGroup[]).map(({ heading, fields, slot }, i) => (
    <section key={heading} aria-label={heading} className="mt-1.5">
      {/* The card itself is called as what all bodies have, and as the kind. */}
      {i > 0 && heading !== kind.label && <h5 className="text-xs text-dim">{heading}</h5>}
      <FieldRows
        at="bodies"
        item={body.id}
        fields={fields}
        values={values}
        defaults={defaults}
        onChange={onChange}
      />
      <Slot
        id={slot}
        item={body.id}
        values={values}
        defaults={defaults}
        onChange={(part) => {
          for (const [key, value] of Object.entries(part)) onChange(key, value);
        }}
      />
    </section>
  ));
}
