import type { Film } from '@cyclogram/core';
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { limits, type DataFolder } from '../config';
import { Problem } from '../http/problem';
import { runTask } from '../work/runTask';
import type { FilmImages } from './filmImages';

/** An image that was taken in. */
export interface StoredImage {
  /** Of the PNG that is kept. */
  sha256: string;
  width: number;
  height: number;
}

const tooLarge = () =>
  new Problem('too-large', 'The image is larger than 30 MB. Save it smaller, and try again.');

/** Uploaded images, each kept once as PNG, by the SHA-256 of that. */
export class ImageStore {
  constructor(private readonly folder: DataFolder) {}

  /** Path of an image, whether it is there or not. */
  path(sha256: string): string {
    return join(this.folder.images, `${sha256}.png`);
  }

  /** @throws Problem when there is none */
  async get(sha256: string): Promise<string> {
    const path = this.path(sha256);
    if (!/^[0-9a-f]{64}$/.test(sha256) || !(await stat(path).catch(() => undefined))) {
      throw new Problem('not-found', `There is no image with the hash ${sha256}.`);
    }
    return path;
  }

  /** Takes in an upload. @throws Problem when it is too large or no image; nothing is kept then */
  async receive(upload: Readable): Promise<StoredImage> {
    const path = join(this.folder.incoming, randomUUID());
    let bytes = 0;
    try {
      await pipeline(
        upload,
        async function* (chunks: AsyncIterable<Buffer>) {
          for await (const chunk of chunks) {
            bytes += chunk.length;
            if (bytes > limits.imageBytes) throw tooLarge();
            yield chunk;
          }
        },
        createWriteStream(path),
      );
      return await this.keep(path);
    } finally {
      await rm(path, { force: true });
    }
  }

  /** Takes in a file that is on this machine already; it stays where it is. */
  async importFile(path: string): Promise<StoredImage> {
    const { size } = await stat(path).catch(() => {
      throw new Problem('not-found', `There is no file ${path}.`);
    });
    if (size > limits.imageBytes) throw tooLarge();
    return this.keep(path);
  }

  private async keep(path: string): Promise<StoredImage> {
    const decoded = join(this.folder.incoming, `${randomUUID()}.png`);
    try {
      const size = await runTask('image', { path, out: decoded });
      const hash = createHash('sha256');
      for await (const chunk of createReadStream(decoded)) hash.update(chunk as Buffer);
      const sha256 = hash.digest('hex');
      await rename(decoded, this.path(sha256));
      return { sha256, ...size };
    } finally {
      await rm(decoded, { force: true });
    }
  }

  /** The files of a film's images. @throws Problem naming the first that is missing */
  async ofFilm(film: Film): Promise<FilmImages> {
    const images: FilmImages = {};
    for (const { id, name, source } of film.images) {
      images[id] = await this.get(source.asset ?? '').catch(() => {
        throw new Problem(
          'missing-image',
          `The image "${name}" is not here. Add the file again, or remove the image.`,
        );
      });
    }
    return images;
  }
}
