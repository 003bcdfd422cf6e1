/** Compares frames with those of another painter. */

/** A frame: four values of 8 bits a pixel, multiplied by opacity. */
export interface Frame {
  width: number;
  height: number;
  rgba: Uint8ClampedArray | Uint8Array;
}

/** How far two frames, or what changes from one frame to the next in them, lie apart, in values of 255. */
export interface Distance {
  /** The most between pixels around which the reference is even. */
  interior: number;
  /** The 999th of a thousand pixels at edges of the reference. */
  edge: number;
  /** The largest mean of a channel, with its sign taken into account. */
  signedMean: number;
  /** The largest mean of a channel in a block of 8 x 8 pixels. */
  block: number;
  /** Pixels of the reference that lie at edges. */
  edgePixels: number;
}

/** Where neighbours differ by more than this, there is an edge. */
const evenWithin = 6;

/** Whether each pixel lies beside one that is another colour. */
function edgesIn({ width, height, rgba }: Frame): Uint8Array {
  const edges = new Uint8Array(width * height);
  const mark = (one: number, other: number) => {
    for (let channel = 0; channel < 4; channel++) {
      if (Math.abs(rgba[4 * one + channel]! - rgba[4 * other + channel]!) <= evenWithin) continue;
      edges[one] = edges[other] = 1;
      return;
    }
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      if (x + 1 < width) mark(at, at + 1);
      if (y + 1 < height) mark(at, at + width);
      if (x + 1 < width && y + 1 < height) mark(at, at + width + 1);
      if (x > 0 && y + 1 < height) mark(at, at + width - 1);
    }
  }
  return edges;
}

/** Sums of differences, as they come pixel by pixel. */
function distanceOf(
  width: number,
  height: number,
  edges: Uint8Array,
  difference: (at: number) => number,
): Distance {
  const counts = new Uint32Array(1024);
  const across = Math.ceil(width / 8);
  const blocks = new Float64Array(4 * across * Math.ceil(height / 8));
  const sizes = new Uint32Array(blocks.length / 4);
  const sums = [0, 0, 0, 0];
  let [interior, edgePixels] = [0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const pixel = y * width + x;
      const block = Math.floor(y / 8) * across + Math.floor(x / 8);
      let max = 0;
      for (let channel = 0; channel < 4; channel++) {
        const apart = difference(4 * pixel + channel);
        max = Math.max(max, Math.abs(apart));
        sums[channel]! += apart;
        blocks[4 * block + channel]! += apart;
      }
      sizes[block]!++;
      if (edges[pixel]) {
        counts[Math.min(1023, max)]!++;
        edgePixels++;
      } else interior = Math.max(interior, max);
    }
  }
  let edge = 0;
  for (let seen = 0; edge < 1023; edge++) {
    seen += counts[edge]!;
    if (seen >= 0.999 * edgePixels) break;
  }
  const mean = (sum: number) => Math.abs(sum) / (width * height);
  const block = blocks.reduce((max, sum, i) => Math.max(max, Math.abs(sum) / sizes[i >> 2]!), 0);
  return {
    interior,
    edge: edgePixels > 0 ? edge : 0,
    signedMean: Math.max(...sums.map(mean)),
    block,
    edgePixels,
  };
}

/** How far a frame lies from a reference. */
export function compareFrames(reference: Frame, frame: Frame): Distance {
  const { width, height } = reference;
  if (frame.width !== width || frame.height !== height) throw new Error('the frames have other sizes');
  return distanceOf(width, height, edgesIn(reference), (at) => frame.rgba[at]! - reference.rgba[at]!);
}

/** How far what changes from one frame to the next lies apart: what shimmers does so although each frame looks right. */
export function compareSteps(reference: [Frame, Frame], frames: [Frame, Frame]): Distance {
  const [{ width, height, rgba: before }, { rgba: after }] = reference;
  const edges = edgesIn(reference[0]);
  edgesIn(reference[1]).forEach((isEdge, at) => (edges[at]! |= isEdge));
  return distanceOf(
    width,
    height,
    edges,
    (at) => frames[1].rgba[at]! - frames[0].rgba[at]! - (after[at]! - before[at]!),
  );
}

/** What the comparison allows. */
export interface Limits {
  interior: number;
  edge: number;
  signedMean: number;
  block: number;
}

export const strict: Limits = { interior: 1, edge: 6, signedMean: 0.05, block: 0.5 };

/** What of a distance lies beyond the limits, in words. */
export const beyond = (distance: Distance, limits: Limits): string[] =>
  (['interior', 'edge', 'signedMean', 'block'] as const)
    .filter((key) => distance[key] > limits[key])
    .map((key) => `${key} ${Math.round(1000 * distance[key]) / 1000} > ${limits[key]}`);
