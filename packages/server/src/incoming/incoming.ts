import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Problem } from '../http/problem';

/** A file that came in, for as long as it is being looked at. */
export interface IncomingFile {
  path: string;
  bytes: number;
  /** Of its bytes. */
  sha256: string;
}

/** Most bytes that are taken, and what is said of more. */
export interface SizeLimit {
  bytes: number;
  tooLarge(): Problem;
}

/** SHA-256 of a file. */
export async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

/**
 * Streams an upload into a folder, has it used, and removes it again, whatever became of it.
 * @throws Problem when it is too large
 */
export async function withUpload<T>(
  upload: Readable,
  folder: string,
  limit: SizeLimit,
  use: (file: IncomingFile) => Promise<T>,
  signal?: AbortSignal,
): Promise<T> {
  const path = join(folder, randomUUID());
  const hash = createHash('sha256');
  let bytes = 0;
  try {
    await pipeline(
      upload,
      async function* (chunks: AsyncIterable<Buffer>) {
        for await (const chunk of chunks) {
          bytes += chunk.length;
          if (bytes > limit.bytes) throw limit.tooLarge();
          hash.update(chunk);
          yield chunk;
        }
      },
      createWriteStream(path),
      { signal },
    );
    return await use({ path, bytes, sha256: hash.digest('hex') });
  } finally {
    await rm(path, { force: true });
  }
}

/** A file that is on this machine already; it stays where it is. @throws Problem when there is none, or it is too large */
export async function localFile(path: string, limit: SizeLimit): Promise<IncomingFile> {
  const { size: bytes } = await stat(path).catch(() => {
    throw new Problem('not-found', `There is no file ${path}.`);
  });
  if (bytes > limit.bytes) throw limit.tooLarge();
  return { path, bytes, sha256: await hashOf(path) };
}
