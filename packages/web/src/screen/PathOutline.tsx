import { flattenParts, type FilmPath } from '@cyclogram/core';
import { useMemo } from 'react';
import { drawn } from '../editor/paths';
import { useScreen, type ScreenSpace } from './screenContext';
import { tokens } from '../controls/tokens';

const glass = tokens.glass;

/** The path as it is used, dashed. */
export function PathOutline({ path }: { path: FilmPath }) {
  const { toCss } = useScreen();
  const { data, count } = useMemo(() => outlineData(path, toCss), [path, toCss]);
  return (
    <g className="pointer-events-none">
      {count <= maxDashed && (
        <path d={data} fill="none" stroke="#12100e" strokeOpacity={0.5} strokeWidth={3} />
      )}
      <path
        d={data}
        fill="none"
        stroke={glass}
        strokeWidth={1}
        strokeDasharray={count <= maxDashed ? '4 4' : undefined}
      />
    </g>
  );
}

/** How far a shown outline may be off, in picture units. */
const shownTolerance = 0.6;

/** CSS pixels from one shown point to the next, at least; and so many points are too many for dashes. */
const minStep = 2;
const maxDashed = 600;

/** The lines of a path as SVG path data in CSS pixels, and of how many points they are. */
function outlineData(path: FilmPath, toCss: ScreenSpace['toCss']): { data: string; count: number } {
  let count = 0;
  const data = flattenParts(drawn.paths.get(path), shownTolerance).map(({ points, closed }) => {
    let last: [number, number] | undefined;
    const shown = points.flatMap(({ x, y }, i) => {
      const position = toCss(x, y);
      const near = last && Math.hypot(position[0] - last[0], position[1] - last[1]) < minStep;
      if (near && i < points.length - 1) return [];
      last = position;
      count++;
      return [`${position[0].toFixed(1)} ${position[1].toFixed(1)}`];
    });
    return `M${shown.join('L')}${closed ? 'Z' : ''}`;
  });
  return { data: data.join(''), count };
}
