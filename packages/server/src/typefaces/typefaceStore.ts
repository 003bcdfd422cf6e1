import type { Film } from '@cyclogram/core';
import { copyFile, rename, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { randomUUID } from 'node:crypto';
import { limits, type DataFolder } from '../config';
import { Problem } from '../http/problem';
import { localFile, withUpload, type IncomingFile, type SizeLimit } from '../incoming/incoming';
import { runTask } from '../work/runTask';

/** A typeface that was taken in. */
export interface StoredTypeface {
  sha256: string;
}

const limit: SizeLimit = {
  bytes: limits.typefaceBytes,
  tooLarge: () => new Problem('too-large', 'The font file is larger than 20 MB. Use one with fewer letters.'),
};

/** Uploaded typefaces, each kept once as it is, by its SHA-256. */
export class TypefaceStore {
  constructor(private readonly folder: DataFolder) {}

  path(sha256: string): string {
    return join(this.folder.typefaces, sha256);
  }

  /** @throws Problem when there is none */
  async get(sha256: string): Promise<string> {
    const path = this.path(sha256);
    if (!/^[0-9a-f]{64}$/.test(sha256) || !(await stat(path).catch(() => undefined))) {
      throw new Problem('not-found', `There is no typeface with the hash ${sha256}.`);
    }
    return path;
  }

  /** Takes in an upload. @throws Problem when it is too large or no typeface; nothing is kept then */
  async receive(upload: Readable): Promise<StoredTypeface> {
    return withUpload(upload, this.folder.incoming, limit, (file) => this.keep(file));
  }

  /** Takes in a file that is on this machine already; it stays where it is. */
  async importFile(path: string): Promise<StoredTypeface> {
    return this.keep(await localFile(path, limit));
  }

  private async keep({ path, sha256 }: IncomingFile): Promise<StoredTypeface> {
    // Read once, in a thread that may fail: font files are somebody else's.
    await runTask('typeface', { path });
    const copy = join(this.folder.incoming, randomUUID());
    await copyFile(path, copy);
    await rename(copy, this.path(sha256));
    return { sha256 };
  }

  /** The files of a film's typefaces, by their names. @throws Problem naming the first that is missing */
  async ofFilm(film: Film): Promise<Record<string, string>> {
    const files: Record<string, string> = {};
    for (const { name, source } of film.typefaces) {
      files[name] = await this.get(source.asset ?? '').catch(() => {
        throw new Problem('missing-typeface', `The typeface "${name}" is not here. Add its file again.`);
      });
    }
    return files;
  }
}
