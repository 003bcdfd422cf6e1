import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { restrictToVerticalAxis } from '@dnd-kit/modifiers';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import type { ReactNode } from 'react';

interface SortableListProps {
  /** Of all items, in their order. */
  ids: readonly string[];
  /** An item was put where another one is. */
  onMove: (moved: string, to: string) => void;
  /** Told which item is being dragged; undefined when none is any more. */
  onDrag?: (id: string | undefined) => void;
  /** The list, of items that are sortable. */
  children: ReactNode;
}

/** A list whose items are put in order by dragging them up and down, or with the keyboard. */
export function SortableList({ ids, onMove, onDrag, children }: SortableListProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    onDrag?.(undefined);
    if (over && active.id !== over.id) onMove(String(active.id), String(over.id));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      modifiers={[restrictToVerticalAxis]}
      onDragStart={({ active }) => onDrag?.(String(active.id))}
      onDragCancel={() => onDrag?.(undefined)}
      onDragEnd={onDragEnd}
    >
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}
