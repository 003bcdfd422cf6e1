import { addPoint } from '../../../contract';
import type { OperationKind } from './operationKind';

/** One image in a box. */
export interface ImageOp {
  op: 'image';
  /** Key of the image: the id it has in the film. */
  image: string;
  /** Left, top, width and height of the box. */
  box: readonly [number, number, number, number];
  /** Whether the image covers the box, is seen whole within it, or is stretched to it. */
  fit: 'cover' | 'contain' | 'stretch';
  /** What of the image is used: left, top, right, bottom, as shares. */
  crop: readonly [number, number, number, number];
  /** Which part stays in view where it is cut, or where it stands in a box that it does not fill: shares. */
  focus: { x: number; y: number };
  /** How far its outermost pixels are repeated beyond the box, in picture units. */
  edges: number;
  /** Whether it is a background, which covers what of a wider render lies beyond its box. */
  beyond: boolean;
}

export const image: OperationKind<ImageOp> = {
  bounds({ box: [x, y, width, height], edges }, box) {
    addPoint(box, x - edges, y - edges, 0);
    addPoint(box, x + width + edges, y + height + edges, 0);
  },
};
