import type { DotsOp, FillOp, StrokesOp } from '../display/displayList';

/** Numbers by colour, in the order in which colours first came: each becomes one operation. */
export class Batches {
  private readonly all = new Map<string, number[]>();

  add(color: string, ...values: number[]): void {
    let batch = this.all.get(color);
    if (!batch) this.all.set(color, (batch = []));
    batch.push(...values);
  }

  strokes(width: number, ends: StrokesOp['ends'], soft: number): StrokesOp[] {
    return [...this.all].map(([color, lines]) => ({
      ...{ op: 'strokes', color, width, ends, soft },
      lines: Float32Array.from(lines),
    }));
  }

  dots(soft: number): DotsOp[] {
    return [...this.all].map(([color, circles]) => ({
      ...{ op: 'dots', color, soft },
      circles: Float32Array.from(circles),
    }));
  }

  /** @param corners points of each outline */
  fills(corners: number, soft: number): FillOp[] {
    return [...this.all].map(([color, points]) => ({
      ...{ op: 'fill', color, soft },
      outlines: Array.from({ length: points.length / (2 * corners) }, (_, i) =>
        Float32Array.from(points.slice(2 * corners * i, 2 * corners * (i + 1))),
      ),
    }));
  }
}
