import { fpsOf, frameRange, type Film, type FrameRate } from '@cyclogram/core';
import { Problem } from '../http/problem';
import { defaultFormat, formatOf } from './format/registry';

/** What is asked for: size and rate default to the film's, the part to all of it. */
export interface RenderRequest {
  /** Id of the format. */
  format?: string | undefined;
  width?: number | undefined;
  height?: number | undefined;
  fps?: FrameRate | undefined;
  /** Seconds. */
  from?: number | undefined;
  to?: number | undefined;
}

/** What will be made. */
export interface RenderPlan {
  format: string;
  width: number;
  height: number;
  fps: FrameRate;
  firstFrame: number;
  frameCount: number;
}

/** Seconds in a segment. */
const segmentSeconds = 4;

/**
 * @param filmSeconds length of the film
 * @throws Problem when format, size, rate or part cannot be rendered
 */
export function planRender(film: Film, filmSeconds: number, request: RenderRequest): RenderPlan {
  const { width = film.width, height = film.height, fps = film.fps, from = 0 } = request;
  const format = formatOf(request.format ?? defaultFormat.id);
  const to = Math.min(request.to ?? filmSeconds, filmSeconds);
  const wrongSize = format.sizeProblem(width, height);
  if (wrongSize) throw new Problem('bad-request', wrongSize);
  const rate = fpsOf(fps);
  if (!(rate >= 1 && rate <= 120))
    throw new Problem('bad-request', `A video has 1 to 120 frames per second, not ${rate}.`);
  if (filmSeconds <= 0) throw new Problem('bad-request', 'The film has no song yet. Add one, then render.');
  if (!(from >= 0 && to > from)) {
    throw new Problem(
      'bad-request',
      `The part to render must lie within the song (0 to ${filmSeconds.toFixed(2)} s), not ${from} to ${request.to ?? filmSeconds} s.`,
    );
  }
  const { first, count } = frameRange(from, to, rate);
  return { format: format.id, width, height, fps, firstFrame: first, frameCount: count };
}

/** The parts of a render: index, first frame and number of frames. */
export function segmentsOf({ firstFrame, frameCount, fps }: RenderPlan) {
  const size = Math.max(1, Math.round(segmentSeconds * fpsOf(fps)));
  return Array.from({ length: Math.ceil(frameCount / size) }, (_, index) => ({
    index,
    first: firstFrame + index * size,
    count: Math.min(size, frameCount - index * size),
  }));
}
