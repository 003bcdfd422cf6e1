import type { DrawnPoint, NumberField, PathOf, SwitchField } from '@cyclogram/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { IconButton } from '../controls/Button';
import { FieldRows } from '../controls/Fields';
import { findPath, useEditor } from '../editor/editorStore';
import { moveHandle, movePoint, toggleSmooth } from '../screen/drawnChanges';

const place = (key: string, label: string): NumberField => ({
  ...{ kind: 'number', key, label, min: -100_000, max: 100_000, step: 1, unit: 'px' },
});
const handle = (key: string, label: string): NumberField => ({
  ...place(key, label),
  help: 'From the point, in picture units. 0 and 0 is no handle.',
});
const smoothField: SwitchField = {
  ...{ kind: 'switch', key: 'smooth', label: 'Smooth' },
  help: 'Both handles stay in line. A corner has each handle for itself.',
};
const fields = [
  place('x', 'Point x'),
  place('y', 'Point y'),
  smoothField,
  handle('inX', 'Handle before, x'),
  handle('inY', 'Handle before, y'),
  handle('outX', 'Handle after, x'),
  handle('outY', 'Handle after, y'),
];
const corner = { inX: 0, inY: 0, outX: 0, outY: 0 };

interface PointFieldsProps {
  pathId: string;
  shape: PathOf<'drawn'>;
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
        const target = findPath(film, pathId)?.shape;
        if (target?.kind === 'drawn') target.points = changed(shape, index, key, value);
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
        <IconButton className="size-6" label="The point before" onClick={() => step(-1)}>
          <ChevronLeft size={14} />
        </IconButton>
        <IconButton className="size-6" label="The next point" onClick={() => step(1)}>
          <ChevronRight size={14} />
        </IconButton>
      </div>
      {point && <FieldRows fields={fields} values={{ ...point }} defaults={corner} onChange={set} />}
    </>
  );
}

function changed(shape: PathOf<'drawn'>, index: number, key: string, value: unknown): DrawnPoint[] {
  const { points } = shape;
  const point = { ...points[index]!, [key]: value };
  if (key === 'smooth') return toggleSmooth(shape, index);
  if (key === 'x' || key === 'y') return movePoint(points, index, point.x, point.y);
  const side = key.startsWith('in') ? 'in' : 'out';
  return moveHandle(points, index, side, point[`${side}X`], point[`${side}Y`]);
}
