/** A piece of a render, by its place in the film. */
interface Piece {
  index: number;
}

/**
 * The piece that a thread draws next: the one after its last one, so that footage is read on and what is kept stays of use;
 * else the middle of the longest run that nobody has begun.
 * @param waiting pieces in the order of the film, of which it is taken out
 * @param last index of the piece that the thread has drawn
 */
export function takeNext<P extends Piece>(waiting: P[], last: number | undefined): P | undefined {
  const take = (at: number) => waiting.splice(at, 1)[0];
  const following = waiting.findIndex(({ index }) => last !== undefined && index === last + 1);
  if (following >= 0) return take(following);
  let best = { start: 0, length: 0 };
  for (let start = 0; start < waiting.length;) {
    let length = 1;
    while (waiting[start + length]?.index === waiting[start]!.index + length) length++;
    if (length > best.length) best = { start, length };
    start += length;
  }
  // Who comes first begins at the start; others in the middle of what somebody else is at work on.
  const isBegun = last !== undefined || best.start > 0 || waiting[0]?.index !== 0;
  return take(best.start + (isBegun ? best.length >> 1 : 0));
}
