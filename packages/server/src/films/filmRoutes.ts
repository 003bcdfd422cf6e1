import { parseFilm } from '@cyclogram/core';
import { Router } from 'express';
import { Problem } from '../http/problem';
import type { FilmPictures } from './filmPictures';
import type { FilmStore, StoredFilm } from './filmStore';

/** A film in a list: everything but its document. */
async function filmSummary(store: FilmStore, film: StoredFilm) {
  const { id, title, revision, createdAt, updatedAt, document } = film;
  const { width, height, fps } = document;
  const seconds = await store.seconds(document);
  const picture = `/api/films/${id}/picture?revision=${revision}`;
  return { id, title, revision, createdAt, updatedAt, seconds, width, height, fps, picture };
}

const filmView = async (store: FilmStore, film: StoredFilm) => ({
  ...(await filmSummary(store, film)),
  document: film.document,
});

export function filmRoutes(store: FilmStore, pictures: FilmPictures): Router {
  const routes = Router();

  routes.get('/', async (_request, response) => {
    const films = await store.list();
    response.json({ films: await Promise.all(films.map((film) => filmSummary(store, film))) });
  });

  routes.post('/', async (request, response) => {
    const document = parseFilm((request.body as { document?: unknown } | undefined)?.document);
    const film = await store.create(document);
    response
      .status(201)
      .location(`/api/films/${film.id}`)
      .json(await filmView(store, film));
  });

  routes.get('/:id', async (request, response) => {
    response.json(await filmView(store, await store.get(request.params.id)));
  });

  routes.put('/:id', async (request, response) => {
    const body = (request.body ?? {}) as { document?: unknown; revision?: unknown };
    if (typeof body.revision !== 'number') {
      throw new Problem('bad-request', 'Say in "revision" which revision of the film this save is based on.');
    }
    const film = await store.save(request.params.id, parseFilm(body.document), body.revision);
    response.json(await filmView(store, film));
  });

  routes.delete('/:id', async (request, response) => {
    await store.delete(request.params.id);
    response.status(204).end();
  });

  routes.post('/:id/restore', async (request, response) => {
    response.json(await filmView(store, await store.restore(request.params.id)));
  });

  routes.get('/:id/picture', async (request, response) => {
    const film = await store.get(request.params.id);
    response.set('Cache-Control', 'no-cache').sendFile(await pictures.get(film));
  });

  return routes;
}
