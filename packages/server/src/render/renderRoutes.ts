import { frameRateRecord, recordSchema, type FormatDescription, type FrameRate } from '@cyclogram/core';
import { Router } from 'express';
import { pipeline } from 'node:stream/promises';
import * as yup from 'yup';
import { fromData } from '../http/fromData';
import { pageOf } from '../http/page';
import { Problem } from '../http/problem';
import type { FilmStore } from '../films/filmStore';
import { readDocument } from '../films/readDocument';
import { namePattern } from './fileName';
import { renderFormats } from './format/registry';
import { qualities, speeds, type Quality, type RenderFormat, type Speed } from './format/renderFormat';
import { zipOfFolder } from './pictureFolder';
import type { RenderRequest } from './plan';
import type { RenderQueue } from './renderQueue';
import type { RenderView } from './renderView';

const wishFields = {
  width: yup.number().integer(),
  height: yup.number().integer(),
  format: yup.string(),
  fps: recordSchema(frameRateRecord).optional().default(undefined),
  from: yup.number(),
  to: yup.number(),
  at: yup.number(),
  moments: yup.number().integer(),
  fit: yup.string().oneOf(['fit', 'fill', 'extend'] as const),
  quality: yup.string().oneOf(Object.keys(qualities) as Quality[]),
  crf: yup.number().min(0).max(100).nullable(),
  speed: yup.string().oneOf(Object.keys(speeds) as Speed[]),
  transparent: yup.boolean(),
  fadeIn: yup.number().min(0).max(60),
  fadeOut: yup.number().min(0).max(60),
};

const requestSchema = yup
  .object({
    filmId: yup.string().required(),
    /** The film as it is in the interface, when it has not been saved yet. */
    document: yup.mixed(),
    /** Name of the file, with marks such as {title}. */
    name: yup.string().max(200),
    ...wishFields,
  })
  .required()
  .noUnknown();

const orderSchema = yup
  .object({ ids: yup.array(yup.string().required()).max(1000).required() })
  .required()
  .noUnknown();

const read = <T>(schema: yup.Schema<T>, body: unknown): Promise<T> =>
  schema.validate(body, { strict: true }).catch((error: yup.ValidationError) => {
    throw new Problem('bad-request', `${error.errors.join('. ')}.`);
  });

/** Which renders a list is of. @throws Problem */
function stateOf(given: unknown): 'queued' | 'finished' | undefined {
  if (given === undefined || given === 'queued' || given === 'finished') return given;
  throw new Problem('bad-request', '"state" is "queued" or "finished".');
}

/** Milliseconds between two events about the same render. */
const eventInterval = 200;

export function renderRoutes(queue: RenderQueue, films: FilmStore): Router {
  const routes = Router();

  routes.get('/', async (request, response) => {
    const { query } = request;
    const wanted = { inBin: query['bin'] === '1', state: stateOf(query['state']), page: pageOf(query) };
    response.json({ ...(await queue.list(wanted)), folder: queue.outFolder });
  });

  routes.get('/formats', (_request, response) => {
    response.json({ formats: renderFormats.map(describeFormat), namePattern });
  });

  routes.put('/order', async (request, response) => {
    const { ids } = await read(orderSchema, request.body);
    await queue.order(ids);
    response.json({ renders: await queue.queued(), folder: queue.outFolder });
  });

  /** What a request is about. */
  const wishOf = async (body: unknown) => {
    const { filmId, document, name, fps, ...wanted } = await read(requestSchema, body);
    const stored = await films.get(filmId);
    const film = document === undefined ? stored.document : (await readDocument(document)).film;
    const request = { ...wanted, fps: fps as FrameRate | undefined } as RenderRequest;
    return { film, filmId, name, request };
  };

  routes.post('/', async (request, response) => {
    const { film, filmId, name, request: wanted } = await wishOf(request.body);
    const view = await queue.add(film, filmId, wanted, name);
    response.status(201).location(`/api/renders/${view.id}`).json(view);
  });

  routes.post('/estimate', async (request, response) => {
    const { film, request: wanted } = await wishOf(request.body);
    const stop = new AbortController();
    response.on('close', () => stop.abort());
    // What cannot be rendered is an answer, not an error: it is asked while formats are looked through.
    try {
      response.json(await queue.estimate(film, wanted, stop.signal));
    } catch (error) {
      if (!(error instanceof Problem) || error.kind !== 'bad-request') throw error;
      response.json({ problem: error.detail });
    }
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
    send('queue', await queue.queued());
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

  routes.post('/:id/pause', async (request, response) => {
    response.json(await queue.pause(request.params.id));
  });

  routes.post('/:id/resume', async (request, response) => {
    response.json(await queue.resume(request.params.id));
  });

  routes.post('/:id/restore', async (request, response) => {
    response.json(await queue.restore(request.params.id));
  });

  routes.delete('/:id', async (request, response) => {
    await queue.delete(request.params.id);
    response.status(204).end();
  });

  routes.get('/:id/file', async (request, response) => {
    const { path, name, mimeType, isFolder } = await queue.file(request.params.id);
    response.type(mimeType);
    if (isFolder) {
      response.attachment(name).type(mimeType);
      const zip = await zipOfFolder(path, name.replace(/\.zip$/, ''));
      // Whoever asked may go away in the middle: there is nobody to tell then.
      await pipeline(zip, response).catch(() => response.destroy());
      return;
    }
    if (request.query['download'] === '1') response.attachment(name).type(mimeType);
    response.sendFile(path, { ...fromData, cacheControl: false });
  });

  return routes;
}

/** What the interface has to know of a format. */
function describeFormat({ crf, speeds: own, ...format }: RenderFormat): FormatDescription {
  const { id, label, about, extension, heading, pictures, player, sound, transparent } = format;
  return {
    ...{ id, label, about, extension, heading, pictures, player, sound, transparent },
    crf: crf ?? null,
    speeds: own !== undefined,
  };
}
