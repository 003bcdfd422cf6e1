import { partsOf, type Path } from './path';

/** How far a Bezier may be off the path in its middle, in picture units, and how often a part is halved at most. */
const tolerance = 0.01;
const maxHalvings = 10;
const firstParts = 7;
const short = (value: number) => String(Math.round(value * 1000) / 1000);

/**
 * Any path as SVG path data: between its joints, cubic Beziers that share
 * places and directions with it (Hermite form, handles a third of the arc length).
 */
export function pathToData(path: Path): string {
  return partsOf(path)
    .filter(({ length }) => length > 0)
    .map(lineToData)
    .join('');
}

interface Place {
  x: number;
  y: number;
  /** Unit direction. */
  dx: number;
  dy: number;
}

function lineToData(path: Path): string {
  const { length, closed } = path;
  const joints = [...new Set([0, ...(path.joints ?? []), length])]
    .filter((s) => s >= 0 && s <= length)
    .sort((a, b) => a - b);
  const inset = Math.min(1e-4, length / 1e4);
  /** The place at s; its direction is that around `inside`, which at a joint lies on the side that is meant. */
  const at = (s: number, inside: number): Place => {
    const { x, y } = path.at(s);
    const { x: x1, y: y1 } = path.at(inside - inset);
    const { x: x2, y: y2 } = path.at(inside + inset);
    const size = Math.hypot(x2 - x1, y2 - y1) || 1;
    return { x, y, dx: (x2 - x1) / size, dy: (y2 - y1) / size };
  };
  const { x, y } = path.at(0);
  let data = `M${short(x)} ${short(y)}`;
  const curve = (s: number, a: Place, e: number, b: Place, halvings: number): void => {
    const third = (e - s) / 3;
    const handles = [a.x + third * a.dx, a.y + third * a.dy, b.x - third * b.dx, b.y - third * b.dy] as const;
    const middle = at((s + e) / 2, (s + e) / 2);
    const away = Math.hypot(
      (a.x + 3 * handles[0] + 3 * handles[2] + b.x) / 8 - middle.x,
      (a.y + 3 * handles[1] + 3 * handles[3] + b.y) / 8 - middle.y,
    );
    if (away > tolerance && halvings < maxHalvings) {
      curve(s, a, (s + e) / 2, middle, halvings + 1);
      curve((s + e) / 2, middle, e, b, halvings + 1);
    } else data += `C${[...handles, b.x, b.y].map(short).join(' ')}`;
  };
  for (let j = 0; j + 1 < joints.length; j++) {
    const [from, to] = [joints[j]!, joints[j + 1]!];
    if (to - from < 4 * inset) continue;
    const [a, b] = [at(from, from + 2 * inset), at(to, to - 2 * inset)];
    if (isStraight(path, from, to)) data += `L${short(b.x)} ${short(b.y)}`;
    else {
      // In several parts to begin with: the middle of an S lies on the path whatever its halves do.
      let start = a;
      for (let i = 0; i < firstParts; i++) {
        const [s, e] = [0, 1].map((k) => from + ((to - from) * (i + k)) / firstParts) as [number, number];
        const end = i === firstParts - 1 ? b : at(e, e);
        curve(s, start, e, end, 1);
        start = end;
      }
    }
  }
  return data + (closed ? 'Z' : '');
}

function isStraight(path: Path, from: number, to: number): boolean {
  const [a, b] = [path.at(from), path.at(to)];
  if (Math.abs(Math.hypot(b.x - a.x, b.y - a.y) - (to - from)) > 1e-3) return false;
  return true;
}

/** A path as an SVG file of a picture's size. */
export function pathToSvg(path: Path, width: number, height: number): string {
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">`,
    `  <path d="${pathToData(path)}" fill="none" stroke="#000000" stroke-width="2"/>`,
    '</svg>',
    '',
  ].join('\n');
}
