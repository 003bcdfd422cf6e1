import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import type { PagedList } from '../api/pages';

/** Lines beyond both edges that are there for the Tab key. */
const linesBeyond = 3;

interface LongListProps<T> {
  list: PagedList<T>;
  label: string;
  /** What scrolls; the list is somewhere in it. */
  scroller: HTMLElement | null;
  /** Least width of an item, in pixels: as many stand side by side as have room. One when there is none. */
  itemWidth?: number;
  /** Pixels between items. */
  gap?: number;
  /** Height of an item of a width as far as it is known before it is in the page, in pixels. */
  estimate: (width: number) => number;
  idOf: (item: T) => string;
  /** What is in an item of the list. */
  children: (item: T) => ReactNode;
}

/** A list of any length: only items that are looked at, and a few beyond, are asked for and in the page. */
export function LongList<T>(props: LongListProps<T>) {
  const { list, label, scroller, itemWidth, gap = 0, estimate, idOf, children } = props;
  const box = useRef<HTMLUListElement>(null);
  const [{ width, above }, setPlace] = useState({ width: 800, above: 0 });
  useLayoutEffect(() => {
    const [ul, outer] = [box.current!, scroller];
    if (!outer) return undefined;
    const look = () => {
      const top = ul.getBoundingClientRect().top - outer.getBoundingClientRect().top + outer.scrollTop;
      setPlace((was) =>
        was.width === ul.clientWidth && Math.abs(was.above - top) < 1
          ? was
          : { width: ul.clientWidth, above: top },
      );
    };
    look();
    // What stands above it moves it, too.
    const observer = new ResizeObserver(look);
    observer.observe(ul);
    for (const one of [...outer.children, ...(ul.parentElement?.children ?? [])]) observer.observe(one);
    return () => observer.disconnect();
  }, [scroller]);
  const perLine = itemWidth === undefined ? 1 : Math.max(1, Math.floor((width + gap) / (itemWidth + gap)));
  const total = list.total ?? 0;
  // eslint-disable-next-line react-hooks/incompatible-library -- What it gives is used in this component alone.
  const virtual = useVirtualizer({
    count: Math.ceil(total / perLine),
    getScrollElement: () => scroller,
    estimateSize: () => estimate((width - (perLine - 1) * gap) / perLine),
    gap,
    overscan: linesBeyond,
    scrollMargin: above,
  });
  // Items of another width are as high as those of that width are.
  useEffect(() => virtual.measure(), [virtual, perLine]);
  const lines = virtual.getVirtualItems();
  const first = (lines[0]?.index ?? 0) * perLine;
  const last = Math.min(total, ((lines.at(-1)?.index ?? 0) + 1) * perLine) - 1;
  const { show } = list;
  useEffect(() => show(first, last), [show, first, last]);
  const [start, end] = [(lines[0]?.start ?? above) - above, (lines.at(-1)?.end ?? above) - above];
  return (
    <ul
      ref={box}
      aria-label={label}
      className="grid"
      style={{
        gap,
        gridTemplateColumns: `repeat(${perLine}, minmax(0, 1fr))`,
        paddingTop: start,
        paddingBottom: Math.max(0, virtual.getTotalSize() - end),
      }}
    >
      {Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => {
        const item = list.at(first + i);
        const line = Math.floor((first + i) / perLine);
        return (
          <li
            key={item === undefined ? first + i : idOf(item)}
            // All items of a line are as high as the highest.
            {...((first + i) % perLine === 0 ? { ref: virtual.measureElement, 'data-index': line } : {})}
            aria-setsize={total}
            aria-posinset={first + i + 1}
            {...(item === undefined
              ? { 'aria-busy': true, style: { minHeight: estimate(width / perLine) } }
              : {})}
          >
            {item !== undefined && children(item)}
          </li>
        );
      })}
    </ul>
  );
}
