/** Straight lines by where they are, so that those near a place are found without looking at all. */
export class SegmentGrid {
  private readonly cells = new Map<string, number[]>();
  private readonly size: number;

  /** @param points x and y of the ends; segment i goes from point i to point i + 1 */
  constructor(
    private readonly points: readonly number[],
    cellSize: number,
  ) {
    this.size = Math.max(cellSize, 1e-3);
    for (let i = 0; i + 3 < points.length; i += 2) {
      this.forCells(points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!, (key) => {
        const cell = this.cells.get(key);
        if (cell) cell.push(i / 2);
        else this.cells.set(key, [i / 2]);
      });
    }
  }

  private forCells(x1: number, y1: number, x2: number, y2: number, each: (key: string) => void): void {
    const cell = (value: number) => Math.floor(value / this.size);
    for (let x = cell(Math.min(x1, x2)); x <= cell(Math.max(x1, x2)); x++) {
      for (let y = cell(Math.min(y1, y2)); y <= cell(Math.max(y1, y2)); y++) each(`${x} ${y}`);
    }
  }

  /** Segments that may touch a box, each once, in rising order. */
  near(x1: number, y1: number, x2: number, y2: number): number[] {
    const found = new Set<number>();
    this.forCells(x1, y1, x2, y2, (key) => this.cells.get(key)?.forEach((segment) => found.add(segment)));
    return [...found].sort((a, b) => a - b);
  }

  /** Whether a place is nearer than `distance` to any segment. */
  isNearer(x: number, y: number, distance: number): boolean {
    const { points } = this;
    return this.near(x - distance, y - distance, x + distance, y + distance).some((segment) => {
      const i = 2 * segment;
      const [ax, ay, bx, by] = [points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!];
      const [dx, dy] = [bx - ax, by - ay];
      const square = dx * dx + dy * dy;
      const t = square > 0 ? Math.min(Math.max(((x - ax) * dx + (y - ay) * dy) / square, 0), 1) : 0;
      return Math.hypot(ax + t * dx - x, ay + t * dy - y) < distance;
    });
  }
}

/** Where two straight lines cross, as shares of their lengths; undefined when they do not. */
export function crossing(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): { t: number; u: number } | undefined {
  const [rx, ry, sx, sy] = [bx - ax, by - ay, dx - cx, dy - cy];
  const cross = rx * sy - ry * sx;
  if (Math.abs(cross) < 1e-12) return undefined;
  const t = ((cx - ax) * sy - (cy - ay) * sx) / cross;
  const u = ((cx - ax) * ry - (cy - ay) * rx) / cross;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? { t, u } : undefined;
}
