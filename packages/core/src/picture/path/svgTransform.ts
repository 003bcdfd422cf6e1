import { exact, type Matrix, multiply } from '../../contract';
import type { PathCommand } from './svgData';
import { arcOf, walkPath, type CentredArc } from './svgWalk';

const radians = (degrees: number) => (degrees * Math.PI) / 180;

const functions: Record<string, (v: number[]) => Matrix> = {
  matrix: (v) => v as unknown as Matrix,
  translate: ([x = 0, y = 0]) => [1, 0, 0, 1, x, y],
  scale: ([x = 1, y = x]) => [x, 0, 0, y, 0, 0],
  rotate([angle = 0, x = 0, y = 0]) {
    const [cos, sin] = [exact.cos(radians(angle)), exact.sin(radians(angle))];
    return [cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y];
  },
  skewX: ([angle = 0]) => [1, 0, exact.tan(radians(angle)), 1, 0, 0],
  skewY: ([angle = 0]) => [1, exact.tan(radians(angle)), 0, 1, 0, 0],
};
const counts: Record<string, readonly number[]> = {
  ...{ matrix: [6], translate: [1, 2], scale: [1, 2], rotate: [1, 3], skewX: [1], skewY: [1] },
};

/**
 * Reads a transform attribute: CSS Transforms Level 1, section 8 (syntax of the SVG attribute).
 * @throws Error naming what cannot be read
 */
export function parseTransform(text: string): Matrix {
  let all: Matrix = [1, 0, 0, 1, 0, 0];
  const one = /\s*,?\s*([a-zA-Z]+)\s*\(([^)]*)\)/y;
  let at = 0;
  while (at < text.trimEnd().length) {
    one.lastIndex = at;
    const found = one.exec(text);
    const [, name = '', list = ''] = found ?? [];
    const values =
      list.trim() === ''
        ? []
        : list
            .trim()
            .split(/\s*,\s*|\s+/)
            .map(Number);
    if (
      !found ||
      !functions[name] ||
      !counts[name]!.includes(values.length) ||
      !values.every(Number.isFinite)
    ) {
      throw new Error(`The transform "${text.slice(0, 60)}" cannot be read`);
    }
    all = multiply(all, functions[name](values));
    at = one.lastIndex;
  }
  return all;
}

/** Largest angle of an arc that one Bezier stands for: it is off by less than a millionth of the radius. */
const maxAngle = Math.PI / 8;
const short = (value: number) => String(Math.round(value * 1000) / 1000);

/** Path data with every point through a matrix, in absolute M, L, C and Z. Arcs become Beziers, which any matrix keeps. */
export function dataThrough(commands: readonly PathCommand[], [a, b, c, d, e, f]: Matrix): string {
  const out: string[] = [];
  let [x, y] = [0, 0];
  const put = (letter: string, ...values: number[]) => {
    const placed: string[] = [];
    for (let i = 0; i < values.length; i += 2) {
      placed.push(
        short(a * values[i]! + c * values[i + 1]! + e),
        short(b * values[i]! + d * values[i + 1]! + f),
      );
    }
    [x, y] = [values.at(-2) ?? x, values.at(-1) ?? y];
    out.push(letter + placed.join(' '));
  };
  walkPath(commands, {
    move: (toX, toY) => put('M', toX, toY),
    line: (toX, toY) => put('L', toX, toY),
    cubic: (...values) => put('C', ...values),
    arc(values) {
      const arc = arcOf(x, y, values);
      if (arc) for (const cubic of arcCubics(arc)) put('C', ...cubic);
      else put('L', values[5], values[6]);
    },
    close: () => out.push('Z'),
  });
  return out.join('');
}

/** An arc as Beziers: handles of 4/3 tan(angle / 4) radii (common practice). */
function arcCubics({ cx, cy, rx, ry, turn, from, to }: CentredArc): number[][] {
  const count = Math.max(1, Math.ceil(Math.abs(to - from) / maxAngle));
  const step = (to - from) / count;
  const k = (4 / 3) * exact.tan(step / 4);
  const [cos, sin] = [exact.cos(turn), exact.sin(turn)];
  const place = (ex: number, ey: number) => [
    cx + cos * rx * ex - sin * ry * ey,
    cy + sin * rx * ex + cos * ry * ey,
  ];
  return Array.from({ length: count }, (_, i) => {
    const [a, b] = [from + i * step, from + (i + 1) * step];
    const [ca, sa, cb, sb] = [exact.cos(a), exact.sin(a), exact.cos(b), exact.sin(b)];
    return [...place(ca - k * sa, sa + k * ca), ...place(cb + k * sb, sb - k * cb), ...place(cb, sb)];
  });
}
