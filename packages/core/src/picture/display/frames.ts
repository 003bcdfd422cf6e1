/**
 * Frames and moments. Frame n is on the screen from n / fps to (n + 1) / fps; it
 * shows the moment in the middle of that time, so that picture and sound differ
 * by half a frame at most, either way.
 */
export const frameMoment = (frame: number, fps: number) => (frame + 0.5) / fps;

/** The frame on the screen at `t` seconds. */
export const frameAt = (t: number, fps: number) => Math.max(0, Math.floor(t * fps + 1e-6));

/** The same of a film of `end` seconds, whose last frame stays. */
export const filmFrameAt = (t: number, end: number, fps: number): number =>
  Math.min(frameAt(t, fps), Math.max(0, Math.ceil(end * fps - 1e-6) - 1));

/** First frame and number of frames of a part of a film, in seconds; at least one frame. */
export function frameRange(from: number, to: number, fps: number): { first: number; count: number } {
  const first = Math.max(0, Math.round(from * fps));
  return { first, count: Math.max(1, Math.round(to * fps) - first) };
}
