import { addressKey, shownFields, type Field, type FieldGroup, type ShownField } from '@cyclogram/core';
import { memo, useContext, useState } from 'react';
import { cordsOn } from '../cords/cordChanges';
import { FilterContext, isStandard } from '../cords/filter';
import { OwnerContext, addressOf } from '../cords/owner';
import { PropertyRow } from '../cords/PropertyRow';
import { useEditor } from '../editor/editorStore';
import { ControlOf } from './ControlOf';
import { MoreRows } from './MoreRows';
import { useSteady } from './useSteady';

type Values = Readonly<Record<string, unknown>>;

interface FieldsProps {
  groups: readonly FieldGroup[];
  values: Values;
  /** What a reset of a number brings back. */
  defaults: Values;
  onChange: (key: string, value: unknown) => void;
}

/** The properties of something, under their headings; those without effect are not shown. */
export function Fields({ groups, values, defaults, onChange, at, item }: FieldsProps & MovingProps) {
  return shownFields(groups, values).map(({ heading, fields }) => (
    <section key={heading} className="mt-3">
      <h4 className="mb-0.5 border-b border-rule text-xs text-dim">{heading}</h4>
      <FieldRows
        fields={fields}
        values={values}
        defaults={defaults}
        onChange={onChange}
        at={at}
        item={item}
      />
    </section>
  ));
}

interface FieldRowsProps extends Omit<FieldsProps, 'groups'> {
  fields: readonly Field[];
}

interface MovingProps {
  /** Key of the record that the properties are in, from their owner on; undefined where nothing moves. */
  at?: string | undefined;
  /** Id of the item of the list that they are in. */
  item?: string | undefined;
}

/** The same without headings. */
export function FieldRows({ fields, values, defaults, onChange, at, item }: FieldRowsProps & MovingProps) {
  const filter = useContext(FilterContext);
  const owner = useContext(OwnerContext);
  const cords = useEditor((state) => state.film.cords);
  const change = useSteady(onChange);
  // Those that were put away when they were opened stay where they are while one is changed.
  const [opened, setOpened] = useState<readonly string[]>();
  const [shown] = shownFields([{ heading: '', fields }], values);
  const wanted = (shown?.fields ?? []).filter((field) =>
    filter.shows(field, values[field.key], defaults[field.key], at, item),
  );
  // What is set or moves is never hidden, nor what was looked for.
  const isPutAway = (field: ShownField) =>
    field.rare === true &&
    !filter.active &&
    isStandard(values[field.key], defaults[field.key]) &&
    !(owner && at !== undefined && cordsOn(cords, addressKey(addressOf(owner, field, at, item))).length > 0);
  const rare = wanted.filter((field) => (opened ? opened.includes(field.key) : isPutAway(field)));
  const row = (field: ShownField) => (
    <PropertyRow key={field.key} at={at} item={item} field={field}>
      <OneField field={field} value={values[field.key]} resetTo={defaults[field.key]} onChange={change} />
    </PropertyRow>
  );
  return (
    <>
      {wanted.filter((field) => !rare.includes(field)).map(row)}
      {rare.length > 0 && (
        <MoreRows
          names={rare.map(({ label }) => label)}
          open={opened !== undefined}
          onOpenChange={(open) => setOpened(open ? rare.map(({ key }) => key) : undefined)}
        >
          {rare.map(row)}
        </MoreRows>
      )}
    </>
  );
}

interface OneFieldProps {
  field: ShownField;
  value: unknown;
  /** What a reset of a number brings back. */
  resetTo: unknown;
  onChange: (key: string, value: unknown) => void;
}

/** Rendered again only when its own value changes: cards have many. */
const OneField = memo(function OneField({ field, value, resetTo, onChange }: OneFieldProps) {
  return (
    <ControlOf field={field} value={value} resetTo={resetTo} onChange={(next) => onChange(field.key, next)} />
  );
});
