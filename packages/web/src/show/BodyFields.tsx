import {
  bodyKinds,
  defaultsOf,
  fieldOf,
  fieldsOf,
  kindOf,
  materialRecord,
  mostMarks,
  regionRecord,
  stopRecord,
  type BodySettings,
  type ColorField,
  type ColorStop,
  type FieldGroup,
  type Material,
  type Region,
} from '@cyclogram/core';
import { Plus, Trash2 } from 'lucide-react';
import { useContext } from 'react';
import { Button, IconButton } from '../controls/Button';
import { ColorInput, FieldRows } from '../controls/Fields';
import { OwnerContext } from '../cords/owner';
import { PropertyRow } from '../cords/PropertyRow';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { GradientInput } from './GradientInput';

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
  return (kind.record.groups as readonly FieldGroup[]).map(({ heading, fields }) => (
    <section key={heading} aria-label={heading} className="mt-1.5">
      {heading !== 'Body' && heading !== kind.label && <h5 className="text-xs text-dim">{heading}</h5>}
      <FieldRows
        at="bodies"
        item={body.id}
        fields={fields}
        values={values}
        defaults={defaults}
        onChange={onChange}
      />
      {heading === 'Array' &&
        'columns' in body &&
        body.layout === 'grid' &&
        body.columns * body.rows > mostMarks && (
          <p role="status" className="py-1 text-xs text-amber">
            The first {mostMarks.toLocaleString('en')} of {(body.columns * body.rows).toLocaleString('en')}{' '}
            marks are drawn.
          </p>
        )}
      {heading === 'Material' && (
        <MaterialFields
          body={body.id}
          material={body.material}
          defaults={defaults.material}
          onChange={(material) => onChange('material', material)}
        />
      )}
      {heading === 'Regions' && 'regions' in body && (
        <Regions body={body.id} regions={body.regions} onChange={(regions) => onChange('regions', regions)} />
      )}
    </section>
  ));
}

const colorField = fieldOf(stopRecord, 'color') as ColorField;
const materialFields = fieldsOf(materialRecord);
/** Before the gradient, and after it. */
const [before, after] = [materialFields.slice(0, 3), materialFields.slice(3)];

interface MaterialFieldsProps {
  body: string;
  material: Material;
  defaults: Material;
  onChange: (material: Material) => void;
}

function MaterialFields({ body, material, defaults, onChange }: MaterialFieldsProps) {
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

const mostRegions = 8;
const regionFields = fieldsOf(regionRecord);
const standard = defaultsOf(regionRecord, { width: 0, height: 0 });

interface RegionsProps {
  body: string;
  regions: readonly Region[];
  onChange: (regions: Region[]) => void;
}

/** Regions of a globe; they can be moved on the Screen, too. */
function Regions({ body, regions, onChange }: RegionsProps) {
  return (
    <>
      {regions.map((region, i) => (
        <div key={region.id} className="mb-2 border-l border-rule pl-2">
          <div className="flex h-7 items-center justify-between text-xs text-dim">
            Region {i + 1}
            <IconButton
              label={`Remove region ${i + 1}`}
              className="size-6"
              onClick={() => onChange(regions.filter((_, at) => at !== i))}
            >
              <Trash2 size={12} />
            </IconButton>
          </div>
          <FieldRows
            at="bodies.regions"
            item={`${body}.${region.id}`}
            fields={regionFields}
            values={{ ...region }}
            defaults={{ ...standard }}
            onChange={(key, value) =>
              onChange(regions.map((one, at) => (at === i ? { ...one, [key]: value } : one)))
            }
          />
        </div>
      ))}
      <Button
        className="mt-1"
        disabled={regions.length >= mostRegions}
        onClick={() => onChange([...regions, { ...standard, id: newId('region') }])}
      >
        <Plus size={13} /> Add a region
      </Button>
    </>
  );
}
