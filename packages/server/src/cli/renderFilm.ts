import { fpsText, type FrameRate } from '@cyclogram/core';
import { mkdtemp, rm } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { filmSeconds } from '../films/filmStore';
import { planRender } from '../render/plan';
import { renderVideo } from '../render/renderVideo';
import type { Services } from '../services';
import { openFilm } from './openFilm';

export interface RenderFilmOptions {
  out: string;
  from?: number;
  to?: number;
  size?: { width: number; height: number };
  fps?: FrameRate;
}

/** `cyclogram render`: a film to a video file, with progress on a terminal. */
export async function renderFilm(
  services: Services,
  filmName: string,
  options: RenderFilmOptions,
): Promise<void> {
  const film = await openFilm(services, filmName);
  const tracks = await services.films.tracks(film);
  const plan = planRender(film, filmSeconds(film, tracks), { ...options, ...options.size });
  const folder = await mkdtemp(join(services.folder.incoming, 'render-'));
  const terminal = process.stderr.isTTY;
  try {
    await renderVideo({
      film,
      tracks,
      files: await services.films.files(film),
      plan,
      folder,
      out: resolve(options.out),
      onProgress: ({ stage, frames }) => {
        if (terminal) process.stderr.write(`\r${stage}: frame ${frames} of ${plan.frameCount}   `);
      },
    });
  } finally {
    if (terminal) process.stderr.write('\n');
    await rm(folder, { recursive: true, force: true });
  }
  console.log(
    `${options.out}: ${plan.frameCount} frames, ${plan.width}x${plan.height} at ${fpsText(plan.fps)} fps`,
  );
}
