import {
  fieldOf,
  gradientColors,
  stopRecord,
  type ColorField,
  type ColorStop,
  type Gradient,
  type NumberField,
} from '@cyclogram/core';
import { Minus, Plus } from 'lucide-react';
import { Slider } from 'radix-ui';
import { useRef, useState, type KeyboardEvent } from 'react';
import { IconButton } from '../controls/Button';
import { ColorInput } from '../controls/ColorInput';
import { NumberInput } from '../controls/NumberInput';
import { PropertyRow } from '../cords/PropertyRow';
import { addStop, moveStop, moveTo, removeStop } from './gradientStops';

interface GradientInputProps {
  /** Key of the list of its stops, from their owner on; undefined where nothing moves. */
  at?: string;
  /** The item by which a stop is found there, of its id; the id when left out. */
  idOf?: (id: string) => string;
  gradient: Gradient;
  onChange: (stops: ColorStop[]) => void;
}

const placeField = fieldOf(stopRecord, 'at') as NumberField;
const colorField = fieldOf(stopRecord, 'color') as ColorField;

/** A gradient as a bar with its stops under it; a double click on the bar adds one. */
export function GradientInput({ at, idOf = (id) => id, gradient, onChange }: GradientInputProps) {
  const { stops } = gradient;
  const [chosen, setChosen] = useState(0);
  const bar = useRef<HTMLDivElement>(null);
  const index = Math.min(chosen, stops.length - 1);
  const stop = stops[index]!;
  const ramp = gradientColors(gradient, 24);
  const change = (next: { stops: ColorStop[]; index: number }) => {
    setChosen(next.index);
    onChange(next.stops);
  };
  const placeOf = (event: { clientX: number }) => {
    const box = bar.current!.getBoundingClientRect();
    return Math.min(Math.max((event.clientX - box.left) / box.width, 0), 1);
  };
  const onKeyDown = (event: KeyboardEvent, i: number) => {
    if (event.key !== 'Delete' && event.key !== 'Backspace') return;
    change(removeStop(stops, i));
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className="py-1">
      <div className="flex items-center gap-1">
        <div className="relative h-8 grow">
          <div
            ref={bar}
            title="Double click to add a colour"
            onDoubleClick={(event) => change(addStop(gradient, placeOf(event)))}
            className="absolute inset-x-0 top-0 h-4 border border-rule"
            style={{ background: `linear-gradient(to right, ${ramp.join(', ')})` }}
          />
          <Slider.Root
            min={0}
            max={1}
            step={0.01}
            value={stops.map(({ at }) => at)}
            onValueChange={(positions) => change(moveTo(stops, positions))}
            className="absolute inset-x-0 top-4 h-3.5 touch-none"
          >
            {stops.map(({ id, at, color }, i) => (
              <Slider.Thumb
                key={id}
                aria-label={`Colour ${i + 1} of ${stops.length}`}
                aria-valuetext={`${color} at ${Math.round(at * 100)} %`}
                onFocus={() => setChosen(i)}
                onKeyDown={(event) => onKeyDown(event, i)}
                className={`block h-3.5 w-3 cursor-ew-resize border-2 ${i === index ? 'border-paper' : 'border-edge'}`}
                style={{ background: color }}
              />
            ))}
          </Slider.Root>
        </div>
        <IconButton
          label="Add a colour"
          className="size-6"
          disabled={stops.length >= 16}
          onClick={() => change(addStop(gradient))}
        >
          <Plus size={13} />
        </IconButton>
        <IconButton
          label="Remove this colour"
          className="size-6"
          disabled={stops.length < 2}
          onClick={() => change(removeStop(stops, index))}
        >
          <Minus size={13} />
        </IconButton>
      </div>
      <PropertyRow key={`${stop.id} color`} at={at} item={idOf(stop.id)} field={colorField}>
        <ColorInput
          field={colorField}
          value={stop.color}
          onChange={(color) => onChange(stops.map((other, i) => (i === index ? { ...other, color } : other)))}
        />
      </PropertyRow>
      {stops.length > 1 && (
        <PropertyRow key={`${stop.id} at`} at={at} item={idOf(stop.id)} field={placeField}>
          <NumberInput
            field={placeField}
            value={stop.at}
            onChange={(at) => change(moveStop(stops, index, at))}
          />
        </PropertyRow>
      )}
    </div>
  );
}
