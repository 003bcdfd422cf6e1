import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { arrowWay } from './arrows';
import { useScreen } from './screenContext';
import { snapAngle, snapToLines, type SnapLine } from './snapping';
import type { Handle } from './handle';
import { tokens } from '../controls/tokens';

/** CSS pixels within which a place snaps. */
const snapWithin = 7;

/** CSS pixels from the edge of what is seen that some handles keep. */
const edge = 10;

const within = (value: number, low: number, high: number) =>
  Math.min(Math.max(value, low + edge), Math.max(high - edge, low + edge));

interface DragHandleProps<Change extends object> {
  handle: Handle<Change>;
  /** Called with what the handle says of the new place. */
  onDrag: (change: Change, handle: Handle<Change>) => void;
  /** The place that angles snap around, in the handle's own units. */
  pivot?: { x: number; y: number };
  colour?: string;
}

/** A handle on the Screen: dragged, or moved with the arrow keys. Moving snaps; Alt lets it go anywhere. */
export function DragHandle<Change extends object>({
  handle,
  onDrag,
  pivot,
  colour = tokens.glass,
}: DragHandleProps<Change>) {
  const { toCss, fromPointer, snapLines, setGuides, scale, seen } = useScreen();
  const grip = useRef<{ dx: number; dy: number }>(undefined);
  const onDown = (event: PointerEvent<SVGElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    const [x, y] = fromPointer(event);
    grip.current = { dx: handle.x - x, dy: handle.y - y };
  };
  const onMove = (event: PointerEvent<SVGElement>) => {
    if (!grip.current) return;
    const [px, py] = fromPointer(event);
    let [x, y] = [px + grip.current.dx, py + grip.current.dy];
    let guides: SnapLine[] = [];
    if (handle.moves && !event.altKey) {
      ({ x, y, lines: guides } = snapToLines(x, y, snapLines, snapWithin / scale));
    } else if (handle.turns && pivot && event.shiftKey) ({ x, y } = snapAngle(pivot.x, pivot.y, x, y));
    setGuides(guides);
    onDrag(handle.drag(x, y), handle);
  };
  const onUp = () => {
    grip.current = undefined;
    setGuides([]);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.shiftKey ? 100 : event.altKey ? 1 : 10;
    const way = arrowWay(event.key);
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    onDrag(handle.drag(handle.x + way[0] * step, handle.y + way[1] * step), handle);
  };
  const [placeX, placeY] = toCss(handle.x, handle.y);
  // What moves, turns or sizes the whole path can be reached when the path goes beyond the picture.
  const [x, y] =
    handle.moves || handle.turns || handle.sizes
      ? [within(placeX, seen.left, seen.right), within(placeY, seen.top, seen.bottom)]
      : [placeX, placeY];
  return (
    <g
      className={`pointer-events-auto touch-none ${handle.moves ? 'cursor-move' : handle.turns ? 'cursor-grab' : 'cursor-nwse-resize'}`}
      tabIndex={0}
      role="button"
      aria-label={handle.label}
      onKeyDown={onKeyDown}
      onPointerDown={onDown}
      onPointerMove={onMove}
      onPointerUp={onUp}
      onPointerCancel={onUp}
    >
      <title>{handle.label}</title>
      <circle cx={x} cy={y} r={13} fill="transparent" />
      {handle.moves ? (
        <>
          <path
            d={`M${x - 8} ${y}h16M${x} ${y - 8}v16`}
            stroke="#12100e"
            strokeWidth={4}
            strokeOpacity={0.6}
          />
          <path d={`M${x - 8} ${y}h16M${x} ${y - 8}v16`} stroke={colour} strokeWidth={2} />
        </>
      ) : handle.turns ? (
        <>
          <circle cx={x} cy={y} r={7} fill="#12100e" fillOpacity={0.7} />
          <path
            d={`M${x + 4} ${y - 3}a5 5 0 1 0 1 4.5M${x + 5} ${y - 6.5}v4h-4`}
            fill="none"
            stroke={colour}
            strokeWidth={1.8}
          />
        </>
      ) : (
        <circle cx={x} cy={y} r={5.5} fill="#12100e" stroke={colour} strokeWidth={2} />
      )}
    </g>
  );
}
