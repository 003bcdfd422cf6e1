import { findProperty, addressKey, type Film } from '@cyclogram/core';
import { linkHorizontal } from 'd3-shape';
import { useContext, useEffect, useState } from 'react';
import { EditorContext, useEditor } from '../editor/editorStore';
import { addCord, sameProperties } from './cordChanges';
import { useCordView } from './cordView';
import { followersOf } from './words';

interface Line {
  key: string;
  from: [number, number];
  to: [number, number];
}

const link = linkHorizontal();

/** The middle of an element that can be seen; undefined when it is not there, or scrolled out of its panel. */
function middleOf(selector: string): [number, number] | undefined {
  const element = document.querySelector(selector);
  if (!element) return undefined;
  const { left, top, width, height } = element.getBoundingClientRect();
  const panel = element.closest('.overflow-y-auto')?.getBoundingClientRect();
  const y = top + height / 2;
  if (width === 0 || (panel && (y < panel.top || y > panel.bottom))) return undefined;
  return [left + width / 2, y];
}

const escape = (text: string) => CSS.escape(text);

/** The cords of what is pointed at: from followers to the properties that they move, as far as both can be seen. */
function linesOf(film: Film, pointedAt: { follower: string } | { address: string }): Line[] {
  return film.cords.flatMap((cord) => {
    const key = addressKey(cord.target);
    return followersOf(cord).flatMap((follower) => {
      const isMeant = 'follower' in pointedAt ? follower === pointedAt.follower : key === pointedAt.address;
      if (!isMeant) return [];
      const from = middleOf(`[data-follower-port="${escape(follower)}"]`);
      const to = middleOf(`[data-port="${escape(key)}"]`);
      return from && to ? [{ key: `${cord.id} ${follower}`, from, to }] : [];
    });
  });
}

/** Cords over the workspace: those of what is pointed at, and the one that is being drawn. */
export function CordLines() {
  const film = useEditor((state) => state.film);
  const pointedAt = useCordView((state) => state.pointedAt);
  const drawing = useCordView((state) => state.drawing);
  const [lines, setLines] = useState<Line[]>([]);
  useEffect(() => {
    // Once the rows stand where they will.
    const request = requestAnimationFrame(() => setLines(pointedAt ? linesOf(film, pointedAt) : []));
    return () => cancelAnimationFrame(request);
  }, [film, pointedAt]);
  const drawn = drawing && middleOf(`[data-follower-port="${escape(drawing.follower)}"]`);
  const all: Line[] = drawn ? [...lines, { key: 'drawing', from: drawn, to: [drawing.x, drawing.y] }] : lines;
  if (all.length === 0) return null;
  return (
    <svg className="pointer-events-none fixed inset-0 z-40 size-full" aria-hidden data-testid="cord-lines">
      {all.map(({ key, from, to }) => (
        <g key={key}>
          <linearGradient
            id={`cord ${key}`}
            gradientUnits="userSpaceOnUse"
            x1={from[0]}
            y1={from[1]}
            x2={to[0]}
            y2={to[1]}
          >
            <stop offset="0" stopColor="var(--color-amber)" />
            <stop offset="1" stopColor="var(--color-glass)" />
          </linearGradient>
          <path
            d={link({ source: from, target: to }) ?? ''}
            fill="none"
            stroke={`url("#cord ${key}")`}
            strokeWidth={1.5}
          />
        </g>
      ))}
    </svg>
  );
}

/** Ties what lies under the pointer to a follower: the property there, of all selected layers. @returns whether there was one */
export function useDropCord(): (follower: string, x: number, y: number) => boolean {
  const store = useContext(EditorContext)!;
  const show = useCordView((state) => state.show);
  return (follower, x, y) => {
    const row = document.elementFromPoint(x, y)?.closest('[data-address]');
    const key = row?.getAttribute('data-address');
    const [list, id, path, item] = key?.split('/') ?? [];
    if (key === undefined || key === null || !list || path === undefined) return false;
    const address = { list: list as 'layers', id: id ?? '', key: path, item: item ?? '' };
    const { film, selected, change } = store.getState();
    if (!findProperty(film, address)) return false;
    change('drive by a follower', (draft) => {
      for (const one of sameProperties(draft, address, selected))
        addCord(draft, one, 'follower', { follower });
    });
    show(key);
    return true;
  };
}
