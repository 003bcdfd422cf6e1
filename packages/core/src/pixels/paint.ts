import { addPoints, emptyBox } from '../contract';

/** A colour at a place of a gradient, 0 to 1. */
export type PaintStop = readonly [number, string];

/** What a shape is filled or drawn with: #rrggbb, #rrggbbaa, or a gradient in picture units. */
export type Paint =
  | string
  | { kind: 'linear'; x0: number; y0: number; x1: number; y1: number; stops: readonly PaintStop[] }
  | { kind: 'radial'; x: number; y: number; radius: number; stops: readonly PaintStop[] }
  /** Once around a place, from `angle` in radians on, clockwise from the right. */
  | { kind: 'around'; x: number; y: number; angle: number; stops: readonly PaintStop[] };

/** The box around outlines: left, top, width, height. */
export function boxOf(outlines: readonly Float32Array[]): [number, number, number, number] {
  const box = emptyBox();
  for (const outline of outlines) addPoints(box, outline, 0);
  if (!Number.isFinite(box[0])) return [0, 0, 0, 0];
  return [box[0], box[1], box[2] - box[0], box[3] - box[1]];
}
