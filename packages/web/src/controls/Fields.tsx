import {
  placeKey,
  shownFields,
  type ColorField,
  type Field,
  type FieldGroup,
  type NumberField,
  type ReferenceField,
  type ValueOfField,
  type ShownField,
  type SwitchField,
  type TextField,
} from '@cyclogram/core';
import { Popover, Switch } from 'radix-ui';
import { memo, useContext, useId, useState, type ReactNode } from 'react';
import { HexColorInput, HexColorPicker } from 'react-colorful';
import { cordsOn } from '../cords/cordChanges';
import { FilterContext, isStandard } from '../cords/filter';
import { OwnerContext, placeOf } from '../cords/owner';
import { PropertyRow } from '../cords/PropertyRow';
import { useEditor } from '../editor/editorStore';
import { ChoiceInput } from './ChoiceInput';
import { FieldRow, type ControlProps } from './FieldRow';
import { FontInput } from './FontInput';
import { helpProps } from './helpLine';
import { popoverSheet } from './menu';
import { MoreRows } from './MoreRows';
import { NumberInput } from './NumberInput';
import { PointInput, ScaleInput } from './PointInput';
import { ReferenceInput } from './ReferenceInput';
import { Swatches } from './Swatches';
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
    !(owner && at !== undefined && cordsOn(cords, placeKey(placeOf(owner, field, at, item))).length > 0);
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

interface ControlOfProps extends Omit<OneFieldProps, 'onChange'> {
  onChange: (value: unknown) => void;
}

type ShownValue<F> = F extends NumberField
  ? number | null
  : F extends ReferenceField
    ? string | null
    : ValueOfField<F>;

type Control<F extends ShownField> = (
  props: ControlProps<F, ShownValue<F>> & { resetTo: ShownValue<F>; onUnset: (() => void) | undefined },
) => ReactNode;

/** The control of each kind of field. */
const controls: { readonly [Kind in ShownField['kind']]: Control<Extract<ShownField, { kind: Kind }>> } = {
  number: NumberInput,
  choice: ChoiceInput,
  color: ColorInput,
  switch: SwitchInput,
  text: TextInput,
  font: FontInput,
  point: PointInput,
  scale: ScaleInput,
  reference: ReferenceInput,
};

/** The control of a property, whatever its kind. */
export function ControlOf({ field, value, resetTo, onChange }: ControlOfProps) {
  const Input = controls[field.kind] as Control<never>;
  const onUnset = field.nullable ? () => onChange(null) : undefined;
  return (
    <Input
      field={field as never}
      value={value as never}
      resetTo={resetTo as never}
      onUnset={onUnset}
      onChange={onChange}
    />
  );
}

/** A colour with its picker, and the film's own colours to choose from. */
export function ColorInput({ field, value, onChange }: ControlProps<ColorField, string>) {
  const id = useId();
  return (
    <FieldRow id={id} field={field}>
      <Popover.Root>
        <Popover.Trigger
          id={id}
          className="flex h-6 w-28 items-center gap-2 border-b border-rule hover:border-edge"
        >
          <span className="size-4 shrink-0 border border-edge" style={{ background: value }} />
          <span className="figures">{value}</span>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content side="left" sideOffset={12} className={popoverSheet}>
            <HexColorPicker color={value} onChange={onChange} />
            <Swatches onChange={onChange} />
            <HexColorInput
              aria-label={`${field.label}, as hex`}
              color={value}
              onChange={onChange}
              prefixed
              className="figures mt-2 w-full border-b border-edge bg-transparent py-1"
            />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </FieldRow>
  );
}

/** @param wide whether it stands among wide lists */
export function SwitchInput({
  field,
  value,
  onChange,
  wide = false,
}: ControlProps<SwitchField, boolean> & { wide?: boolean }) {
  const id = useId();
  return (
    <FieldRow id={id} field={field}>
      <span className={wide ? 'w-52' : 'w-28'}>
        <Switch.Root
          id={id}
          checked={value}
          onCheckedChange={onChange}
          className="h-4 w-7 rounded-full border border-edge p-px data-[state=checked]:border-signal"
        >
          <Switch.Thumb className="block size-3 rounded-full bg-edge transition-transform data-[state=checked]:translate-x-3 data-[state=checked]:bg-signal" />
        </Switch.Root>
      </span>
    </FieldRow>
  );
}

function TextInput({ field, value, onChange }: ControlProps<TextField, string>) {
  const id = useId();
  if (field.line) {
    return (
      <FieldRow id={id} field={field}>
        <input
          id={id}
          value={value}
          maxLength={field.maxLength}
          onChange={({ target }) => onChange(target.value)}
          className="h-6 w-40 border-b border-rule bg-transparent hover:border-edge"
        />
      </FieldRow>
    );
  }
  return (
    <div className="py-1" {...helpProps(field.label, field.help)}>
      <label htmlFor={id} className="text-dim">
        {field.label}
      </label>
      <textarea
        id={id}
        value={value}
        rows={3}
        maxLength={field.maxLength}
        spellCheck={false}
        onChange={({ target }) => onChange(target.value)}
        className="figures mt-1 w-full resize-y border border-rule bg-transparent p-1.5 hover:border-edge"
      />
    </div>
  );
}
