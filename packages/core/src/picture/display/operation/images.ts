import { addPoint } from '../../../contract';
import type { OperationKind } from './operationKind';

/** One image at several places. */
export interface ImagesOp {
  op: 'images';
  /** Key of the image: the id it has in the film. */
  image: string;
  /** x and y of the middle, width, height, clockwise rotation in radians, opacity of each. */
  positions: Float32Array;
}

export const images: OperationKind<ImagesOp> = {
  bounds({ positions }, box) {
    for (let i = 0; i < positions.length; i += 6)
      addPoint(box, positions[i]!, positions[i + 1]!, Math.hypot(positions[i + 2]!, positions[i + 3]!) / 2);
  },
};
