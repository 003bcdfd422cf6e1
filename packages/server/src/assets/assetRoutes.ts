import { pcmSampleRate } from '@cyclogram/core';
import busboy from 'busboy';
import { Router, type Request } from 'express';
import type { Readable } from 'node:stream';
import { limits } from '../config';
import type { AssetRow } from '../db/entities';
import { Problem } from '../http/problem';
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
const forever = { immutable: true, maxAge: '365d', cacheControl: true } as const;

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

/** Hands the first file of a multipart form to `take` as it streams in. */
function receiveFirstFile<T>(
  request: Request,
  take: (file: Readable, name: string) => Promise<T>,
): Promise<T> {
  return new Promise((resolve, reject) => {
    let form: busboy.Busboy;
    try {
      form = busboy({ headers: request.headers, limits: { files: 1, fields: 0 }, defParamCharset: 'utf8' });
    } catch {
      throw new Problem('bad-request', 'Send the song as a file in a multipart form.');
    }
    let taken = false;
    form.on('file', (_field, file, { filename }) => {
      taken = true;
      take(file, filename || 'song').then(resolve, (error: unknown) => {
        // What is still coming has to be read for the answer to be seen.
        file.resume();
        request.unpipe(form);
        request.resume();
        reject(error);
      });
    });
    form.on('close', () => {
      if (!taken) reject(new Problem('bad-request', 'There is no file in the form.'));
    });
    form.on('error', reject);
    request.pipe(form);
  });
}
