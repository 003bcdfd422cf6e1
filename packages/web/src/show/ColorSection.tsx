import { colorBys, colorMixes, type ColorBy, type ColorMix, type FigureLayer } from '@cyclogram/core';
import { useId } from 'react';
import { Button } from '../controls/Button';
import { ChoiceInput } from '../controls/ChoiceInput';
import { ColorInput } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { freeId, useEditor } from '../editor/editorStore';
import { GradientInput } from './GradientInput';
import type { LayerEdits } from './useLayerEdits';

const byLabels: Record<ColorBy, string> = {
  one: 'One colour',
  band: 'By band',
  along: 'Along the path',
  across: 'Across the reach',
  level: 'By level',
  time: 'By time',
};
const byField = {
  kind: 'choice',
  key: 'by',
  label: 'Coloured',
  choices: colorBys.map((value) => ({ value, label: byLabels[value] })),
} as const;
const mixLabels: Record<ColorMix, string> = { oklch: 'OKLCH', oklab: 'OKLab', srgb: 'sRGB' };
const mixField = {
  kind: 'choice',
  key: 'mix',
  label: 'Mixed in',
  help: 'OKLCH keeps the middle as colourful as the ends and goes round by the hue; sRGB is what screens add.',
  choices: colorMixes.map((value) => ({ value, label: mixLabels[value] })),
} as const;
const colorField = { kind: 'color', key: 'color', label: 'Colour' } as const;
const cycleField = {
  ...({
    kind: 'number',
    key: 'cycle',
    label: 'Once round in',
    min: 0.1,
    max: 7200,
    step: 1,
    unit: 's',
  } as const),
  help: 'Time in which the colour goes through the gradient and back to its start.',
} as const;
const fadeField = {
  ...({ kind: 'number', key: 'fade', label: 'Fades with level', unit: '%', shownPer: 100 } as const),
  ...({ help: 'How much of the opacity goes away in silence.', min: 0, max: 1, step: 5 } as const),
} as const;
const own = 'own';

/** How a figure is coloured: by what, through which gradient, its own or one that several share. */
export function ColorSection({ layer, edits }: { layer: FigureLayer; edits: LayerEdits }) {
  const palettes = useEditor((state) => state.film.palettes);
  const change = useEditor((state) => state.change);
  const nameId = useId();
  const { color } = layer;
  const palette = palettes.find(({ id }) => id === color.palette);
  const gradient = palette ?? color;
  const setPalette = (label: string, part: object) =>
    change(
      label,
      (film) =>
        Object.assign(
          film.palettes.find(({ id }) => id === palette!.id)!,
          part,
        ),
      `palette ${palette!.id} ${label}`,
    );
  const setStops = (stops: typeof color.stops) =>
    palette ? setPalette('colours', { stops }) : edits.setPart('color', 'stops', stops);
  const share = () => {
    const id = freeId('palette', palettes);
    const name = `Palette ${palettes.length + 1}`;
    change('share the colours', (film) => {
      film.palettes.push({ id, name, stops: gradient.stops.map((stop) => ({ ...stop })), mix: gradient.mix });
    });
    edits.setPart('color', 'palette', id);
  };
  const takeOwn = () => {
    edits.eachFigure('colours of its own', 'own colours', (target) => {
      Object.assign(target.color, { palette: null, stops: gradient.stops, mix: gradient.mix });
    });
  };
  const paletteField = {
    kind: 'choice',
    key: 'palette',
    label: 'Colours',
    help: 'Its own, or a palette that several layers share: a change of it shows in all of them.',
    choices: [
      { value: own, label: 'Its own' },
      ...palettes.map(({ id, name }) => ({ value: id, label: name })),
    ],
  } as const;
  return (
    <>
      <ChoiceInput field={byField} value={color.by} onChange={(by) => edits.setPart('color', 'by', by)} />
      {palettes.length > 0 && (
        <ChoiceInput
          field={paletteField}
          value={color.palette ?? own}
          onChange={(id) => (id === own ? takeOwn() : edits.setPart('color', 'palette', id))}
        />
      )}
      {palette && (
        <div className="flex h-7 items-center gap-2">
          <label htmlFor={nameId} className="grow text-dim">
            Its name
          </label>
          <input
            id={nameId}
            value={palette.name}
            maxLength={200}
            onChange={({ target }) => setPalette('name of the palette', { name: target.value })}
            className="h-6 w-28 border-b border-rule bg-transparent hover:border-edge"
          />
        </div>
      )}
      {color.by === 'one' ? (
        <ColorInput
          field={colorField}
          value={gradient.stops[0]!.color}
          onChange={(value) =>
            setStops([{ ...gradient.stops[0]!, color: value }, ...gradient.stops.slice(1)])
          }
        />
      ) : (
        <>
          <GradientInput gradient={gradient} onChange={setStops} />
          <ChoiceInput
            field={mixField}
            value={gradient.mix}
            onChange={(mix) => (palette ? setPalette('mix', { mix }) : edits.setPart('color', 'mix', mix))}
          />
        </>
      )}
      {color.by === 'time' && (
        <NumberInput
          field={cycleField}
          value={color.cycle}
          resetTo={20}
          onChange={(cycle) => edits.setPart('color', 'cycle', cycle)}
        />
      )}
      <NumberInput
        field={fadeField}
        value={color.fade}
        resetTo={0}
        onChange={(fade) => edits.setPart('color', 'fade', fade)}
      />
      {!palette && (
        <Button className="mt-1.5" onClick={share}>
          Make it a shared palette
        </Button>
      )}
    </>
  );
}
