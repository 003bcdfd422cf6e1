import type { Canvas } from '@cyclogram/core';
import type { PaintImages } from '../images';

/** What a drawer draws on and with. */
export interface Drawing extends Canvas {
  images: PaintImages;
  /** Size of the picture in its units, and how much wider and higher what it is painted on is. */
  picture: { width: number; height: number };
  wider: { x: number; y: number };
  /** Pixels for each of a stage, along a side. */
  stagePixel: number;
}

/** Draws one kind of operation. Gives back how many shapes and images it drew. */
export type Drawer<Op> = (operation: Op, drawing: Drawing) => number;

/** Steps in which a soft edge fades out, at most, and of a pixel of it: more than that are not seen. */
const softSteps = 6;
const stepsOfPixel = 2;
/** By how much of the edge its steps are wider on the average, however many they are. */
const softMean = (softSteps - 1) / (2 * softSteps);

/**
 * Draws a shape of one colour with its soft edge.
 * @param draw paints the shape, so many picture units larger on each side
 */
export function drawSoft(
  soft: number,
  drawing: Drawing,
  draw: (drawing: Drawing, wider: number) => void,
): number {
  if (soft <= 0) {
    draw(drawing, 0);
    return 1;
  }
  const [a, b] = drawing.matrix;
  const steps = Math.min(softSteps, Math.max(2, Math.ceil(stepsOfPixel * soft * Math.hypot(a, b))));
  // Steps from wide to narrow, each covering so much that the edge rises evenly.
  for (let step = 0; step < steps; step++) {
    const opacity = drawing.opacity / (steps - step);
    draw({ ...drawing, opacity }, soft * (softMean + ((steps - 1) / 2 - step) / steps));
  }
  return steps;
}
