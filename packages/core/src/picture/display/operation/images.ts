import { addPoint } from '../../../contract';
import type { OperationKind } from './operationKind';

/** One image at several places. */
export interface ImagesOp {
  op: 'images';
  /** Key of the image: the id it has in the film. */
  image: string;
  /** x and y of the middle, width, height, clockwise rotation in radians, opacity of each. */
  places: Float32Array;
}

export const images: OperationKind<ImagesOp> = {
  bounds({ places }, box) {
    for (let i = 0; i < places.length; i += 6)
      addPoint(box, places[i]!, places[i + 1]!, Math.hypot(places[i + 2]!, places[i + 3]!) / 2);
  },
};
