import {
  defaultsOf,
  fieldOf,
  fieldsOf,
  isRecordField,
  isShown,
  stopRecord,
  type AnyRecord,
  type ColorField,
  type ColorStop,
  type Field,
  type Gradient,
  type RecordField,
} from '@cyclogram/core';
import { useContext, type ReactNode } from 'react';
import { CardSection } from '../controls/CardSection';
import { ColorInput } from '../controls/ColorInput';
import { FieldRows } from '../controls/Fields';
import { OwnerContext } from '../cords/owner';
import { PropertyRow } from '../cords/PropertyRow';
import { useEditor } from '../editor/editorStore';
import { GradientInput } from './GradientInput';
import { changedNote } from './notes';
import { Slot } from './slots/slots';

interface RecordSectionsProps {
  /** Groups of the record that are shown, each as a section. */
  record: Pick<AnyRecord, 'groups'>;
  values: object;
  onChange: (key: string, value: unknown) => void;
  /** What stands in the first section before its properties. */
  children?: ReactNode;
}

/** The properties of a layer as its record describes them: a section for each group, and paints with their colours. */
export function RecordSections({ record, values, onChange, children }: RecordSectionsProps) {
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const defaults = defaultsOf(record as AnyRecord, { width, height }) as Record<string, unknown>;
  const given = values as Record<string, unknown>;
  return record.groups.map(({ heading, fields, slot }, i) => (
    <CardSection
      key={heading}
      heading={heading}
      keys={fields.flatMap((field) => ('key' in field ? [field.key] : []))}
      note={changedNote(fields, given, defaults)}
    >
      {i === 0 && children}
      {runsOf(fields).map((run) =>
        'of' in run ? (
          isShown(run, given) && (
            <Paint
              key={run.key}
              field={run}
              values={given[run.key] as PaintValues}
              onChange={(value) => onChange(run.key, value)}
            />
          )
        ) : (
          <FieldRows
            key={run.fields[0]!.key}
            at=""
            fields={run.fields}
            values={given}
            defaults={defaults}
            onChange={onChange}
          />
        ),
      )}
      <Slot
        id={slot}
        item=""
        values={given}
        defaults={defaults}
        onChange={(part) => {
          for (const [key, value] of Object.entries(part)) onChange(key, value);
        }}
      />
    </CardSection>
  ));
}

/** Fields that follow each other, and the records between them. */
function runsOf(fields: readonly Field[]): ({ fields: Field[] } | RecordField)[] {
  const runs: ({ fields: Field[] } | RecordField)[] = [];
  for (const field of fields) {
    if (isRecordField(field)) runs.push(field);
    else {
      const last = runs.at(-1);
      if (last && 'fields' in last) last.fields.push(field);
      else runs.push({ fields: [field] });
    }
  }
  return runs;
}

type PaintValues = Record<string, unknown> & Gradient & { kind: string };

/** A paint: one colour, or a gradient with its stops. */
function Paint({
  field,
  values,
  onChange,
}: {
  field: RecordField;
  values: PaintValues;
  onChange: (values: PaintValues) => void;
}) {
  const owner = useContext(OwnerContext);
  const standard = defaultsOf(field.of, { width: 0, height: 0 });
  const all = fieldsOf(field.of);
  const [kind, stops, ...rest] = all;
  const colorField = fieldOf(stopRecord, 'color') as ColorField;
  const setStops = (next: ColorStop[]) => onChange({ ...values, stops: next });
  const set = (key: string, value: unknown) => onChange({ ...values, [key]: value });
  const at = `${field.key}.${(stops as { key: string }).key}`;
  const first = values.stops[0]!;
  return (
    <div className="mt-1 border-l border-rule pl-2">
      <p className="text-xs text-dim">{field.label}</p>
      <OwnerContext.Provider value={owner}>
        <FieldRows
          at={field.key}
          fields={[kind!]}
          values={values}
          defaults={{ ...standard }}
          onChange={set}
        />
        {values.kind === 'color' ? (
          <PropertyRow at={at} item={first.id} field={colorField}>
            <ColorInput
              field={colorField}
              value={first.color}
              onChange={(color) => setStops([{ ...first, color }, ...values.stops.slice(1)])}
            />
          </PropertyRow>
        ) : (
          <GradientInput at={at} gradient={values} onChange={setStops} />
        )}
        <FieldRows at={field.key} fields={rest} values={values} defaults={{ ...standard }} onChange={set} />
      </OwnerContext.Provider>
    </div>
  );
}
