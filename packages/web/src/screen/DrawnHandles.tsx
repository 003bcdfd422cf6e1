import { insertPoint, type DrawnPoint, type ShapeOf } from '@cyclogram/core';
import type { KeyboardEvent } from 'react';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { DragHandle } from './DragHandle';
import { moveHandle, movePoint, removePoint, toggleSmooth } from './drawnChanges';
import { useScreen } from './screenContext';
import { tokens } from '../controls/tokens';

type Drawn = ShapeOf<'drawn'>;

interface DrawnHandlesProps {
  path: Drawn;
  onChange: (label: string, points: DrawnPoint[], key: string) => void;
}

/** More points than this are not shown by themselves: the Screen would be full of them. */
const maxShown = 400;

/** The points of a drawn curve, and the handles of the one that is chosen. */
export function DrawnHandles({ path, onChange }: DrawnHandlesProps) {
  const { toCss } = useScreen();
  const chosen = useEditor((state) => state.point);
  const setChosen = useEditor((state) => state.choosePoint);
  const { points, closed } = path;
  if (points.length > maxShown) return null;
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
            d={`M${at(a.at.x, a.at.y)}C${at(a.at.x + a.out.x, a.at.y + a.out.y)} ${at(b.at.x + b.in.x, b.at.y + b.in.y)} ${at(b.at.x, b.at.y)}`}
            fill="none"
            stroke="transparent"
            strokeWidth={10}
            className="pointer-events-auto cursor-copy"
            onDoubleClick={(event) => {
              event.stopPropagation();
              onChange('add point', insertPoint(path, i, 0.5, newId('point')), '');
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
            colour={i === index ? tokens.paper : tokens.glass}
            handle={{
              label: `Point ${i + 1} of ${points.length}`,
              ...point.at,
              moves: false,
              drag: (x, y) => ({ points: movePoint(points, i, x, y) }),
            }}
            onDrag={(change) => onChange('move point', change.points, `point ${i}`)}
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
  const { at } = point;
  const sides = [
    { side: 'in', ...point.in, label: 'Handle in' },
    { side: 'out', ...point.out, label: 'Handle out' },
  ] as const;
  return sides
    .filter(({ x, y }) => x !== 0 || y !== 0)
    .map(({ side, x, y, label }) => {
      const [x1, y1] = toCss(at.x, at.y);
      const [x2, y2] = toCss(at.x + x, at.y + y);
      return (
        <g key={side}>
          <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke="#f1ece2" strokeWidth={1} />
          <DragHandle
            colour="#f1ece2"
            pivot={at}
            handle={{
              label,
              x: at.x + x,
              y: at.y + y,
              moves: false,
              drag: (toX, toY) => ({ points: moveHandle(points, index, side, toX - at.x, toY - at.y) }),
            }}
            onDrag={(change) => onChange('move handle', change.points, `handle ${index}`)}
          />
        </g>
      );
    });
}
