import { Router } from 'express';
import { fromData } from '../http/fromData';
import { receiveFirstFile } from '../http/receiveFile';
import type { TypefaceStore } from './typefaceStore';

/** Typefaces: sent once, then read by their hash. */
export function typefaceRoutes(store: TypefaceStore): Router {
  const routes = Router();
  routes.post('/', async (request, response) => {
    response.status(201).json(await receiveFirstFile(request, (file) => store.receive(file)));
  });
  routes.get('/:sha256', async (request, response) => {
    response
      .type('application/octet-stream')
      .sendFile(await store.get(request.params.sha256), { ...fromData, immutable: true, maxAge: '365d' });
  });
  return routes;
}
