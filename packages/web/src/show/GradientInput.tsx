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
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { IconButton } from '../controls/Button';
import { ColorInput } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { addStop, moveStop, removeStop } from './gradientStops';

interface GradientInputProps {
  gradient: Gradient;
  onChange: (stops: ColorStop[]) => void;
}

const placeField = fieldOf(stopRecord, 'at') as NumberField;
const colorField = fieldOf(stopRecord, 'color') as ColorField;

/** A gradient as a bar with its stops under it; a double click on the bar adds one. */
export function GradientInput({ gradient, onChange }: GradientInputProps) {
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
    const step = { ArrowLeft: -0.01, ArrowRight: 0.01 }[event.key];
    if (step !== undefined) change(moveStop(stops, i, stops[i]!.at + step * (event.shiftKey ? 10 : 1)));
    else if (event.key === 'Delete' || event.key === 'Backspace') change(removeStop(stops, i));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const onMove = (event: PointerEvent, i: number) => {
    if (event.currentTarget.hasPointerCapture(event.pointerId)) change(moveStop(stops, i, placeOf(event)));
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
          {stops.map(({ at, color }, i) => (
            <button
              key={i}
              type="button"
              role="slider"
              aria-label={`Colour ${i + 1} of ${stops.length}`}
              aria-valuemin={0}
              aria-valuemax={100}
              aria-valuenow={Math.round(at * 100)}
              aria-valuetext={`${color} at ${Math.round(at * 100)} %`}
              onKeyDown={(event) => onKeyDown(event, i)}
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                setChosen(i);
              }}
              onPointerMove={(event) => onMove(event, i)}
              className={`absolute top-4 h-3.5 w-3 -translate-x-1/2 cursor-ew-resize touch-none border-2 ${i === index ? 'border-paper' : 'border-edge'}`}
              style={{ left: `${at * 100}%`, background: color }}
            />
          ))}
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
      <ColorInput
        field={colorField}
        value={stop.color}
        onChange={(color) => onChange(stops.map((other, i) => (i === index ? { ...other, color } : other)))}
      />
      {stops.length > 1 && (
        <NumberInput
          field={placeField}
          value={stop.at}
          onChange={(at) => change(moveStop(stops, index, at))}
        />
      )}
    </div>
  );
}
