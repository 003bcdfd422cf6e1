import {
  fieldOf,
  fieldsOf,
  materialRecord,
  stopRecord,
  type ColorField,
  type ColorStop,
  type Material,
} from '@cyclogram/core';
import { useContext } from 'react';
import { ColorInput } from '../../controls/ColorInput';
import { FieldRows } from '../../controls/Fields';
import { OwnerContext } from '../../cords/owner';
import { PropertyRow } from '../../cords/PropertyRow';
import { useEditor } from '../../editor/editorStore';
import { GradientInput } from '../GradientInput';
import type { SlotProps } from './slotProps';

const colorField = fieldOf(stopRecord, 'color') as ColorField;
const materialFields = fieldsOf(materialRecord);
/** Before the gradient, and after it. */
const [before, after] = [materialFields.slice(0, 3), materialFields.slice(3)];

/** What a body is made of, with its colours among the rest. */
export function MaterialColors({ item: body, values, defaults: standard, onChange: set }: SlotProps) {
  const material = values['material'] as Material;
  const defaults = standard['material'] as Material;
  const onChange = (next: Material) => set({ material: next }, 'material');
  const palettes = useEditor((state) => state.film.palettes);
  const change = useEditor((state) => state.change);
  const owner = useContext(OwnerContext);
  const palette = palettes.find(({ id }) => id === material.palette);
  const gradient = palette ?? material;
  const first = gradient.stops[0]!;
  const setStops = (stops: ColorStop[]) => {
    if (!palette) return onChange({ ...material, stops });
    change(
      'colours',
      (film) => {
        const target = film.palettes.find(({ id }) => id === palette.id);
        if (target) target.stops = stops;
      },
      `palette ${palette.id} colours`,
    );
  };
  const rows = (fields: typeof materialFields) => (
    <FieldRows
      at="bodies.material"
      item={body}
      fields={fields.filter(({ key }) => key !== 'palette' || palettes.length > 0)}
      values={{ ...material }}
      defaults={{ ...defaults }}
      onChange={(key, value) => onChange({ ...material, [key]: value })}
    />
  );
  const at = palette ? 'stops' : 'bodies.material.stops';
  // A stop of a body is found by the ids of both.
  const ids = (id: string) => (palette ? id : `${body}.${id}`);
  return (
    <>
      {rows(before)}
      <OwnerContext.Provider value={palette ? { list: 'palettes', id: palette.id } : owner}>
        {material.by === 'one' ? (
          <PropertyRow at={at} item={ids(first.id)} field={colorField}>
            <ColorInput
              field={colorField}
              value={first.color}
              onChange={(color) => setStops([{ ...first, color }, ...gradient.stops.slice(1)])}
            />
          </PropertyRow>
        ) : (
          <GradientInput at={at} idOf={ids} gradient={gradient} onChange={setStops} />
        )}
      </OwnerContext.Provider>
      {rows(after)}
    </>
  );
}
