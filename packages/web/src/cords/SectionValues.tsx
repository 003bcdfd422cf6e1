import type { CordSource, Field, MovingValue } from '@cyclogram/core';
import { Minus, Plus } from 'lucide-react';
import { IconButton } from '../controls/Button';
import { ControlOf } from '../controls/ControlOf';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { sameField } from './valueFields';
import { sectionTitles } from '../sections/sectionChanges';

type SectionsSource = Extract<CordSource, { kind: 'sections' }>;

interface SectionValuesProps {
  field: Field;
  source: SectionsSource;
  own: MovingValue;
  onChange: (key: string, value: unknown) => void;
}

/** The value of a property in each section of the song. */
export function SectionValues({ field, source, own, onChange }: SectionValuesProps) {
  const sections = useEditor((state) => state.film.sections);
  const { values } = source;
  if (sections.length === 0)
    return (
      <p className="py-1 text-xs text-dim">The film has no sections yet: find or add them on the Tape.</p>
    );
  return sectionTitles(sections).map(({ id, text: label }) => {
    const given = values.find(({ section }) => section === id);
    return (
      <div key={id} className="flex items-start gap-1">
        <div className="grow">
          {given ? (
            <ControlOf
              field={sameField(field, { key: id, label })}
              value={given.value}
              resetTo={own}
              onChange={(value) =>
                onChange(
                  'values',
                  values.map((one) => (one === given ? { ...one, value: value as MovingValue } : one)),
                )
              }
            />
          ) : (
            <p className="flex h-7 items-center justify-between gap-2 text-dim">
              {label} <span className="text-xs">its own value</span>
            </p>
          )}
        </div>
        <IconButton
          label={given ? `Own value in ${label}` : `Another value in ${label}`}
          className="size-6"
          onClick={() =>
            onChange(
              'values',
              given
                ? values.filter((one) => one !== given)
                : [...values, { id: newId('value'), section: id, value: own }],
            )
          }
        >
          {given ? <Minus size={12} /> : <Plus size={12} />}
        </IconButton>
      </div>
    );
  });
}
