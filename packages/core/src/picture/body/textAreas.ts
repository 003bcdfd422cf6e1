import { addPoints, type Box, emptyBox } from '../../contract';
import { placeLines } from '../lettering/layout';
import { outlinesOf } from '../lettering/layout';
import type { Typeface } from '../typeface/typeface';

/** What a text covers, its middle at 0, 0; x right, y down. */
export interface TextAreas {
  /** Outlines of each letter. */
  letters: Float32Array[][];
  box: Box;
  /** Whether a place lies within the letters. */
  holds(x: number, y: number): boolean;
}

/** Nothing, where there is no text or the typeface is not here. */
export function textAreas(typeface: Typeface | undefined, text: string, size: number): TextAreas {
  const setting = { size, tracking: 0, lineSpacing: 1.1, align: 'centre' } as const;
  const placed = typeface ? placeLines(typeface, text, setting, { x: 0, y: 0 }) : [];
  const letters = placed.filter(({ letter }) => !letter.blank).map((letter) => outlinesOf(letter, size));
  const box = emptyBox();
  for (const outline of letters.flat()) addPoints(box, outline, 0);
  const outlines = letters.flat();
  return {
    letters,
    box: Number.isFinite(box[0]) ? box : [0, 0, 0, 0],
    holds: (x, y) => windingAt(outlines, x, y) !== 0,
  };
}

/** How often outlines go around a place (nonzero rule; D. Sunday, Inclusion of a Point in a Polygon, from memory). */
function windingAt(outlines: readonly Float32Array[], x: number, y: number): number {
  let winding = 0;
  for (const line of outlines) {
    for (let i = 0; i < line.length; i += 2) {
      const j = (i + 2) % line.length;
      const [x0, y0, x1, y1] = [line[i]!, line[i + 1]!, line[j]!, line[j + 1]!];
      if (y0 <= y === y1 <= y) continue;
      const side = (x1 - x0) * (y - y0) - (x - x0) * (y1 - y0);
      if (y0 <= y && side > 0) winding++;
      if (y0 > y && side < 0) winding--;
    }
  }
  return winding;
}
