import { cornerPoint, type DrawnPoint } from '@cyclogram/core';
import { useEffect, useRef, useState, type PointerEvent } from 'react';
import { newId } from '../editor/newId';
import { DrawingSheet } from './DrawingSheet';
import { useScreen } from './screenContext';
import { snapAngle, snapToLines } from './snapping';
import { tokens } from '../controls/tokens';

interface PenToolProps {
  /** Called with the curve as it grows; `done` when it is finished. */
  onDraw: (points: DrawnPoint[], closed: boolean) => void;
  onDone: () => void;
}

/** CSS pixels within which a press closes the curve, or snaps. */
const near = 9;

/**
 * The pen: a press sets a corner, a drag a smooth point with its handles, a press on the
 * first point closes the curve. Backspace or undo takes the last point back, Enter or Escape ends.
 */
export function PenTool({ onDraw, onDone }: PenToolProps) {
  const { fromPointer, toCss, scale, snapLines, setGuides } = useScreen();
  const [points, setPoints] = useState<DrawnPoint[]>([]);
  const [hover, setHover] = useState<[number, number]>();
  const dragging = useRef(false);
  const put = (next: DrawnPoint[], closed = false) => {
    setPoints(next);
    if (next.length > 1) onDraw(next, closed);
  };
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.key === 'Enter' || event.key === 'Escape') onDone();
      else if (event.key === 'Backspace' || (event.key === 'z' && (event.ctrlKey || event.metaKey))) {
        put(points.slice(0, -1));
      } else return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', onKeyDown, true);
    return () => window.removeEventListener('keydown', onKeyDown, true);
  });
  const placeOf = (event: PointerEvent<SVGElement>): [number, number] => {
    const [x, y] = fromPointer(event);
    const last = points.at(-1);
    if (event.shiftKey && last) {
      const snapped = snapAngle(last.at.x, last.at.y, x, y);
      return [snapped.x, snapped.y];
    }
    if (event.altKey) return [x, y];
    const snapped = snapToLines(x, y, snapLines, near / scale);
    setGuides(snapped.lines);
    return [snapped.x, snapped.y];
  };
  const onDown = (event: PointerEvent<SVGElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const [first] = points;
    const [x, y] = fromPointer(event);
    if (first && points.length > 1 && Math.hypot(x - first.at.x, y - first.at.y) < near / scale) {
      put(points, true);
      onDone();
      return;
    }
    event.currentTarget.setPointerCapture(event.pointerId);
    dragging.current = true;
    put([...points, cornerPoint(newId('point'), ...placeOf(event))]);
  };
  const onMove = (event: PointerEvent<SVGElement>) => {
    const position = placeOf(event);
    setHover(dragging.current ? undefined : position);
    const last = points.at(-1);
    if (!dragging.current || !last) return;
    const out = { x: position[0] - last.at.x, y: position[1] - last.at.y };
    if (Math.hypot(out.x, out.y) * scale < 4) return;
    put([...points.slice(0, -1), { ...last, out, in: { x: -out.x, y: -out.y }, smooth: true }]);
  };
  const onUp = () => {
    dragging.current = false;
    setGuides([]);
  };
  const last = points.at(-1);
  const line = last && hover ? [toCss(last.at.x, last.at.y), toCss(...hover)] : undefined;
  return (
    <>
      <DrawingSheet
        label="Draw with the pen: press for a corner, drag for a curve, Enter to end"
        onDown={onDown}
        onMove={onMove}
        onUp={onUp}
        onLeave={() => setHover(undefined)}
      />
      {line && (
        <path
          d={`M${line[0]!.join(' ')}L${line[1]!.join(' ')}`}
          stroke={tokens.glass}
          strokeDasharray="2 4"
          className="pointer-events-none"
        />
      )}
      {points.map((point, i) => {
        const [x, y] = toCss(point.at.x, point.at.y);
        return (
          <rect
            key={i}
            x={x - 4}
            y={y - 4}
            width={8}
            height={8}
            fill={i === 0 && points.length > 1 ? tokens.glass : tokens.room}
            stroke={tokens.glass}
            strokeWidth={2}
            className="pointer-events-none"
          />
        );
      })}
    </>
  );
}
