import { pcmSampleRate } from '@cyclogram/core';
import { Router } from 'express';
import { limits } from '../config';
import type { AssetRow } from '../db/entities';
import { fromData } from '../http/fromData';
import { Problem } from '../http/problem';
import { receiveFirstFile } from '../http/receiveFile';
import { overviewStep } from '../media/overview';
import type { AssetStore } from './assetStore';

/** What the interface is told of a decoded song. */
export const assetView = ({ sha256, name, bytes, channels, length }: AssetRow) => ({
  sha256,
  name,
  bytes,
  channels,
  length,
  sampleRate: pcmSampleRate,
  seconds: length / pcmSampleRate,
  overviewStep,
});

/** Room for the multipart wrapping around a file. */
const multipartSlack = 64 * 1024;

/** Decoded samples never change under their hash. */
const forever = { ...fromData, immutable: true, maxAge: '365d', cacheControl: true } as const;

export function assetRoutes(store: AssetStore): Router {
  const routes = Router();

  routes.post('/', async (request, response) => {
    const declared = Number(request.headers['content-length'] ?? 0);
    if (declared > limits.uploadBytes + multipartSlack) {
      response.set('Connection', 'close');
      throw new Problem(
        'too-large',
        'The file is larger than 500 MB. Cut it, or save it as FLAC or MP3, and try again.',
      );
    }
    const cancel = new AbortController();
    response.on('close', () => {
      if (!response.writableFinished) cancel.abort();
    });
    const row = await receiveFirstFile(request, (file, name) =>
      store.receive(file, name, { partial: request.query['partial'] === '1', signal: cancel.signal }),
    );
    response.status(201).json(assetView(row));
  });

  routes.get('/:sha256', async (request, response) => {
    response.json(assetView(await store.get(request.params.sha256)));
  });

  routes.get('/:sha256/pcm', async (request, response) => {
    const { sha256 } = await store.get(request.params.sha256);
    response.type('application/octet-stream').sendFile(store.pcmPath(sha256), forever);
  });

  routes.get('/:sha256/overview', async (request, response) => {
    const { sha256 } = await store.get(request.params.sha256);
    response.type('application/octet-stream').sendFile(store.overviewPath(sha256), forever);
  });

  return routes;
}
