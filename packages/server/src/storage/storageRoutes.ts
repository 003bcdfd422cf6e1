import { Router } from 'express';
import type { Storage } from './storage';

/** What takes space, and giving it back. */
export function storageRoutes(storage: Storage): Router {
  const routes = Router();
  routes.get('/', async (_request, response) => {
    response.json(await storage.report());
  });
  routes.get('/free', async (_request, response) => {
    response.json(await storage.free());
  });
  routes.post('/clean', async (request, response) => {
    const { emptyBin } = (request.body ?? {}) as { emptyBin?: unknown };
    const freed = await storage.clean({ emptyBin: emptyBin === true });
    response.json({ freed, ...(await storage.free()) });
  });
  return routes;
}
