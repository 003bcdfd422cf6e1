import { layerDrawings } from '@cyclogram/core';
import { defaultRangeExtractor, useVirtualizer, type Range } from '@tanstack/react-virtual';
import { useCallback, useEffect, useMemo, useState, type RefObject } from 'react';
import { SortableList } from '../controls/SortableList';
import { openLayerId, useEditor } from '../editor/editorStore';
import { LayerRow } from './LayerRow';
import { layerTree, moveLayer } from './layerTree';

/** Height of a row without a card, its rule included, in CSS pixels. */
const rowHeight = 37;
/** Rows beyond both edges that are there for the Tab key. */
const rowsBeyond = 20;

interface LayerListProps {
  /** What scrolls the list. */
  scroller: RefObject<HTMLElement | null>;
  /** What stands above the list and stays there while it scrolls, in CSS pixels. */
  above: number;
}

/** Layers, front to back: of many only those near what is seen are in the page, and the open one. */
export function LayerList({ scroller, above }: LayerListProps) {
  const layers = useEditor((state) => state.film.layers);
  const openId = useEditor(openLayerId);
  const change = useEditor((state) => state.change);
  const [dragged, setDragged] = useState<string>();
  const cords = useEditor((state) => state.film.cords);
  const rows = useMemo(() => layerTree({ layers }), [layers]);
  const drawings = useMemo(() => layerDrawings({ layers, cords }), [layers, cords]);
  const indexOf = useCallback(
    (id: string | undefined) => rows.findIndex(({ layer }) => layer.id === id),
    [rows],
  );
  const [open, moving] = [indexOf(openId), indexOf(dragged)];
  const kept = useCallback(
    (range: Range) => {
      const all = new Set([...defaultRangeExtractor(range), open, moving].filter((index) => index >= 0));
      return [...all].sort((a, b) => a - b);
    },
    [open, moving],
  );
  // eslint-disable-next-line react-hooks/incompatible-library -- What it gives is used in this component alone.
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    getItemKey: (index) => rows[index]!.layer.id,
    rangeExtractor: kept,
    overscan: rowsBeyond,
    scrollMargin: above,
    scrollPaddingStart: above,
  });
  // What is selected in the picture comes into view here.
  useEffect(() => {
    if (open >= 0) virtual.scrollToIndex(open, { align: 'auto' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- Only when another layer opens, not when layers move.
  }, [openId, virtual]);
  return (
    <SortableList
      ids={rows.map(({ layer }) => layer.id)}
      onMove={(moved, to) => change('reorder layers', (film) => moveLayer(film, moved, to))}
      onDrag={setDragged}
    >
      <ul className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start, key }) => (
          <LayerRow
            key={key}
            layer={rows[index]!.layer}
            depth={rows[index]!.depth}
            drawings={drawings.get(rows[index]!.layer.id) ?? 0}
            index={index}
            count={rows.length}
            top={start - above}
            measure={virtual.measureElement}
          />
        ))}
      </ul>
    </SortableList>
  );
}
