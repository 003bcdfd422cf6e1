import type { Matrix } from '@cyclogram/core';
import type { CreateSurface, PaintContext, PaintImages } from '../context';

/** What a drawer draws on and with. */
export interface Drawing {
  context: PaintContext;
  /** Picture units to pixels. */
  matrix: Matrix;
  images: PaintImages;
  /** Size of what is painted on, in pixels. */
  viewport: { width: number; height: number };
  /** Size of the picture in its units, and how much wider and higher what it is painted on is. */
  picture: { width: number; height: number };
  wider: { x: number; y: number };
  /** Pixels for each of a stage, along a side. */
  stagePixel: number;
  createSurface: CreateSurface;
}

/** Draws one kind of operation. Gives back how many shapes and images it drew. */
export type Drawer<Op> = (operation: Op, drawing: Drawing) => number;

/** Steps in which a soft edge fades out. */
const softSteps = 6;

/**
 * Draws a shape of one colour with its soft edge.
 * @param draw traces and paints the shape, so many picture units larger on each side
 */
export function drawSoft(
  soft: number,
  { context, matrix }: Drawing,
  draw: (context: PaintContext, wider: number) => void,
): number {
  context.setTransform(...matrix);
  if (soft <= 0) {
    context.beginPath();
    draw(context, 0);
    return 1;
  }
  // Steps from wide to narrow, each covering so much that the edge rises evenly.
  const alpha = context.globalAlpha;
  for (let step = 0; step < softSteps; step++) {
    context.globalAlpha = alpha / (softSteps - step);
    context.beginPath();
    draw(context, soft * (1 - (step + 1) / softSteps));
  }
  context.globalAlpha = alpha;
  return softSteps;
}

/** Traces a line through points. */
export function trace(context: PaintContext, points: Float32Array, closed: boolean): void {
  if (points.length < 2) return;
  context.moveTo(points[0]!, points[1]!);
  for (let i = 2; i < points.length; i += 2) context.lineTo(points[i]!, points[i + 1]!);
  if (closed) context.closePath();
}
