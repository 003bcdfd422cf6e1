import { fpsText, type Film, type FrameRate } from '@cyclogram/core';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rename, rm } from 'node:fs/promises';
import { basename, extname, join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { filmSeconds } from '../films/filmStore';
import { formatOf, renderFormats } from '../render/format/registry';
import { zipOfFolder } from '../render/pictureFolder';
import { planRender, type RenderRequest } from '../render/plan';
import { renderVideo } from '../render/renderVideo';
import type { Services } from '../services';
import { openFilm } from './openFilm';

export interface RenderFilmOptions extends Omit<RenderRequest, 'width' | 'height'> {
  out: string;
  size?: { width: number; height: number };
  fps?: FrameRate;
}

/** The format that a file's ending stands for; MP4 where it stands for none. */
export function formatOfFile(path: string, transparent = false): string {
  const ending = extname(path).slice(1).toLowerCase();
  const fits = renderFormats.filter(({ extension }) => extension === ending);
  const format = (transparent ? fits.find((each) => each.transparent) : undefined) ?? fits[0];
  return format?.id ?? renderFormats[0]!.id;
}

/** `cyclogram render`: a film to a file, with progress on a terminal. */
export async function renderFilm(
  services: Services,
  filmName: string,
  options: RenderFilmOptions,
): Promise<void> {
  await renderOneFilm(services, await openFilm(services, filmName), options);
}

/** Renders a film that is at hand. */
export async function renderOneFilm(
  services: Services,
  film: Film,
  { size, out, ...options }: RenderFilmOptions,
): Promise<void> {
  const tracks = await services.films.tracks(film);
  const format = options.format ?? formatOfFile(out, options.transparent);
  const plan = planRender(film, filmSeconds(film, tracks), { ...options, format, ...size });
  const folder = await mkdtemp(join(services.folder.incoming, 'render-'));
  const terminal = process.stderr.isTTY;
  const target = resolve(out);
  const zipped = formatOf(plan.format).result === 'folder' && /\.zip$/i.test(out);
  const made = zipped ? join(folder, 'pictures') : target;
  try {
    await renderVideo({
      film,
      tracks,
      files: await services.films.files(film),
      plan,
      folder,
      out: made,
      onProgress: ({ stage, frames }) => {
        if (terminal) process.stderr.write(`\r${stage}: frame ${frames} of ${plan.frameCount}   `);
      },
    });
    if (zipped) {
      const name = basename(out).replace(/\.zip$/i, '');
      await pipeline(await zipOfFolder(made, name), createWriteStream(`${target}.part`));
      await rename(`${target}.part`, target);
    }
  } finally {
    if (terminal) process.stderr.write('\n');
    await rm(folder, { recursive: true, force: true });
  }
  console.log(`${out}: ${plan.frameCount} frames, ${plan.width}x${plan.height} at ${fpsText(plan.fps)} fps`);
}
