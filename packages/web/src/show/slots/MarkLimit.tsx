import { maxMarks } from '@cyclogram/core';
import type { SlotProps } from './slotProps';

/** Says when an array has more places than marks are drawn. */
export function MarkLimit({ values: { layout, columns, rows } }: SlotProps) {
  const count = Number(columns) * Number(rows);
  if (layout !== 'grid' || count <= maxMarks) return null;
  return (
    <p role="status" className="py-1 text-xs text-amber">
      The first {maxMarks.toLocaleString('en')} of {count.toLocaleString('en')} marks are drawn.
    </p>
  );
}
