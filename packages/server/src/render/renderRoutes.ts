import { frameRateRecord, parseFilm, recordSchema, type FrameRate } from '@cyclogram/core';
import { Router } from 'express';
import * as yup from 'yup';
import { fromData } from '../http/fromData';
import { Problem } from '../http/problem';
import type { FilmStore } from '../films/filmStore';
import type { RenderQueue, RenderView } from './renderQueue';

const requestSchema = yup
  .object({
    filmId: yup.string().required(),
    /** The film as it is in the interface, when it has not been saved yet. */
    document: yup.mixed(),
    width: yup.number().integer(),
    height: yup.number().integer(),
    format: yup.string(),
    fps: recordSchema(frameRateRecord).optional().default(undefined),
    from: yup.number(),
    to: yup.number(),
  })
  .required()
  .noUnknown();

/** Milliseconds between two events about the same render. */
const eventInterval = 200;

export function renderRoutes(queue: RenderQueue, films: FilmStore): Router {
  const routes = Router();

  routes.get('/', async (_request, response) => {
    response.json({ renders: await queue.list() });
  });

  routes.post('/', async (request, response) => {
    const { filmId, document, fps, ...wanted } = await requestSchema
      .validate(request.body, { strict: true })
      .catch((error: yup.ValidationError) => {
        throw new Problem('bad-request', `${error.errors.join('. ')}.`);
      });
    const stored = await films.get(filmId);
    const film = document === undefined ? stored.document : parseFilm(document);
    const view = await queue.add(film, filmId, { ...wanted, fps: fps as FrameRate | undefined });
    response.status(201).location(`/api/renders/${view.id}`).json(view);
  });

  routes.get('/events', async (request, response) => {
    response.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-cache',
      'X-Accel-Buffering': 'no',
    });
    response.flushHeaders();
    const send = (event: string, data: unknown) =>
      response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
    send('renders', await queue.list());
    const waiting = new Map<string, RenderView>();
    const flush = setInterval(() => {
      for (const view of waiting.values()) send('render', view);
      waiting.clear();
    }, eventInterval);
    const onChange = (view: RenderView) => waiting.set(view.id, view);
    const onGone = (id: string) => {
      waiting.delete(id);
      send('gone', { id });
    };
    queue.on('change', onChange).on('gone', onGone);
    request.on('close', () => {
      clearInterval(flush);
      queue.off('change', onChange).off('gone', onGone);
    });
  });

  routes.get('/:id', async (request, response) => {
    response.json(await queue.get(request.params.id));
  });

  routes.post('/:id/cancel', async (request, response) => {
    response.json(await queue.cancel(request.params.id));
  });

  routes.post('/:id/resume', async (request, response) => {
    response.json(await queue.resume(request.params.id));
  });

  routes.delete('/:id', async (request, response) => {
    await queue.delete(request.params.id);
    response.status(204).end();
  });

  routes.get('/:id/file', async (request, response) => {
    const { path, name, mimeType } = await queue.file(request.params.id);
    response.type(mimeType);
    if (request.query['download'] === '1') response.attachment(name).type(mimeType);
    response.sendFile(path, { ...fromData, cacheControl: false });
  });

  return routes;
}
