import { allRecipeParts, type RecipePart } from '@cyclogram/core';
import { Router } from 'express';
import * as yup from 'yup';
import type { FilmStore } from '../films/filmStore';
import { readDocument } from '../films/readDocument';
import { fromData } from '../http/fromData';
import { Problem } from '../http/problem';
import type { RecipeStore } from './recipeStore';

/** A text as it is: whatever else could be written as one is refused. */
const text = (longest: number) => yup.string().strict().max(longest);
/** A name that can be seen. */
const name = (longest: number) => text(longest).matches(/\S/, 'A recipe needs a name');

const addSchema = yup
  .object({
    document: yup.mixed().required(),
    name: name(100).required(),
    note: text(1000).default(''),
    layers: yup.array(yup.string().required()).max(300).optional(),
    at: yup.number().min(0).optional(),
  })
  .noUnknown();
const changeSchema = yup.object({ name: name(100).optional(), note: text(1000).optional() }).noUnknown();
const filmSchema = yup
  .object({ asset: yup.string().required(), title: text(200).optional(), artist: text(200).optional() })
  .noUnknown();
const applySchema = yup
  .object({
    document: yup.mixed().required(),
    parts: yup
      .array(yup.string<RecipePart>().oneOf(allRecipeParts).required())
      .min(1, 'Choose what the recipe replaces')
      .required(),
  })
  .noUnknown();
const swapSchema = yup
  .object({
    document: yup.mixed().required(),
    asset: yup.string().required(),
    refit: yup.boolean().default(true),
  })
  .noUnknown();

const read = <T>(schema: yup.Schema<T>, body: unknown): Promise<T> =>
  schema.validate(body, { stripUnknown: false }).catch((error: yup.ValidationError) => {
    throw new Problem('bad-request', `${error.errors.join('. ')}.`);
  });

export function recipeRoutes(recipes: RecipeStore, films: FilmStore): Router {
  const routes = Router();

  routes.get('/', async (_request, response) => {
    response.json({ recipes: await recipes.list() });
  });

  routes.post('/', async (request, response) => {
    const { document, name: given, note, ...rest } = await read(addSchema, request.body);
    const words = { name: given.trim(), note: note.trim() };
    response.status(201).json(await recipes.add((await readDocument(document)).film, { ...rest, ...words }));
  });

  routes.patch('/:id', async (request, response) => {
    const { name: given, note } = await read(changeSchema, request.body);
    await recipes.change(request.params.id, { name: given?.trim(), note: note?.trim() });
    response.status(204).end();
  });

  routes.delete('/:id', async (request, response) => {
    await recipes.delete(request.params.id);
    response.status(204).end();
  });

  /** The recipe itself: a film without a song. */
  routes.get('/:id/document', async (request, response) => {
    const { film, name } = await recipes.get(request.params.id);
    response.json({ name, document: film });
  });

  routes.get('/:id/picture', async (request, response) => {
    response.sendFile(await recipes.picture(request.params.id), fromData);
  });

  /** A new film of a song. */
  routes.post('/:id/films', async (request, response) => {
    const { asset, title, artist } = await read(filmSchema, request.body);
    const { document, ranges } = await recipes.filmOf(request.params.id, asset, title, artist);
    const film = await films.create(document);
    response.status(201).location(`/api/films/${film.id}`).json({ id: film.id, ranges });
  });

  /** A film that is open, with parts of the recipe. */
  routes.post('/:id/apply', async (request, response) => {
    const { document, parts } = await read(applySchema, request.body);
    response.json(await recipes.apply(request.params.id, (await readDocument(document)).film, parts));
  });

  return routes;
}

/** Another song for a film that is open. */
export function songRoutes(recipes: RecipeStore): Router {
  const routes = Router();
  routes.post('/swap', async (request, response) => {
    const { document, asset, refit } = await read(swapSchema, request.body);
    response.json(await recipes.swapSong((await readDocument(document)).film, asset, refit));
  });
  return routes;
}
