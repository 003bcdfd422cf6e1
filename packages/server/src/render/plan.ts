import { frameRange, type Film } from '@cyclogram/core';
import { Problem } from '../http/problem';

/** What is asked for: size and rate default to the film's, the part to all of it. */
export interface RenderRequest {
  width?: number | undefined;
  height?: number | undefined;
  fps?: number | undefined;
  /** Seconds. */
  from?: number | undefined;
  to?: number | undefined;
}

/** What will be made. */
export interface RenderPlan {
  width: number;
  height: number;
  fps: number;
  firstFrame: number;
  frameCount: number;
}

/** Seconds in a segment. */
const segmentSeconds = 4;

/**
 * @param filmSeconds length of the film
 * @throws Problem when size, rate or part cannot be rendered
 */
export function planRender(film: Film, filmSeconds: number, request: RenderRequest): RenderPlan {
  const { width = film.width, height = film.height, fps = film.fps, from = 0 } = request;
  const to = Math.min(request.to ?? filmSeconds, filmSeconds);
  const even = (n: number) => Number.isInteger(n) && n % 2 === 0 && n >= 16 && n <= 8192;
  if (!even(width) || !even(height)) {
    throw new Problem(
      'bad-request',
      `A video's width and height must be even numbers from 16 to 8192, not ${width} x ${height}.`,
    );
  }
  if (!(fps >= 1 && fps <= 120))
    throw new Problem('bad-request', `A video has 1 to 120 frames per second, not ${fps}.`);
  if (filmSeconds <= 0) throw new Problem('bad-request', 'The film has no song yet. Add one, then render.');
  if (!(from >= 0 && to > from)) {
    throw new Problem(
      'bad-request',
      `The part to render must lie within the song (0 to ${filmSeconds.toFixed(2)} s), not ${from} to ${request.to ?? filmSeconds} s.`,
    );
  }
  const { first, count } = frameRange(from, to, fps);
  return { width, height, fps, firstFrame: first, frameCount: count };
}

/** The parts of a render: index, first frame and number of frames. */
export function segmentsOf({ firstFrame, frameCount, fps }: RenderPlan) {
  const size = Math.max(1, Math.round(segmentSeconds * fps));
  return Array.from({ length: Math.ceil(frameCount / size) }, (_, index) => ({
    index,
    first: firstFrame + index * size,
    count: Math.min(size, frameCount - index * size),
  }));
}
