import { zoomIdentity, type ZoomTransform } from 'd3-zoom';

/** The part of the song that the Tape shows, in seconds. */
export interface TapeView {
  from: number;
  to: number;
}

/** Pixels from the left at which a time is seen. */
export const xOf = ({ from, to }: TapeView, width: number, time: number) =>
  ((time - from) / (to - from)) * width;

/** The time that is seen at a place. */
export const timeAt = ({ from, to }: TapeView, width: number, x: number) => from + (x / width) * (to - from);

/** Close enough to see single periods of a sound. */
const shortestView = 0.004;

/** Share of the view at which the moment that plays is kept. */
const followShare = 0.5;

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

/**
 * The view that keeps the moment that plays in its middle: moved along once the
 * moment gets there, moved back when it jumps out of sight. The same view while nothing has to move.
 */
export function followView(view: TapeView, time: number, end: number): TapeView {
  const { from, to } = view;
  const position = (time - from) / (to - from);
  if (to - from >= end - 1e-6 || (position >= 0 && position <= followShare)) return view;
  const next = panView(view, time - (from + followShare * (to - from)), end);
  return Math.abs(next.from - from) < 1e-6 ? view : next;
}

function keepWithin({ from, to }: TapeView, end: number): TapeView {
  const length = Math.min(to - from, end);
  const start = Math.min(Math.max(from, 0), end - length);
  return { from: start, to: start + length };
}

/** How often a song of this length fits into the shortest view. */
export const maxZoom = (end: number): number => Math.max(1, end / shortestView);

/** Where the whole song is, seen so: in pixels, as long as the Tape is wide at a scale of 1. */
export const transformOf = ({ from, to }: TapeView, width: number, end: number): ZoomTransform => {
  const scale = to > from ? end / (to - from) : 1;
  return zoomIdentity.translate(end > 0 ? (-from / end) * scale * width : 0, 0).scale(scale);
};

/** The view in which the song is there, kept within it. */
export const viewOf = ({ k, x }: ZoomTransform, width: number, end: number): TapeView => {
  const from = width > 0 ? (-x / (k * width)) * end : 0;
  return keepWithin({ from, to: from + end / k }, end);
};
