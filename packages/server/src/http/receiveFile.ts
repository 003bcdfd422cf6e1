import busboy from 'busboy';
import type { Request } from 'express';
import type { Readable } from 'node:stream';
import { Problem } from './problem';

/** Hands the first file of a multipart form to `take` as it streams in. */
export function receiveFirstFile<T>(
  request: Request,
  take: (file: Readable, name: string) => Promise<T>,
): Promise<T> {
  return new Promise((resolve, reject) => {
    let form: busboy.Busboy;
    try {
      form = busboy({ headers: request.headers, limits: { files: 1, fields: 0 }, defParamCharset: 'utf8' });
    } catch {
      throw new Problem('bad-request', 'Send one file in a multipart form.');
    }
    let taken = false;
    let current: Readable | undefined;
    form.on('file', (_field, file, { filename }) => {
      taken = true;
      current = file;
      take(file, filename || 'file').then(resolve, (error: unknown) => {
        // What is still coming has to be read for the answer to be seen.
        file.resume();
        request.unpipe(form);
        request.resume();
        reject(error);
      });
    });
    // Whoever sends may go away: then the form never ends by itself, and its file would stay open.
    request.on('close', () => {
      if (!request.complete) form.destroy(new Problem('cancelled', 'The upload was broken off.'));
    });
    form.on('close', () => {
      if (!taken) reject(new Problem('bad-request', 'There is no file in the form.'));
    });
    form.on('error', (error) => {
      current?.destroy(error as Error);
      reject(
        error instanceof Problem
          ? error
          : new Problem(
              'bad-request',
              'The form cannot be read: it is cut off or damaged. Send the file again.',
            ),
      );
    });
    request.pipe(form);
  });
}
