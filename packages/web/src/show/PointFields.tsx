import {
  defaultsOf,
  drawnPointRecord,
  drawnShape,
  fieldsOf,
  type DrawnPoint,
  type Point,
  type ShapeOf,
} from '@cyclogram/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { IconButton } from '../controls/Button';
import { FieldRows } from '../controls/Fields';
import { findPath, useEditor } from '../editor/editorStore';
import { moveHandle, movePoint, toggleSmooth } from '../screen/drawnChanges';

const fields = fieldsOf(drawnPointRecord);
const corner = { ...defaultsOf(drawnPointRecord, { width: 0, height: 0 }) };

interface PointFieldsProps {
  pathId: string;
  shape: ShapeOf<'drawn'>;
}

/** The chosen point of a drawn path, in numbers. */
export function PointFields({ pathId, shape }: PointFieldsProps) {
  const change = useEditor((state) => state.change);
  const chosen = useEditor((state) => state.point);
  const choose = useEditor((state) => state.choosePoint);
  const { points } = shape;
  const count = points.length;
  if (count === 0)
    return <p className="mt-1 text-xs text-dim">Draw on the Screen, with the pen or by hand.</p>;
  const index = chosen !== undefined && chosen < count ? chosen : undefined;
  const point = index === undefined ? undefined : points[index];
  const step = (way: number) =>
    choose(index === undefined ? (way > 0 ? 0 : count - 1) : (index + way + count) % count);
  const set = (key: string, value: unknown) => {
    if (index === undefined || !point) return;
    change(
      key === 'smooth' ? 'corner or smooth' : 'move point',
      (film) => {
        const path = findPath(film, pathId);
        const target = path && drawnShape(path.shape);
        if (target) target.points = changed(shape, index, key, value);
      },
      key === 'smooth' ? '' : `${pathId} point ${index} ${key}`,
    );
  };
  return (
    <>
      <div className="mt-1 flex h-7 items-center text-dim">
        <span className="figures grow">
          {index === undefined ? `${count} points` : `Point ${index + 1} of ${count}`}
        </span>
        <IconButton className="size-6" label="Previous point" onClick={() => step(-1)}>
          <ChevronLeft size={14} />
        </IconButton>
        <IconButton className="size-6" label="Next point" onClick={() => step(1)}>
          <ChevronRight size={14} />
        </IconButton>
      </div>
      {point && <FieldRows fields={fields} values={{ ...point }} defaults={corner} onChange={set} />}
    </>
  );
}

function changed(shape: ShapeOf<'drawn'>, index: number, key: string, value: unknown): DrawnPoint[] {
  const { points } = shape;
  if (key === 'smooth') return toggleSmooth(shape, index);
  const { x, y } = value as Point;
  return key === 'at' ? movePoint(points, index, x, y) : moveHandle(points, index, key as 'in' | 'out', x, y);
}
