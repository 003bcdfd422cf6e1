import { Router } from 'express';
import { attachmentName } from '../http/attachmentName';
import { fromData } from '../http/fromData';
import { pageOf, searchOf } from '../http/page';
import { Problem } from '../http/problem';
import type { FilmThumbnails } from './filmThumbnails';
import type { FilmStore, ListedFilm, StoredFilm } from './filmStore';
import { readDocument } from './readDocument';

/** A film in a list: everything but its document. */
function filmSummary(film: ListedFilm) {
  const { id, title, revision, createdAt, updatedAt, seconds, width, height, fps, problem, deletedAt } = film;
  const thumbnail = `/api/films/${id}/thumbnail?revision=${revision}`;
  return {
    id,
    title,
    revision,
    createdAt,
    updatedAt,
    seconds,
    width,
    height,
    fps,
    problem,
    deletedAt,
    thumbnail,
  };
}

const filmView = ({ document, warnings, ...film }: StoredFilm) => ({
  ...filmSummary({ ...film, problem: null }),
  document,
  warnings,
});

export function filmRoutes(store: FilmStore, thumbnails: FilmThumbnails): Router {
  const routes = Router();

  routes.get('/', async (request, response) => {
    const { query } = request;
    const { films, total } = await store.list({
      ...{ inBin: query['bin'] === '1', search: searchOf(query), page: pageOf(query) },
    });
    response.json({ films: films.map(filmSummary), total });
  });

  routes.post('/', async (request, response) => {
    const given = (request.body as { document?: unknown } | undefined)?.document;
    const { film: document, warnings } = await readDocument(given);
    const film = await store.create(document);
    response
      .status(201)
      .location(`/api/films/${film.id}`)
      .json(filmView({ ...film, warnings }));
  });

  routes.get('/:id', async (request, response) => {
    response.json(filmView(await store.get(request.params.id)));
  });

  routes.put('/:id', async (request, response) => {
    const body = (request.body ?? {}) as { document?: unknown; revision?: unknown };
    if (typeof body.revision !== 'number') {
      throw new Problem('bad-request', 'Say in "revision" which revision of the film this save is based on.');
    }
    const { film: document, warnings } = await readDocument(body.document);
    const film = await store.save(request.params.id, document, body.revision);
    response.json(filmView({ ...film, warnings }));
  });

  routes.delete('/:id', async (request, response) => {
    await store.delete(request.params.id);
    response.status(204).end();
  });

  routes.post('/:id/restore', async (request, response) => {
    response.json(filmView(await store.restore(request.params.id)));
  });

  /** The document as it is stored: also of a film that cannot be opened. */
  routes.get('/:id/document', async (request, response) => {
    const { title, document } = await store.text(request.params.id);
    response.attachment(attachmentName(title, '.film.json')).type('application/json').send(document);
  });

  routes.get('/:id/thumbnail', async (request, response) => {
    const film = await store.get(request.params.id);
    response.set('Cache-Control', 'no-cache').sendFile(await thumbnails.get(film), fromData);
  });

  return routes;
}
