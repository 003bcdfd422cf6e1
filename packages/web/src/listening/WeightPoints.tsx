import { weightDb, type Ear } from '@cyclogram/core';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { spectrumRange, weightZero, type SpectrumScales } from './spectrumScales';

interface WeightPointsProps {
  ear: Ear;
  scales: SpectrumScales;
  onChange: (label: string, weights: Ear['weights']) => void;
}

const max = 48;
const hold = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high);

/**
 * The points of an ear's weights curve, laid over its spectrum: click to add
 * one, drag or use the arrow keys to move it, double click or Delete to remove it.
 */
export function WeightPoints({ ear, scales, onChange }: WeightPointsProps) {
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef<number>(undefined);
  const { x, y, width, height } = scales;
  const zero = weightZero(scales);
  const { weights } = ear;

  const pointAt = (event: PointerEvent) => {
    const { left, top } = svg.current!.getBoundingClientRect();
    const hz = hold(x.invert(event.clientX - left), spectrumRange.fromHz, spectrumRange.toHz);
    const db = hold(y.invert(event.clientY - top) - zero, -max, max);
    return { hz: Math.round(hz), db: Math.round(db * 2) / 2 };
  };
  const move = (index: number, point: { hz: number; db: number }) =>
    onChange(
      'move weight',
      weights.map((other, i) => (i === index ? point : other)),
    );
  const remove = (index: number) =>
    onChange(
      'remove weight',
      weights.filter((_, i) => i !== index),
    );
  const onKeyDown = (event: KeyboardEvent, index: number) => {
    const { hz, db } = weights[index]!;
    const big = event.shiftKey ? 6 : 1;
    const steps: Record<string, () => void> = {
      ArrowUp: () => move(index, { hz, db: hold(db + 0.5 * big, -max, max) }),
      ArrowDown: () => move(index, { hz, db: hold(db - 0.5 * big, -max, max) }),
      ArrowRight: () => move(index, { hz: Math.min(hz * 2 ** (big / 24), spectrumRange.toHz), db }),
      ArrowLeft: () => move(index, { hz: Math.max(hz / 2 ** (big / 24), spectrumRange.fromHz), db }),
      Delete: () => remove(index),
    };
    const step = steps[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    step();
  };
  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      className="absolute inset-0 cursor-copy touch-none"
      aria-label="Weights curve"
      onPointerDown={(event) => {
        if (event.target !== svg.current || weights.length >= 64) return;
        onChange('add weight', [...weights, pointAt(event)]);
      }}
    >
      {weights.map((point, i) => (
        <circle
          key={i}
          cx={x(point.hz)}
          cy={y(zero + weightDb(weights, point.hz))}
          r={6}
          fill="#12100e"
          stroke="#86cdb4"
          strokeWidth={2}
          className="cursor-move"
          tabIndex={0}
          role="button"
          aria-label={`Weight ${point.db} dB at ${Math.round(point.hz)} Hz`}
          onKeyDown={(event) => onKeyDown(event, i)}
          onDoubleClick={() => remove(i)}
          onPointerDown={(event) => {
            event.stopPropagation();
            event.currentTarget.setPointerCapture(event.pointerId);
            held.current = i;
          }}
          onPointerMove={(event) => held.current === i && move(i, pointAt(event))}
          onPointerUp={() => (held.current = undefined)}
          onPointerCancel={() => (held.current = undefined)}
        />
      ))}
    </svg>
  );
}
