import { imageOfLookup, parseCube, type Film } from '@cyclogram/core';
import { randomUUID } from 'node:crypto';
import { readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { writePng } from '@cyclogram/painter';
import { limits, type DataFolder } from '../config';
import { Problem } from '../http/problem';
import { hashOf, localFile, withUpload, type SizeLimit } from '../incoming/incoming';
import { runTask } from '../work/runTask';

/** An image that was taken in. */
export interface StoredImage {
  /** Of the PNG that is kept. */
  sha256: string;
  width: number;
  height: number;
}

const limit: SizeLimit = {
  bytes: limits.imageBytes,
  tooLarge: () => new Problem('too-large', 'The image is larger than 30 MB. Save it smaller, and try again.'),
};

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
    return withUpload(upload, this.folder.incoming, limit, ({ path }) => this.keep(path));
  }

  /** Takes in a file that is on this machine already; it stays where it is. */
  async importFile(path: string): Promise<StoredImage> {
    await localFile(path, limit);
    return this.keep(path);
  }

  /** Takes in a table of colours: a .cube file that is on this machine already. */
  async importLookup(path: string): Promise<StoredImage> {
    await localFile(path, limit);
    let lookup;
    try {
      lookup = parseCube(await readFile(path, 'utf8'));
    } catch (error) {
      throw new Problem(
        'bad-request',
        `${path} is no look-up table that can be read: ${(error as Error).message}.`,
      );
    }
    const png = join(this.folder.incoming, `${randomUUID()}.cube.png`);
    try {
      await writeFile(png, writePng(imageOfLookup(lookup)));
      return await this.keep(png);
    } finally {
      await rm(png, { force: true });
    }
  }

  private async keep(path: string): Promise<StoredImage> {
    const decoded = join(this.folder.incoming, `${randomUUID()}.png`);
    try {
      const size = await runTask('image', { path, out: decoded });
      const sha256 = await hashOf(decoded);
      await rename(decoded, this.path(sha256));
      return { sha256, ...size };
    } finally {
      await rm(decoded, { force: true });
    }
  }

  /** The files of a film's images. @throws Problem naming the first that is missing */
  async ofFilm(film: Film): Promise<Record<string, string>> {
    const images: Record<string, string> = {};
    for (const { id, name, source } of [...film.images, ...film.lookups]) {
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
