import { fpsOf } from '@cyclogram/core';
import { Router, type Request } from 'express';
import type { FilmStore } from '../films/filmStore';
import { attachmentName } from '../http/attachmentName';
import { Problem } from '../http/problem';
import { runTask } from '../work/runTask';
import type { ExportWish } from './exportFilm';

const types = { csv: 'text/csv; charset=utf-8', json: 'application/json', mid: 'audio/midi' } as const;
type Format = keyof typeof types;

/** Reads what is wanted from an address such as /levels.csv?ear=ear-1&fps=30. */
function readWish(request: Request<{ file: string }>, defaultFps: number): ExportWish {
  const [what, format] = request.params.file.split('.') as [string, Format];
  const query = request.query as Record<string, string | undefined>;
  const fps = Number(query['fps'] ?? defaultFps);
  if (!(fps > 0 && fps <= 1000)) {
    throw new Problem('bad-request', `"fps" must be above 0 and at most 1000, not ${query['fps']}.`);
  }
  const isText = format === 'csv' || format === 'json';
  const isKnown = isText || format === 'mid';
  if (what === 'levels' && isText) return { what, format, fps, ear: query['ear'] ?? '' };
  if (what === 'followers' && isText) return { what, format, fps };
  if (what === 'onsets' && isKnown) return { what, format, follower: query['follower'] ?? '' };
  if (what === 'beats' && isKnown) return { what, format };
  throw new Problem(
    'not-found',
    `There is no export ${request.params.file}. There are levels and followers as .csv and .json, onsets and beats also as .mid.`,
  );
}

/** Files of what is heard in a film, under /films/:id/exports. */
export function exportRoutes(films: FilmStore): Router {
  const routes = Router({ mergeParams: true });
  routes.get<{ id: string; file: string }>('/:file', async (request, response) => {
    const { document: film, title } = await films.get(request.params.id);
    const wish = readWish(request, fpsOf(film.fps));
    const cancel = new AbortController();
    response.on('close', () => cancel.abort());
    const tracks = await films.tracks(film);
    const content = await runTask('export', { film, tracks, wish }, { signal: cancel.signal });
    response.attachment(attachmentName(`${title} ${wish.what}`, `.${wish.format}`)).type(types[wish.format]);
    response.send(typeof content === 'string' ? content : Buffer.from(content));
  });
  return routes;
}
