import { insertPoint, type DrawnPoint, type PathOf } from '@cyclogram/core';
import type { KeyboardEvent } from 'react';
import { useEditor } from '../editor/editorStore';
import { DragHandle } from './DragHandle';
import { moveHandle, movePoint, removePoint, toggleSmooth } from './drawnChanges';
import { useScreen } from './screenContext';

type Drawn = PathOf<'drawn'>;

interface DrawnHandlesProps {
  path: Drawn;
  onChange: (label: string, points: DrawnPoint[], key: string) => void;
}

/** More points than this are not shown by themselves: the Screen would be full of them. */
const mostShown = 400;

/** The points of a drawn curve, and the handles of the one that is chosen. */
export function DrawnHandles({ path, onChange }: DrawnHandlesProps) {
  const { toCss } = useScreen();
  const chosen = useEditor((state) => state.point);
  const setChosen = useEditor((state) => state.choosePoint);
  const { points, closed } = path;
  if (points.length > mostShown) return null;
  const index = chosen !== undefined && chosen < points.length ? chosen : undefined;
  const onKeyDown = (event: KeyboardEvent, i: number) => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      onChange('remove point', removePoint(points, i), '');
      setChosen(undefined);
    } else if (event.key === 'Enter') onChange('corner or smooth', toggleSmooth(path, i), '');
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const segments = closed ? points.length : points.length - 1;
  return (
    <>
      {Array.from({ length: Math.max(segments, 0) }, (_, i) => {
        const [a, b] = [points[i]!, points[(i + 1) % points.length]!];
        const at = (x: number, y: number) => toCss(x, y).join(' ');
        return (
          <path
            key={`segment ${i}`}
            d={`M${at(a.x, a.y)}C${at(a.x + a.outX, a.y + a.outY)} ${at(b.x + b.inX, b.y + b.inY)} ${at(b.x, b.y)}`}
            fill="none"
            stroke="transparent"
            strokeWidth={10}
            className="pointer-events-auto cursor-copy"
            onDoubleClick={(event) => {
              event.stopPropagation();
              onChange('add point', insertPoint(path, i, 0.5), '');
              setChosen(i + 1);
            }}
          >
            <title>Double click to add a point</title>
          </path>
        );
      })}
      {index !== undefined && <BezierHandles points={points} index={index} onChange={onChange} />}
      {points.map((point, i) => (
        <g
          key={i}
          onFocus={() => setChosen(i)}
          onPointerDown={() => setChosen(i)}
          onKeyDown={(event) => onKeyDown(event, i)}
          onDoubleClick={(event) => {
            event.stopPropagation();
            onChange('corner or smooth', toggleSmooth(path, i), '');
          }}
        >
          <DragHandle
            colour={i === index ? '#f1ece2' : '#86cdb4'}
            handle={{
              label: `Point ${i + 1} of ${points.length}`,
              ...{ x: point.x, y: point.y, moves: false },
              drag: (x, y) => ({ points: movePoint(points, i, x, y) }),
            }}
            onDrag={(change) => onChange('move point', change['points'] as DrawnPoint[], `point ${i}`)}
          />
        </g>
      ))}
    </>
  );
}

interface BezierHandlesProps {
  points: DrawnPoint[];
  index: number;
  onChange: DrawnHandlesProps['onChange'];
}

/** Both handles of a point, with lines to it. */
function BezierHandles({ points, index, onChange }: BezierHandlesProps) {
  const { toCss } = useScreen();
  const point = points[index]!;
  const sides = [
    { side: 'in', x: point.inX, y: point.inY, label: 'Handle before the point' },
    { side: 'out', x: point.outX, y: point.outY, label: 'Handle after the point' },
  ] as const;
  return sides
    .filter(({ x, y }) => x !== 0 || y !== 0)
    .map(({ side, x, y, label }) => {
      const [x1, y1] = toCss(point.x, point.y);
      const [x2, y2] = toCss(point.x + x, point.y + y);
      return (
        <g key={side}>
          <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke="#f1ece2" strokeWidth={1} />
          <DragHandle
            colour="#f1ece2"
            pivot={point}
            handle={{
              ...{ label, x: point.x + x, y: point.y + y, moves: false },
              drag: (toX, toY) => ({ points: moveHandle(points, index, side, toX - point.x, toY - point.y) }),
            }}
            onDrag={(change) => onChange('move handle', change['points'] as DrawnPoint[], `handle ${index}`)}
          />
        </g>
      );
    });
}
