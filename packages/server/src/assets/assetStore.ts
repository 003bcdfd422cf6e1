import { randomUUID } from 'node:crypto';
import { rename, rm, stat, utimes } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import type { DataSource, Repository } from 'typeorm';
import { limits, type DataFolder } from '../config';
import { AssetEntity, type AssetRow } from '../db/entities';
import { Problem } from '../http/problem';
import { hashOf, localFile, withUpload, type IncomingFile, type SizeLimit } from '../incoming/incoming';
import { decodeTo, type DecodeOptions } from '../media/decode';
import { runTask } from '../work/runTask';

/** Decoded songs, each kept once, by the SHA-256 of the file it came from. */
export class AssetStore {
  private readonly rows: Repository<AssetRow>;
  /** Size and time of files that were read through and found whole. */
  private readonly whole = new Map<string, string>();

  constructor(
    database: DataSource,
    private readonly folder: DataFolder,
  ) {
    this.rows = database.getRepository(AssetEntity);
  }

  find(sha256: string): Promise<AssetRow | null> {
    return this.rows.findOneBy({ sha256 });
  }

  /** @throws Problem when there is none */
  async get(sha256: string): Promise<AssetRow> {
    const row = await this.find(sha256);
    if (!row) throw new Problem('not-found', `There is no sound with the hash ${sha256}.`);
    return row;
  }

  /**
   * Whether the decoded samples are there as they were written. They are read through once for each time that the file has
   * changed.
   */
  async isWhole({ sha256, channels, length, pcmSha256 }: AssetRow): Promise<boolean> {
    const path = this.pcmPath(sha256);
    const found = await stat(path).catch(() => undefined);
    if (!found || found.size !== 2 * channels * length) return false;
    const state = `${found.size} ${found.mtimeMs}`;
    if (this.whole.get(sha256) === state) return true;
    const hash = await hashOf(path);
    if (pcmSha256 === null) await this.rows.update({ sha256 }, { pcmSha256: hash });
    else if (hash !== pcmSha256) return false;
    this.whole.set(sha256, state);
    return true;
  }

  /** The decoded samples: interleaved 16-bit little-endian PCM at 48 kHz. */
  pcmPath(sha256: string): string {
    return join(this.folder.assets, `${sha256}.pcm`);
  }

  /** The waveform overview, see media/overview.ts. */
  overviewPath(sha256: string): string {
    return join(this.folder.assets, `${sha256}.overview`);
  }

  /**
   * Takes in an upload, streaming it to disk.
   * @param name name of the file, for people
   * @throws Problem when it is too large or cannot be decoded; nothing is kept then
   */
  async receive(upload: Readable, name: string, options: DecodeOptions = {}): Promise<AssetRow> {
    const take = (file: IncomingFile) => this.decode(file, name, options);
    return withUpload(upload, this.folder.incoming, limit(name), take, options.signal);
  }

  /** Takes in a file that is on this machine already; it stays where it is. */
  async importFile(path: string, name: string, options: DecodeOptions = {}): Promise<AssetRow> {
    return this.decode(await localFile(path, limit(name)), name, options);
  }

  private async decode(
    { path, bytes, sha256 }: IncomingFile,
    name: string,
    options: DecodeOptions,
  ): Promise<AssetRow> {
    const known = await this.find(sha256);
    if (known && (await this.isWhole(known))) {
      // It is wanted again: what has not been for long is removed.
      const now = new Date();
      await utimes(this.pcmPath(sha256), now, now);
      return known;
    }
    const pcm = join(this.folder.incoming, `${randomUUID()}.pcm`);
    try {
      const shape = await decodeTo(path, name, pcm, options);
      const overview = `${pcm}.overview`;
      await runTask('overview', { pcmPath: pcm, shape, out: overview }, options);
      const pcmSha256 = await hashOf(pcm);
      await rename(overview, this.overviewPath(sha256));
      await rename(pcm, this.pcmPath(sha256));
      const row: AssetRow = { sha256, name, bytes, ...shape, pcmSha256, createdAt: new Date().toISOString() };
      // A single statement, which needs no transaction.
      await this.rows.upsert(row, ['sha256']);
      return row;
    } finally {
      await Promise.all([rm(pcm, { force: true }), rm(`${pcm}.overview`, { force: true })]);
    }
  }
}

const limit = (name: string): SizeLimit => ({
  bytes: limits.uploadBytes,
  tooLarge: () =>
    new Problem(
      'too-large',
      `"${name}" is larger than 500 MB. Cut it, or save it as FLAC or MP3, and try again.`,
    ),
});
