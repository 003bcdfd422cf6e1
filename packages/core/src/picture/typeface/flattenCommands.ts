/** A command of a glyph's outline, as opentype.js gives them. */
interface Command {
  type: string;
  x?: number;
  y?: number;
  x1?: number;
  y1?: number;
  x2?: number;
  y2?: number;
}

/** Straight parts that a curve is made of: at 400 px to the size of the type each is about 10 px long, and bends by less than a tenth. */
const parts = 12;

/** The lines of a glyph's outline, as points. */
export function flattenCommands(commands: readonly Command[]): Float32Array[] {
  const lines: number[][] = [];
  let [x, y] = [0, 0];
  const put = (toX: number, toY: number) => {
    lines.at(-1)?.push(toX, toY);
    [x, y] = [toX, toY];
  };
  for (const { type, x: toX = 0, y: toY = 0, x1 = 0, y1 = 0, x2 = 0, y2 = 0 } of commands) {
    const [fromX, fromY] = [x, y];
    if (type === 'M') {
      lines.push([]);
      put(toX, toY);
    } else if (type === 'L') put(toX, toY);
    else if (type === 'Q' || type === 'C') {
      for (let i = 1; i <= parts; i++) {
        const s = i / parts;
        const r = 1 - s;
        if (type === 'Q')
          put(r * r * fromX + 2 * r * s * x1 + s * s * toX, r * r * fromY + 2 * r * s * y1 + s * s * toY);
        else {
          const [a, b, c, d] = [r * r * r, 3 * r * r * s, 3 * r * s * s, s * s * s];
          put(a * fromX + b * x1 + c * x2 + d * toX, a * fromY + b * y1 + c * y2 + d * toY);
        }
      }
    }
  }
  return lines.filter((line) => line.length >= 6).map((line) => Float32Array.from(line));
}
