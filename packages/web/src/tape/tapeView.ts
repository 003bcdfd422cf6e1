/** The part of the song that the Tape shows, in seconds. */
export interface TapeView {
  from: number;
  to: number;
}

const shortestView = 0.5;

/** The view with `factor` times the length, `anchor` seconds staying where it is; kept within the song. */
export function zoomView({ from, to }: TapeView, factor: number, anchor: number, end: number): TapeView {
  const length = Math.min(Math.max((to - from) * factor, Math.min(shortestView, end)), end);
  const share = to > from ? (anchor - from) / (to - from) : 0;
  return keepWithin({ from: anchor - share * length, to: anchor + (1 - share) * length }, end);
}

/** The view moved by `seconds`, kept within the song. */
export function panView({ from, to }: TapeView, seconds: number, end: number): TapeView {
  return keepWithin({ from: from + seconds, to: to + seconds }, end);
}

function keepWithin({ from, to }: TapeView, end: number): TapeView {
  const length = Math.min(to - from, end);
  const start = Math.min(Math.max(from, 0), end - length);
  return { from: start, to: start + length };
}
