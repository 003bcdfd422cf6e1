import { Router } from 'express';
import { randomUUID } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { DataFolder } from '../config';
import type { FilmStore } from '../films/filmStore';
import { attachmentName } from '../http/attachmentName';
import { Problem } from '../http/problem';
import { receiveFirstFile } from '../http/receiveFile';
import { withUpload, type SizeLimit } from '../incoming/incoming';
import { packFilm, unpackFilm } from './filmPackage';
import type { Stores } from './importSources';

const limit: SizeLimit = {
  bytes: 20e9,
  tooLarge: () => new Problem('too-large', 'The file is larger than 20 GB.'),
};

/** A folder that is there while something is done with it. */
async function withFolder<T>(incoming: string, use: (folder: string) => Promise<T>): Promise<T> {
  const folder = join(incoming, randomUUID());
  await mkdir(folder);
  try {
    return await use(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Films as one file with all that they need. */
export function packageRoutes(stores: Stores, films: FilmStore, { incoming }: DataFolder): Router {
  const routes = Router();

  routes.post('/package', async (request, response) => {
    const cancel = new AbortController();
    response.on('close', () => {
      if (!response.writableFinished) cancel.abort();
    });
    const film = await receiveFirstFile(request, (file) =>
      withUpload(
        file,
        incoming,
        limit,
        ({ path }) => withFolder(incoming, (folder) => unpackFilm(stores, path, folder)),
        cancel.signal,
      ),
    );
    const { id, title } = await films.create(film);
    response.status(201).location(`/api/films/${id}`).json({ id, title });
  });

  routes.get('/:id/package', async (request, response) => {
    const { document, title } = await films.get(request.params.id);
    await withFolder(incoming, async (folder) => {
      const zip = await packFilm(stores, document, folder);
      response.attachment(attachmentName(title, '.cyclogram')).type('application/zip');
      // Whoever asked may go away in the middle: there is nobody to tell then.
      await pipeline(zip, response).catch(() => response.destroy());
    });
  });

  return routes;
}
