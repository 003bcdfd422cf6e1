import { exact } from '../../contract';
import type { Path } from '../path/path';
import type { Letter, Typeface } from '../typeface/typeface';

/** How lines of letters are set. */
export interface Setting {
  size: number;
  /** Added between letters, in thousandths of the size. */
  tracking: number;
  /** From one line to the next, in sizes. */
  lineSpacing: number;
  align: 'left' | 'centre' | 'right';
}

/** A letter where it stands: its origin on the baseline, and how it is rotated, in radians. */
export interface PlacedLetter {
  letter: Letter;
  x: number;
  y: number;
  angle: number;
}

interface SetLine {
  letters: { letter: Letter; x: number }[];
  width: number;
}

function setLine(typeface: Typeface, text: string, { size, tracking }: Setting): SetLine {
  const { letters, width } = typeface.line(text);
  const extra = (tracking / 1000) * size;
  return {
    letters: letters.map((letter, i) => ({ letter, x: letter.x * size + i * extra })),
    width: width * size + Math.max(0, letters.length - 1) * extra,
  };
}

const shift = (align: Setting['align'], width: number) =>
  align === 'left' ? 0 : align === 'right' ? -width : -width / 2;

/** Lines of text around a place: the block's middle is at its height, and its edge or middle at its side. */
export function placeLines(
  typeface: Typeface,
  text: string,
  setting: Setting,
  at: { x: number; y: number },
): PlacedLetter[] {
  const { size, lineSpacing, align } = setting;
  const lines = text.split('\n').map((line) => setLine(typeface, line, setting));
  const step = lineSpacing * size;
  // What is seen of the block: from the top of the first line to the foot of the last.
  const height = (typeface.ascent + typeface.descent) * size + (lines.length - 1) * step;
  const first = at.y - height / 2 + typeface.ascent * size;
  return lines.flatMap(({ letters, width }, i) =>
    letters.map(({ letter, x }) => ({
      letter,
      x: at.x + shift(align, width) + x,
      y: first + i * step,
      angle: 0,
    })),
  );
}

/** Text along a path: the middle of each letter stands on it, upright to its direction. @param offset share of the path */
export function placeAlong(
  typeface: Typeface,
  text: string,
  setting: Setting,
  path: Path,
  offset: number,
): PlacedLetter[] {
  const { letters, width } = setLine(typeface, text.replace(/\n/g, ' '), setting);
  const { align, size } = setting;
  const start =
    path.length * (offset + (align === 'left' ? 0 : align === 'right' ? 1 : 0.5)) + shift(align, width);
  return letters.flatMap(({ letter, x }) => {
    const half = (letter.advance * size) / 2;
    let s = start + x + half;
    if (path.closed) s = ((s % path.length) + path.length) % path.length;
    else if (s < 0 || s > path.length) return [];
    const point = path.at(s);
    const angle = exact.atan2(point.normalX, -point.normalY);
    return [{ letter, x: point.x - half * exact.cos(angle), y: point.y - half * exact.sin(angle), angle }];
  });
}

/** Outlines of a letter where it stands. @param change of its own, around the middle of its foot */
export function outlinesOf(
  { letter, x, y, angle }: PlacedLetter,
  size: number,
  change: { scale: number; rise: number; rotation: number } = { scale: 1, rise: 0, rotation: 0 },
): Float32Array[] {
  const { scale, rise, rotation } = change;
  const half = (letter.advance * size) / 2;
  const own = (rotation * Math.PI) / 180;
  const [cos, sin] = [exact.cos(angle), exact.sin(angle)];
  const [ownCos, ownSin] = [scale * size * exact.cos(own), scale * size * exact.sin(own)];
  return letter.outlines.map((outline) => {
    const out = new Float32Array(outline.length);
    for (let i = 0; i < outline.length; i += 2) {
      const [fromX, fromY] = [outline[i]! - letter.advance / 2, outline[i + 1]!];
      const turnedX = half + ownCos * fromX - ownSin * fromY;
      const turnedY = ownSin * fromX + ownCos * fromY - rise;
      out[i] = x + cos * turnedX - sin * turnedY;
      out[i + 1] = y + sin * turnedX + cos * turnedY;
    }
    return out;
  });
}
