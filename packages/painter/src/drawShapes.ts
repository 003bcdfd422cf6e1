import type { CurveOp, DotsOp, DrawOp, FillOp, ImagesOp, Matrix, StrokesOp } from '@cyclogram/core';
import type { PaintContext, PaintImage } from './context';

/** Steps in which a soft edge fades out. */
const softPasses = 6;

/**
 * Draws one operation.
 * @param matrix picture units to pixels
 * @returns how many shapes and images were drawn
 */
export function drawOperation(
  context: PaintContext,
  operation: DrawOp,
  matrix: Matrix,
  images: ReadonlyMap<string, PaintImage>,
): number {
  if (operation.op === 'images') return drawImages(context, operation, matrix, images);
  if (operation.soft <= 0) {
    draw(context, operation, matrix, 0);
    return 1;
  }
  // Passes from wide to narrow, each covering so much that the edge rises evenly.
  const alpha = context.globalAlpha;
  for (let pass = 0; pass < softPasses; pass++) {
    context.globalAlpha = alpha / (softPasses - pass);
    draw(context, operation, matrix, operation.soft * (1 - (pass + 1) / softPasses));
  }
  context.globalAlpha = alpha;
  return softPasses;
}

/** @param wider picture units by which the shape is larger on each side */
function draw(
  context: PaintContext,
  operation: Exclude<DrawOp, ImagesOp>,
  matrix: Matrix,
  wider: number,
): void {
  context.setTransform(...matrix);
  context.beginPath();
  switch (operation.op) {
    case 'strokes':
      return drawStrokes(context, operation, wider);
    case 'dots':
      return drawDots(context, operation, wider);
    case 'curve':
      return drawCurve(context, operation, wider);
    case 'fill':
      return drawFill(context, operation, wider);
  }
}

export function trace(context: PaintContext, points: Float32Array, closed: boolean): void {
  if (points.length < 2) return;
  context.moveTo(points[0]!, points[1]!);
  for (let i = 2; i < points.length; i += 2) context.lineTo(points[i]!, points[i + 1]!);
  if (closed) context.closePath();
}

function drawDots(context: PaintContext, { color, circles }: DotsOp, wider: number): void {
  for (let i = 0; i < circles.length; i += 3) {
    const [x, y, radius] = [circles[i]!, circles[i + 1]!, circles[i + 2]! + wider];
    context.moveTo(x + radius, y);
    context.arc(x, y, radius, 0, 2 * Math.PI);
  }
  context.fillStyle = color;
  context.fill();
}

function drawCurve(context: PaintContext, operation: CurveOp, wider: number): void {
  for (const line of operation.lines) trace(context, line, operation.closed);
  context.strokeStyle = operation.color;
  context.lineWidth = operation.width + 2 * wider;
  context.lineCap = operation.ends === 'round' ? 'round' : 'butt';
  context.lineJoin = operation.corners === 'round' ? 'round' : 'bevel';
  context.stroke();
}

function drawFill(context: PaintContext, { color, outlines }: FillOp, wider: number): void {
  for (const outline of outlines) trace(context, outline, true);
  context.fillStyle = color;
  context.fill('nonzero');
  if (wider <= 0) return;
  context.strokeStyle = color;
  context.lineWidth = 2 * wider;
  context.lineJoin = 'round';
  context.stroke();
}

function drawStrokes(context: PaintContext, { color, width, ends, lines }: StrokesOp, wider: number): void {
  context.strokeStyle = color;
  context.lineWidth = width + 2 * wider;
  context.lineCap = ends === 'round' ? 'round' : 'butt';
  for (let i = 0; i < lines.length; i += 4) {
    context.moveTo(lines[i]!, lines[i + 1]!);
    context.lineTo(lines[i + 2]!, lines[i + 3]!);
  }
  context.stroke();
}

/** Pictures that are not here yet are left out. */
function drawImages(
  context: PaintContext,
  { picture, places }: ImagesOp,
  [a, b, c, d, e, f]: Matrix,
  images: ReadonlyMap<string, PaintImage>,
): number {
  const found = images.get(picture);
  if (!found) return 0;
  const alpha = context.globalAlpha;
  for (let i = 0; i < places.length; i += 6) {
    const [x, y, boxWidth, boxHeight, angle, opacity] = places.subarray(i, i + 6) as unknown as number[];
    const fit = Math.min(boxWidth! / found.width, boxHeight! / found.height);
    const [width, height] = [fit * found.width, fit * found.height];
    const [cos, sin] = [Math.cos(angle!), Math.sin(angle!)];
    context.setTransform(
      ...([a * cos + c * sin, b * cos + d * sin, c * cos - a * sin, d * cos - b * sin] as const),
      ...([a * x! + c * y! + e, b * x! + d * y! + f] as const),
    );
    context.globalAlpha = alpha * opacity!;
    context.drawImage(found.image, -width / 2, -height / 2, width, height);
  }
  context.globalAlpha = alpha;
  return places.length / 6;
}
