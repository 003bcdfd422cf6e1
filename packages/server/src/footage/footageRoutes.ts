import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { assetView } from '../assets/assetRoutes';
import type { AssetStore } from '../assets/assetStore';
import type { DataFolder } from '../config';
import { fromData } from '../http/fromData';
import { Problem } from '../http/problem';
import { receiveFirstFile } from '../http/receiveFile';
import { runTask } from '../work/runTask';
import type { FootageStore } from './footageStore';

/** Footage: sent once; then its state, its copy, stills of it, and its sound as a track. */
export function footageRoutes(store: FootageStore, assets: AssetStore, folder: DataFolder): Router {
  const routes = Router();
  routes.post('/', async (request, response) => {
    response.status(201).json(await receiveFirstFile(request, (file) => store.receive(file)));
  });
  routes.get('/:sha256', async (request, response) => {
    response.json(await store.status(request.params.sha256));
  });
  routes.get('/:sha256/copy', async (request, response) => {
    const { copy } = await store.ready(request.params.sha256);
    response.type('video/mp4').sendFile(copy, { ...fromData, immutable: true, maxAge: '365d' });
  });
  // For previews that play; what is not larger than that has none.
  routes.get('/:sha256/small', async (request, response) => {
    const { small } = await store.ready(request.params.sha256);
    if (!small) throw new Problem('not-found', 'There is no smaller copy of this footage.');
    response.type('video/mp4').sendFile(small, { ...fromData, immutable: true, maxAge: '365d' });
  });
  routes.get('/:sha256/frames/:index', async (request, response) => {
    const index = Number(request.params.index);
    const status = await store.status(request.params.sha256);
    if (
      status.state !== 'ready' ||
      !Number.isInteger(index) ||
      index < 0 ||
      index >= status.info.times.length
    )
      throw new Problem('not-found', 'There is no such frame.');
    const out = join(folder.incoming, `${randomUUID()}.png`);
    try {
      await runTask('still', { files: await store.ready(request.params.sha256), index, out });
      await new Promise<void>((resolve, reject) =>
        response.type('image/png').sendFile(out, fromData, (error) => (error ? reject(error) : resolve())),
      );
    } finally {
      await rm(out, { force: true });
    }
  });
  routes.post('/:sha256/sound', async (request, response) => {
    const out = join(folder.incoming, `${randomUUID()}.flac`);
    try {
      await store.extractSound(request.params.sha256, out);
      const name = String(request.query['name'] ?? 'Sound').slice(0, 200);
      response.status(201).json(assetView(await assets.importFile(out, name)));
    } finally {
      await rm(out, { force: true });
    }
  });
  return routes;
}
