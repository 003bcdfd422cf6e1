import {
  sourceRegistry,
  findProperty,
  isPoint,
  type Cord,
  type MovingValue,
  type PropertyAddress,
} from '@cyclogram/core';
import { useCallback } from 'react';
import { LiveCanvas, type DrawLive } from '../controls/LiveCanvas';
import { tokens } from '../controls/tokens';
import { useEditor } from '../editor/editorStore';
import { usePreview } from '../editor/previewContext';
import { rangeText } from './words';

interface CordMeterProps {
  address: PropertyAddress;
  addressKey: string;
  cords: readonly Cord[];
}

type Axis = 'x' | 'y';

/** A number that stands for a value: of a point that of the axis on which it moves. */
const numberOf = (value: MovingValue, axis: Axis): number | undefined =>
  typeof value === 'number' ? value : isPoint(value) ? value[axis] : undefined;

/** A property that moves: its values at rest and at peak, and the live one between them. */
export function CordMeter({ address, addressKey, cords }: CordMeterProps) {
  const preview = usePreview();
  const film = useEditor((state) => state.film);
  const found = findProperty(film, address);
  const first = cords.find(({ on }) => on) ?? cords[0]!;
  const kind = sourceRegistry.of(first.source);
  const range = found && kind?.range(first.source as never, found.field, found.value);
  const axis: Axis = range && isPoint(range[0]) && isPoint(range[1]) && range[0].x === range[1].x ? 'y' : 'x';
  const [from, to] = range ? range.map((value) => numberOf(value, axis)) : [];
  const draw = useCallback<DrawLive>(
    (context, width, height) => {
      const value = preview.live.values.get(addressKey);
      const now = value === undefined ? undefined : numberOf(value, axis);
      const isKnown = now !== undefined && from !== undefined && to !== undefined && from !== to;
      const share = isKnown ? Math.min(Math.max((now - from) / (to - from), 0), 1) : 0;
      const radius = height / 2;
      context.fillStyle = tokens.rule;
      context.fillRect(0, radius - 1, width, 2);
      context.fillStyle = typeof value === 'string' && value.startsWith('#') ? value : tokens.glass;
      context.beginPath();
      context.arc(radius + share * (width - 2 * radius), radius, radius, 0, 2 * Math.PI);
      context.fill();
    },
    [preview, addressKey, from, to, axis],
  );
  const text = range ? rangeText(found.field, range[0], range[1]) : (kind?.label ?? '');
  return (
    <span
      className={`flex w-20 shrink-0 flex-col justify-center ${cords.some(({ on }) => on) ? '' : 'opacity-40'}`}
      title={`${cords.length > 1 ? `${cords.length} cords: ` : ''}${text}`}
      data-testid="cord-meter"
    >
      <span className="figures truncate text-[10px] leading-3 text-glass">{text}</span>
      <LiveCanvas draw={draw} className="h-1.5 w-full" />
    </span>
  );
}
