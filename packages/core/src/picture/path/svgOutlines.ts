import { cubicCurve, curvePiece, ellipseCurve, linePiece, type Piece } from './pieces';
import { arcOf, walkPath, type ArcValues } from './svgWalk';
import type { PathCommand } from './svgData';

/** Pieces of a subpath, and whether it is closed. */
export interface Outline {
  pieces: Piece[];
  closed: boolean;
}

/**
 * The subpaths of path data, made of lines, Beziers and arcs.
 * @param place what becomes of each point
 */
export function outlines(
  commands: readonly PathCommand[],
  place: (x: number, y: number) => [number, number] = (x, y) => [x, y],
): Outline[] {
  const all: Outline[] = [];
  let current: Outline = { pieces: [], closed: false };
  let [startX, startY, x, y] = [0, 0, 0, 0];
  const finish = () => {
    // Typefaces leave the closing command out: a line that ends where it began is closed all the same.
    if (Math.hypot(x - startX, y - startY) < 1e-6) current.closed = true;
    if (current.pieces.length > 0) all.push(current);
    current = { pieces: [], closed: false };
  };
  walkPath(commands, {
    move(toX, toY) {
      finish();
      [startX, startY, x, y] = [toX, toY, toX, toY];
    },
    line(toX, toY) {
      current.pieces.push(linePiece(...place(x, y), ...place(toX, toY)));
      [x, y] = [toX, toY];
    },
    cubic(x1, y1, x2, y2, toX, toY) {
      const points = [...place(x, y), ...place(x1, y1), ...place(x2, y2), ...place(toX, toY)];
      current.pieces.push(curvePiece(cubicCurve(points), 12));
      [x, y] = [toX, toY];
    },
    arc(values) {
      current.pieces.push(arcPiece(x, y, values, place));
      [x, y] = [values[5], values[6]];
    },
    close() {
      current.closed = true;
      finish();
      [x, y] = [startX, startY];
    },
  });
  finish();
  return all;
}

function arcPiece(
  x: number,
  y: number,
  values: ArcValues,
  place: (x: number, y: number) => [number, number],
): Piece {
  const arc = arcOf(x, y, values);
  if (!arc) return linePiece(...place(x, y), ...place(values[5], values[6]));
  const curve = ellipseCurve(arc.cx, arc.cy, arc.rx, arc.ry, arc.turn, arc.from, arc.to);
  // Moved, scaled and turned, an arc stays a curve with a derivative: the difference of two placed points.
  const [originX, originY] = place(0, 0);
  return curvePiece(
    {
      point: (t) => place(...curve.point(t)),
      derivative(t) {
        const [dx, dy] = place(...curve.derivative(t));
        return [dx - originX, dy - originY];
      },
    },
    24,
  );
}
