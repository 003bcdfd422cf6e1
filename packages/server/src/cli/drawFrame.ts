import { fpsOf, fpsText, frameAt, frameMoment, type FrameRate } from '@cyclogram/core';
import { resolve } from 'node:path';
import { runTask } from '../work/runTask';
import type { Services } from '../services';
import { openFilm } from './openFilm';

export interface DrawFrameOptions {
  at: number;
  out: string;
  size?: { width: number; height: number };
  fps?: FrameRate;
}

/** `cyclogram frame`: the very frame that a render at this rate shows at that time. */
export async function drawFrame(
  services: Services,
  filmName: string,
  options: DrawFrameOptions,
): Promise<void> {
  const film = await openFilm(services, filmName);
  const tracks = await services.films.tracks(film);
  const files = await services.films.files(film);
  const rate = options.fps ?? film.fps;
  const fps = fpsOf(rate);
  const { width, height } = options.size ?? film;
  const at = frameMoment(frameAt(options.at, fps), fps);
  await runTask(
    'picture',
    {
      film,
      tracks,
      files,
      at,
      whole: true,
      width,
      height,
      out: resolve(options.out),
    },
    { rank: 'person' },
  );
  console.log(
    `${options.out}: frame ${frameAt(options.at, fps)} at ${fpsText(rate)} fps, ${width}x${height}`,
  );
}
