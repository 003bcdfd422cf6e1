import { randomUUID } from 'node:crypto';
import type { FootageUse } from '@cyclogram/core';
import { Router, type Request } from 'express';
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

/** What of a file is used, as a request says it: all of it when it says nothing. @throws Problem */
function useOf({ from, to }: Request['query']): FootageUse | undefined {
  if (from === undefined && to === undefined) return undefined;
  const use = { from: Number(from ?? 0), to: Number(to ?? Infinity) };
  if (!Number.isInteger(use.from) || use.from < 0 || !(use.to >= use.from))
    throw new Problem(
      'bad-request',
      '"from" must be a whole number of seconds, and "to" a number that is not less.',
    );
  return use;
}

/** Footage: sent once; then its state, its copy, stills of it, and its sound as a track. */
export function footageRoutes(store: FootageStore, assets: AssetStore, folder: DataFolder): Router {
  const routes = Router();
  /** The copy that a request names: part of a file, or all of it. */
  const copyAsked = async ({ params: { sha256 = '' }, query }: Request<{ sha256: string }>) => {
    if (query['part'] !== undefined) return store.copyFiles(sha256, String(query['part']));
    return store.ready(sha256);
  };
  routes.post('/', async (request, response) => {
    response.status(201).json(await receiveFirstFile(request, (file) => store.receive(file)));
  });
  routes.get('/:sha256', async (request, response) => {
    response.json(await store.status(request.params.sha256, useOf(request.query)));
  });
  routes.get('/:sha256/copy', async (request, response) => {
    const { copy } = await copyAsked(request);
    response.type('video/mp4').sendFile(copy, { ...fromData, immutable: true, maxAge: '365d' });
  });
  // For previews that play; what is not larger than that has none.
  routes.get('/:sha256/small', async (request, response) => {
    const { small } = await copyAsked(request);
    if (!small) throw new Problem('not-found', 'There is no smaller copy of this footage.');
    response.type('video/mp4').sendFile(small, { ...fromData, immutable: true, maxAge: '365d' });
  });
  routes.get('/:sha256/frames/:index', async (request, response) => {
    const index = Number(request.params.index);
    const { info, ...files } = await copyAsked(request);
    if (!Number.isInteger(index) || index < 0 || index >= info.times.length)
      throw new Problem('not-found', 'There is no such frame.');
    const out = join(folder.incoming, `${randomUUID()}.png`);
    try {
      await runTask('still', { files, index, out });
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
