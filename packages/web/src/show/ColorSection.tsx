import {
  colorRecord,
  defaultsOf,
  fieldOf,
  fieldsOf,
  stopRecord,
  structuredCopy,
  type ColorField,
  type FigureLayer,
  type Palette,
} from '@cyclogram/core';
import { useContext, useId } from 'react';
import { Button } from '../controls/Button';
import { ColorInput } from '../controls/ColorInput';
import { FieldRows } from '../controls/Fields';
import { OwnerContext } from '../cords/owner';
import { PropertyRow } from '../cords/PropertyRow';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { GradientInput } from './GradientInput';
import type { LayerEdits } from './useLayerEdits';

const colorField = fieldOf(stopRecord, 'color') as ColorField;
const fields = fieldsOf(colorRecord);
const standard = defaultsOf(colorRecord, { width: 0, height: 0 });
/** Before the gradient, and after it. */
const [before, after] = [fields.slice(0, 2), fields.slice(2)];

/** How a figure is coloured: by what, through which gradient, its own or one that several share. */
export function ColorSection({ layer, edits }: { layer: FigureLayer; edits: LayerEdits }) {
  const palettes = useEditor((state) => state.film.palettes);
  const change = useEditor((state) => state.change);
  const { color } = layer;
  const owner = useContext(OwnerContext);
  const palette = palettes.find(({ id }) => id === color.palette);
  const gradient = palette ?? color;
  const setPalette = (label: string, part: Partial<Palette>) =>
    change(
      label,
      (film) => {
        const target = film.palettes.find(({ id }) => id === palette!.id);
        if (target) Object.assign(target, part);
      },
      `palette ${palette!.id} ${label}`,
    );
  const setStops = (stops: typeof color.stops) =>
    palette ? setPalette('colours', { stops }) : edits.setPart('color', 'stops', stops);
  const share = () => {
    const id = newId('palette');
    const name = `Palette ${palettes.length + 1}`;
    change('share the colours', (film) => {
      film.palettes.push({ id, name, stops: structuredCopy(gradient.stops), mix: gradient.mix });
    });
    edits.setPart('color', 'palette', id);
  };
  const set = (key: string, value: unknown) => {
    if (key === 'mix' && palette) setPalette('interpolation', { mix: value as Palette['mix'] });
    else if (key === 'palette' && value === null) {
      // Its own colours are then those that it had.
      edits.eachFigure('own colours', 'own colours', (target) => {
        Object.assign(target.color, { palette: null, stops: gradient.stops, mix: gradient.mix });
      });
    } else edits.setPart('color', key, value);
  };
  const rows = (some: typeof fields) => (
    <FieldRows
      at="color"
      fields={some.filter(({ key }) => key !== 'palette' || palettes.length > 0)}
      values={{ ...color, mix: gradient.mix }}
      defaults={{ ...standard }}
      onChange={set}
    />
  );
  return (
    <>
      {rows(before)}
      {palette && (
        <PaletteName palette={palette} onChange={(name) => setPalette('name of the palette', { name })} />
      )}
      {color.by === 'one' ? (
        <OwnerContext.Provider value={palette ? { list: 'palettes', id: palette.id } : owner}>
          <PropertyRow at={palette ? 'stops' : 'color.stops'} item={gradient.stops[0]!.id} field={colorField}>
            <ColorInput
              field={colorField}
              value={gradient.stops[0]!.color}
              onChange={(value) =>
                setStops([{ ...gradient.stops[0]!, color: value }, ...gradient.stops.slice(1)])
              }
            />
          </PropertyRow>
        </OwnerContext.Provider>
      ) : (
        <OwnerContext.Provider value={palette ? { list: 'palettes', id: palette.id } : owner}>
          <GradientInput at={palette ? 'stops' : 'color.stops'} gradient={gradient} onChange={setStops} />
        </OwnerContext.Provider>
      )}
      {rows(after)}
      {!palette && (
        <Button className="mt-1.5" onClick={share}>
          Create a shared palette
        </Button>
      )}
    </>
  );
}

function PaletteName({ palette, onChange }: { palette: Palette; onChange: (name: string) => void }) {
  const id = useId();
  return (
    <div className="flex h-7 items-center gap-2">
      <label htmlFor={id} className="grow text-dim">
        Palette name
      </label>
      <input
        id={id}
        value={palette.name}
        maxLength={200}
        onChange={({ target }) => onChange(target.value)}
        className="h-6 w-28 border-b border-rule bg-transparent hover:border-edge"
      />
    </div>
  );
}
