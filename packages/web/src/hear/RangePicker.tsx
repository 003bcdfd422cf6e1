import { useRef, type PointerEvent } from 'react';
import { usePreviewState } from '../editor/previewContext';
import { LiveSpectrum } from './LiveSpectrum';

interface RangePickerProps {
  earId: string;
  /** Hz */
  range: readonly [number, number];
  onChange: (range: [number, number]) => void;
}

const height = 56;

/** An ear's live spectrum, on which a range is picked by dragging. */
export function RangePicker({ earId, range, onChange }: RangePickerProps) {
  const edges = usePreviewState((state) => state.ears[earId]?.edges);
  const box = useRef<HTMLDivElement>(null);
  const start = useRef<number>(undefined);
  if (!edges) return null;
  const bands = edges.length - 1;
  const hzAt = (event: PointerEvent) => {
    const { left, width } = box.current!.getBoundingClientRect();
    const position = Math.min(Math.max(((event.clientX - left) / width) * bands, 0), bands);
    const band = Math.min(Math.floor(position), bands - 1);
    return edges[band]! + (edges[band + 1]! - edges[band]!) * (position - band);
  };
  const shareOf = (hz: number) => {
    const above = edges.findIndex((edge) => edge > hz);
    if (above === 0) return 0;
    if (above < 0) return 1;
    return (above - 1 + (hz - edges[above - 1]!) / (edges[above]! - edges[above - 1]!)) / bands;
  };
  const pick = (event: PointerEvent) => {
    if (start.current === undefined) return;
    const now = hzAt(event);
    const [low, high] = [Math.min(start.current, now), Math.max(start.current, now)];
    if (high - low < 1) return;
    onChange([Math.max(1, Math.round(low)), Math.round(high)]);
  };
  const left = shareOf(range[0]);
  const right = shareOf(range[1]);
  return (
    <div
      ref={box}
      className="relative mt-1 cursor-col-resize touch-none"
      title="Drag to pick a range"
      data-testid="range-picker"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        start.current = hzAt(event);
      }}
      onPointerMove={pick}
      onPointerUp={(event) => {
        pick(event);
        start.current = undefined;
      }}
    >
      <LiveSpectrum earId={earId} height={height} />
      <div
        className="pointer-events-none absolute inset-y-0 border-x border-paper bg-paper/15"
        style={{ left: `${left * 100}%`, width: `${Math.max((right - left) * 100, 0.5)}%` }}
      />
    </div>
  );
}
