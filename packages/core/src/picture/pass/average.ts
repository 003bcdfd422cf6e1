import { type Box, cos, exact, exp, grown, log, type Matrix, type Point, sin } from '../../contract';
import { type Edges, type PassBuffer, type Pixels, putPairTask } from '../../pixels';
import { reachedRegion, swept } from './region';

/** How a pixel is found around a centre: its distance times a factor, turned by radians. */
interface Around {
  scale: number;
  turn: number;
}

/** At most 2^9 copies. */
const maxDoublings = 9;

/**
 * Pairs of copies, each pair twice as far apart as the one before: n of them average 2^n copies evenly spread. At full size
 * even where they reach far, since what lies across their way stays sharp; but no further than anything gets.
 * @param found how a pixel is found in the copy at a share of the way, -0.5 to 0.5; and whether it is of the first pair
 * @param reach where the pixels of a box can get to
 */
function averages(
  buffer: PassBuffer,
  pixels: Pixels,
  edges: Edges,
  copies: number,
  found: (share: number, first: boolean) => Matrix,
  spread: (box: Box) => Box,
): Pixels {
  // Straight lines between pixels let copies stand a little farther apart than those.
  const needed = copies / 1.6;
  let doublings = 1;
  while (doublings < maxDoublings && exact.pow(2, doublings) < needed) doublings++;
  const { width, height } = pixels;
  let from = pixels.address;
  let to = from === buffer.address ? buffer.spare : buffer.take(8 * width * height);
  const { code } = buffer;
  // Each pair is taken between pixels, and so may be one further.
  const region = reachedRegion(buffer, { address: from, width, height, bytes: 8 }, edges, (box) =>
    grown(spread(box), doublings + 1),
  );
  if (region.right === 0) return pixels;
  new Uint8Array(code.memory.buffer, to, 8 * width * height).fill(0);
  code.toFifteen(from, width * height);
  for (let n = 0; n < doublings; n++) {
    const half = exact.pow(2, n) / exact.pow(2, doublings) / 2;
    const [a0, b0, c0, d0, e0, f0] = found(-half, n === 0);
    const [a1, b1, c1, d1, e1, f1] = found(half, n === 0);
    const first = { a0, b0, c0, d0, e0, f0 };
    const second = { a1, b1, c1, d1, e1, f1 };
    const pair = putPairTask(code.memory.buffer, { ...first, ...second, ...region });
    code.averagePair(buffer.told(from, to, width, height, edges), pair);
    [from, to] = [to, from];
  }
  code.toSixteen(from, width * height);
  return { address: from, width, height };
}

/** The average of copies along a line, in both directions as far. @param by the whole way, in pixels */
export const averageAlong = (buffer: PassBuffer, pixels: Pixels, by: Point, edges: Edges): Pixels =>
  averages(
    buffer,
    pixels,
    edges,
    Math.hypot(by.x, by.y),
    (share) => [1, 0, 0, 1, by.x * share, by.y * share],
    (box) => grown(box, Math.max(Math.abs(by.x), Math.abs(by.y)) / 2),
  );

/**
 * The average of copies around a centre, from one to another: scaled by equal factors and turned by equal angles from
 * each to the next.
 */
export function averageAround(
  buffer: PassBuffer,
  pixels: Pixels,
  centre: Point,
  { from, to, edges }: { from: Around; to: Around; edges: Edges },
): Pixels {
  const farthest = Math.hypot(
    Math.max(Math.abs(centre.x), Math.abs(pixels.width - centre.x)),
    Math.max(Math.abs(centre.y), Math.abs(pixels.height - centre.y)),
  );
  const [logScale, turn] = [log(to.scale) - log(from.scale), to.turn - from.turn];
  // The middle of all copies is not where they begin: the first pair is moved by as much.
  const [midScale, midTurn] = [(log(to.scale) + log(from.scale)) / 2, (to.turn + from.turn) / 2];
  const copies = farthest * Math.max(Math.abs(logScale), Math.abs(turn));
  const foundAt = (share: number, first: boolean): Matrix => {
    const offset = first ? 1 : 0;
    const scale = exp(logScale * share + offset * midScale);
    const angle = turn * share + offset * midTurn;
    const [a, b] = [scale * cos(angle), scale * sin(angle)];
    return [a, b, -b, a, centre.x - a * centre.x + b * centre.y, centre.y - b * centre.x - a * centre.y];
  };
  // A pixel is found through the way back of what became of it. Copies in between have factors in between.
  const spread = (box: Box) =>
    swept(box, centre, [1 / from.scale, 1 / to.scale], turn !== 0 || from.turn !== 0);
  return averages(buffer, pixels, edges, copies, foundAt, spread);
}
