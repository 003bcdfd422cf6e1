import {
  curveThrough,
  maxCurvePoints,
  type CurvePoint,
  type Field,
  type PassSettings,
} from '@cyclogram/core';
import { Minus, Plus } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { IconButton } from '../controls/Button';
import { PropertyRow } from '../cords/PropertyRow';
import { NumberInput } from '../controls/NumberInput';
import { newId } from '../editor/newId';
import { useEditor } from '../editor/editorStore';
import { curvePointFields } from './curvePointFields';
import { addPoint, movePoint, removePoint } from './curvePoints';
import type { Owner } from './passChanges';
import { upTo } from './upTo';
import { useScope } from './useScope';

const side = 220;
const colors: Record<string, string> = { all: '#f4efe6', red: '#e8705a', green: '#6fbf8f', blue: '#7fa6d8' };
const step = 0.01;
const none: CurvePoint[] = [];

interface CurvesInputProps {
  owner: Owner;
  pass: PassSettings;
  /** The lists of points. */
  fields: readonly Field[];
  onChange: (key: string, value: unknown) => void;
}

/** Curves over a histogram of what goes into them. Points are dragged, or moved by the arrow keys. */
export function CurvesInput({ owner, pass, fields, onChange }: CurvesInputProps) {
  const channels = fields as readonly { key: string; label: string }[];
  const [channel, setChannel] = useState(channels[0]!.key);
  const [chosen, setChosen] = useState<string>();
  const box = useRef<SVGSVGElement>(null);
  const points = (pass as unknown as Record<string, CurvePoint[]>)[channel] ?? none;
  const index = points.findIndex(({ id }) => id === chosen);
  const line = useMemo(() => {
    const curve = curveThrough(points);
    return Array.from({ length: 101 }, (_, i) => `${(i / 100) * side},${(1 - curve(i / 100)) * side}`).join(
      ' ',
    );
  }, [points]);
  const put = (next: CurvePoint[]) => onChange(channel, next);
  const placeOf = (event: { clientX: number; clientY: number }) => {
    const { left, top, width, height } = box.current!.getBoundingClientRect();
    return { at: (event.clientX - left) / width, value: 1 - (event.clientY - top) / height };
  };
  const add = (position: { at: number; value: number }) => {
    const id = newId('point');
    // A curve that is not there yet gets its ends, too.
    put(addPoint(points, position, id, () => newId('point')));
    setChosen(id);
  };
  const onPointerDown = (event: PointerEvent, id: string) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    setChosen(id);
  };
  const onKeyDown = (event: KeyboardEvent, id: string, point: CurvePoint) => {
    const by = event.shiftKey ? 10 * step : step;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, by],
      ArrowDown: [0, -by],
    };
    const move = moves[event.key];
    if (move) put(movePoint(points, id, { at: point.at + move[0], value: point.value + move[1] }));
    else if (event.key === 'Delete' || event.key === 'Backspace') put(removePoint(points, id));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const point = points[index];
  return (
    <div className="py-1">
      <div className="mb-1 flex items-center gap-1">
        <ToggleGroup.Root
          type="single"
          value={channel}
          onValueChange={(next) => next && setChannel(next)}
          aria-label="Channel"
          className="flex grow gap-1"
        >
          {channels.map(({ key, label }) => (
            <ToggleGroup.Item
              key={key}
              value={key}
              className="rounded-sm border border-transparent px-1.5 text-xs text-dim data-[state=on]:border-edge data-[state=on]:text-paper"
            >
              <span className="mr-1 inline-block size-2 rounded-full" style={{ background: colors[key] }} />
              {label}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
        <IconButton
          label="Add a point"
          className="size-6"
          disabled={points.length >= maxCurvePoints}
          onClick={() => add(widestGap(points))}
        >
          <Plus size={13} />
        </IconButton>
        <IconButton
          label="Remove this point"
          className="size-6"
          disabled={!point}
          onClick={() => point && put(removePoint(points, point.id))}
        >
          <Minus size={13} />
        </IconButton>
      </div>
      <svg
        ref={box}
        viewBox={`0 0 ${side} ${side}`}
        className="block aspect-square w-full touch-none overflow-visible border border-rule bg-room"
        onPointerDown={(event) => points.length < maxCurvePoints && add(placeOf(event))}
      >
        <title>Click to add a point</title>
        <Histogram owner={owner} pass={pass.id} channel={channel} />
        {[0.25, 0.5, 0.75].map((at) => (
          <g key={at} className="stroke-rule" strokeWidth={0.5}>
            <line x1={at * side} x2={at * side} y1={0} y2={side} />
            <line y1={at * side} y2={at * side} x1={0} x2={side} />
          </g>
        ))}
        <line
          x1={0}
          y1={side}
          x2={side}
          y2={0}
          className="stroke-edge"
          strokeWidth={0.5}
          strokeDasharray="3 3"
        />
        <polyline points={line} fill="none" stroke={colors[channel]} strokeWidth={1.5} />
        {points.map((one, i) => (
          <circle
            key={one.id}
            cx={one.at * side}
            cy={(1 - one.value) * side}
            r={5}
            tabIndex={0}
            role="slider"
            aria-label={`Point ${i + 1} of ${points.length}`}
            aria-valuenow={Math.round(one.value * 100)}
            aria-valuetext={`${Math.round(one.at * 100)} % to ${Math.round(one.value * 100)} %`}
            className={`cursor-grab outline-offset-2 ${one.id === chosen ? 'fill-glass' : 'fill-panel'}`}
            stroke={colors[channel]}
            strokeWidth={1.5}
            onFocus={() => setChosen(one.id)}
            onKeyDown={(event) => onKeyDown(event, one.id, one)}
            onPointerDown={(event) => onPointerDown(event, one.id)}
            onPointerMove={(event) =>
              event.currentTarget.hasPointerCapture(event.pointerId) &&
              put(movePoint(points, one.id, placeOf(event)))
            }
            onDoubleClick={() => put(removePoint(points, one.id))}
          />
        ))}
      </svg>
      {point &&
        curvePointFields.map((field) => (
          <PropertyRow
            key={`${point.id} ${field.key}`}
            at={`passes.${channel}`}
            item={`${pass.id}.${point.id}`}
            field={field}
          >
            <NumberInput
              field={field}
              value={point[field.key as 'at' | 'value']}
              onChange={(value) => put(movePoint(points, point.id, { ...point, [field.key]: value }))}
            />
          </PropertyRow>
        ))}
    </div>
  );
}

/** The middle of the widest part of a curve without a point, on the curve. */
function widestGap(points: readonly CurvePoint[]): { at: number; value: number } {
  const positions = [0, ...points.map(({ at }) => at).sort((a, b) => a - b), 1];
  let [from, to] = [0, 0];
  for (let i = 1; i < positions.length; i++)
    if (positions[i]! - positions[i - 1]! > to - from) [from, to] = [positions[i - 1]!, positions[i]!];
  const at = (from + to) / 2;
  return { at, value: Math.min(1, Math.max(0, curveThrough(points)(at))) };
}

const bins = 64;
const order = ['red', 'green', 'blue'];

/** How often each value is there in what goes into the pass. */
function Histogram({ owner, pass, channel }: { owner: Owner; pass: string; channel: string }) {
  const film = useEditor((state) => state.film);
  const [counts, setCounts] = useState<readonly number[][]>([]);
  const before = useMemo(() => upTo(film, owner, pass), [film, owner, pass]);
  useScope(before, bins, ({ histogram }) => setCounts(histogram));
  const shown = channel === 'all' ? order : [channel];
  const max = Math.max(1e-6, ...counts.flatMap((list) => list.slice(1, -1)));
  return (
    <g style={{ mixBlendMode: 'screen' }} aria-hidden>
      {shown.map((name) => {
        const list = counts[order.indexOf(name)] ?? [];
        // A root, so that what is rare is seen, too.
        const high = (count: number) => Math.min(1, Math.sqrt(count / max)) * side * 0.92;
        const steps = list.map((count, i) => `H${(i / bins) * side}V${side - high(count)}`).join('');
        return (
          <path key={name} d={`M0,${side}${steps}H${side}V${side}Z`} fill={colors[name]} opacity={0.28} />
        );
      })}
    </g>
  );
}
