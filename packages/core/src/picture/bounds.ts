import type { DrawOp, Matrix, Operation } from './displayList';

/** A box: left, top, right, bottom. */
export type Box = [number, number, number, number];

export const emptyBox = (): Box => [Infinity, Infinity, -Infinity, -Infinity];

function addPoint(box: Box, x: number, y: number, room: number): void {
  box[0] = Math.min(box[0], x - room);
  box[1] = Math.min(box[1], y - room);
  box[2] = Math.max(box[2], x + room);
  box[3] = Math.max(box[3], y + room);
}

function addPoints(points: Float32Array, room: number, box: Box): void {
  for (let i = 0; i < points.length; i += 2) addPoint(box, points[i]!, points[i + 1]!, room);
}

function addDrawn(operation: DrawOp, box: Box): void {
  switch (operation.op) {
    case 'strokes':
      return addPoints(operation.lines, operation.width + operation.soft, box);
    case 'curve':
      return operation.lines.forEach((line) => addPoints(line, operation.width + operation.soft, box));
    case 'fill':
      return operation.outlines.forEach((outline) => addPoints(outline, operation.soft, box));
    case 'dots': {
      const { circles, soft } = operation;
      for (let i = 0; i < circles.length; i += 3) {
        addPoint(box, circles[i]!, circles[i + 1]!, circles[i + 2]! + soft);
      }
      return;
    }
    case 'images': {
      const { places } = operation;
      for (let i = 0; i < places.length; i += 6) {
        addPoint(box, places[i]!, places[i + 1]!, Math.hypot(places[i + 2]!, places[i + 3]!) / 2);
      }
    }
  }
}

/** Adds the corners of a box, through a matrix. */
function addBox(inner: Box, [a, b, c, d, e, f]: Matrix, box: Box): void {
  for (const x of [inner[0], inner[2]]) {
    for (const y of [inner[1], inner[3]]) {
      if (Number.isFinite(x) && Number.isFinite(y)) addPoint(box, a * x + c * y + e, b * x + d * y + f, 0);
    }
  }
}

/** What operations can touch, in picture units. */
export function boundsOf(operations: readonly Operation[], box = emptyBox()): Box {
  for (const operation of operations) {
    if (operation.op === 'backdrop') box.splice(0, 4, -Infinity, -Infinity, Infinity, Infinity);
    else if (operation.op !== 'group') addDrawn(operation, box);
    else {
      const inner = boundsOf(operation.operations);
      if (operation.clip) {
        const clip = emptyBox();
        for (const outline of operation.clip) addPoints(outline, 0, clip);
        inner[0] = Math.max(inner[0], clip[0]);
        inner[1] = Math.max(inner[1], clip[1]);
        inner[2] = Math.min(inner[2], clip[2]);
        inner[3] = Math.min(inner[3], clip[3]);
      }
      addBox(inner, operation.matrix ?? [1, 0, 0, 1, 0, 0], box);
    }
  }
  return box;
}
