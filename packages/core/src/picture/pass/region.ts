import { addPoint, type Box, emptyBox, type Point } from '../../contract';
import type { Edges, PassBuffer } from '../../pixels';

/** Pixels somewhere in memory. */
interface PixelsAt {
  address: number;
  width: number;
  height: number;
  /** Of a pixel. */
  bytes: 4 | 8;
}

/** Whole pixels of a picture: all of what is in a box, and whatever stands beside it in part. */
export interface Region {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/**
 * Where a pass can leave anything but clear pixels.
 * @param reach where pixels of a box, which holds all that are not clear, can get to
 * @returns a region that also holds the box; all of the picture where that gets to an edge beyond which something lies
 */
export function reachedRegion(
  buffer: PassBuffer,
  { address, width, height, bytes }: PixelsAt,
  edges: Edges,
  spread: (box: Box) => Box,
): Region {
  const { code } = buffer;
  const at = buffer.take(16);
  code.contentBox(address, width, height, bytes, at);
  const [left = 0, top = 0, right = 0, bottom = 0] = new Int32Array(code.memory.buffer, at, 4);
  if (right === 0) return { left: 0, top: 0, right: 0, bottom: 0 };
  const whole: Region = { left: 0, top: 0, right: width, bottom: height };
  const box = spread([left, top, right, bottom]);
  const region: Region = {
    left: Math.max(0, Math.floor(Math.min(box[0], left))),
    top: Math.max(0, Math.floor(Math.min(box[1], top))),
    right: Math.min(width, Math.ceil(Math.max(box[2], right))),
    bottom: Math.min(height, Math.ceil(Math.max(box[3], bottom))),
  };
  const isWithin = region.left > 0 && region.top > 0 && region.right < width && region.bottom < height;
  return isWithin || edges === 'clear' ? region : whole;
}

/** What a box covers when it is enlarged around a point by any factor from one to another, and turned by any angle or none. */
export function swept(box: Box, centre: Point, factors: readonly [number, number], isTurned: boolean): Box {
  const out = emptyBox();
  const [left, top, right, bottom] = box;
  for (const x of [left, right]) {
    for (const y of [top, bottom]) {
      const [dx, dy] = [x - centre.x, y - centre.y];
      for (const factor of factors) {
        if (isTurned) addPoint(out, centre.x, centre.y, factor * Math.hypot(dx, dy));
        else addPoint(out, centre.x + factor * dx, centre.y + factor * dy, 0);
      }
    }
  }
  return out;
}
