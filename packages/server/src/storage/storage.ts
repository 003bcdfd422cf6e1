import type { StorageReport } from '@cyclogram/core';
import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import PQueue from 'p-queue';
import type { Logger } from 'pino';
import { IsNull, LessThan, Not, type DataSource } from 'typeorm';
import type { DataFolder } from '../config';
import {
  AssetEntity,
  FilmEntity,
  FilmRevisionEntity,
  RecipeEntity,
  RenderEntity,
  SegmentEntity,
} from '../db/entities';
import { freeSpace } from '../render/estimate';
import type { RenderQueue } from '../render/renderQueue';
import { References } from './references';
import { bytesIn, removeFile, storedFiles, type StoredFile } from './storedFiles';
import { day, thinned, type Dated } from './thinRevisions';

/** How long what was deleted can be restored, and how long a file stays that nothing refers to. Undo in a browser lives shorter. */
export const keptDays = 30;
/** Less free space than this is announced, in bytes. */
export const nearlyFullBytes = 2e9;

/** What takes space in the data folder, and how it is given back. */
export class Storage {
  private readonly cleaning = new PQueue({ concurrency: 1 });
  private readonly references: References;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly database: DataSource,
    private readonly folder: DataFolder,
    private readonly renders: RenderQueue,
    private readonly log: Logger,
  ) {
    this.references = new References(database);
  }

  /** Cleans now and every day. */
  start(): void {
    const clean = () => void this.clean().catch((error: unknown) => this.log.error(error));
    this.timer = setInterval(clean, day);
    this.timer.unref();
    clean();
  }

  async stop(): Promise<void> {
    clearInterval(this.timer);
    await this.cleaning.onIdle();
  }

  /** Bytes that are free, and whether that is so little that work may be lost. */
  async free(): Promise<{ free: number; nearlyFull: boolean }> {
    const free = await freeSpace(this.folder.root);
    return { free, nearlyFull: free < nearlyFullBytes };
  }

  async report(): Promise<StorageReport> {
    const files = new Map<string, number>();
    for (const { sha256, bytes } of await storedFiles(this.folder))
      files.set(sha256, (files.get(sha256) ?? 0) + bytes);
    const used = await this.references.all();
    const useOf = await this.references.ofFilms();
    const total = (hashes: Iterable<string>) =>
      [...new Set(hashes)].reduce((sum, hash) => sum + (files.get(hash) ?? 0), 0);
    const rows = await this.database.getRepository(FilmEntity).find({
      select: { id: true, title: true, revision: true, deletedAt: true },
    });
    const alive = rows.filter(({ deletedAt }) => deletedAt === null);
    const inBin = rows.filter(({ deletedAt }) => deletedAt !== null);
    const others = new Set(alive.flatMap((film) => useOf(film).hashes));
    const onlyInBin = inBin.flatMap((film) => useOf(film).hashes.filter((hash) => !others.has(hash)));
    const renders = await this.database
      .getRepository(RenderEntity)
      .find({ select: { bytes: true, deletedAt: true } });
    const bytesOf = (some: { bytes: number | null }[]) =>
      some.reduce((sum, { bytes }) => sum + (bytes ?? 0), 0);
    return {
      ...(await this.free()),
      films: alive
        .map((film) => {
          const { hashes, length } = useOf(film);
          return { id: film.id, title: film.title, bytes: length + total(hashes) };
        })
        .sort((a, b) => b.bytes - a.bytes),
      renders: bytesOf(renders.filter(({ deletedAt }) => deletedAt === null)),
      bin: total(onlyInBin) + bytesOf(renders.filter(({ deletedAt }) => deletedAt !== null)),
      unused: total([...files.keys()].filter((hash) => !used.has(hash))),
      files: total(files.keys()),
      keptDays,
    };
  }

  /**
   * Removes what lay in the bin for long enough, revisions that stand close together, and files that nothing has referred to
   * for long enough.
   * @param emptyBin whether all that is in the bin goes now
   * @param now in milliseconds, for tests
   * @returns bytes that are free again
   */
  async clean({
    emptyBin = false,
    now = Date.now(),
  }: { emptyBin?: boolean; now?: number } = {}): Promise<number> {
    return (await this.cleaning.add(async () => {
      const before = await this.size();
      await this.emptyBin(new Date(emptyBin ? now + day : now - keptDays * day).toISOString());
      await this.thin(now);
      await this.removeUnused(now);
      await this.removeStrays();
      return Math.max(0, before - (await this.size()));
    }))!;
  }

  private async size(): Promise<number> {
    const { assets, images, footage, typefaces, thumbnails, renders } = this.folder;
    const all = await Promise.all([assets, images, footage, typefaces, thumbnails, renders].map(bytesIn));
    return all.reduce((sum, bytes) => sum + bytes, 0);
  }

  /** Removes what was deleted before a time. */
  private async emptyBin(before: string): Promise<void> {
    const where = { deletedAt: LessThan(before) };
    const films = await this.database.getRepository(FilmEntity).find({ select: { id: true }, where });
    for (const { id } of films) await this.removeFilm(id);
    const renders = await this.database.getRepository(RenderEntity).find({ select: { id: true }, where });
    for (const { id } of renders) await this.renders.remove(id);
  }

  /** Removes a film that is in the bin, with its revisions. */
  async removeFilm(id: string): Promise<void> {
    const { affected } = await this.database
      .getRepository(FilmEntity)
      .delete({ id, deletedAt: Not(IsNull()) });
    if (affected) await this.database.getRepository(FilmRevisionEntity).delete({ filmId: id });
  }

  private async thin(now: number): Promise<void> {
    const revisions = this.database.getRepository(FilmRevisionEntity);
    const films: { filmId: string }[] = await this.database.query(
      'SELECT "filmId" FROM "film_revision" GROUP BY "filmId" HAVING count(*) > 1',
    );
    for (const { filmId } of films) {
      const all: Dated[] = await revisions.find({
        select: { revision: true, savedAt: true },
        where: { filmId },
      });
      for (const { revision } of thinned(all, now)) await revisions.delete({ filmId, revision });
    }
  }

  private async removeUnused(now: number): Promise<void> {
    const since = new Map(
      (
        (await this.database.query('SELECT * FROM "unused"')) as {
          kind: string;
          sha256: string;
          since: string;
        }[]
      ).map((row) => [`${row.kind} ${row.sha256}`, Date.parse(row.since)]),
    );
    const used = await this.references.all();
    const old = now - keptDays * day;
    for (const file of await storedFiles(this.folder)) {
      const key = `${file.kind} ${file.sha256}`;
      const known = since.get(key);
      if (used.has(file.sha256)) {
        if (known !== undefined) await this.forget(file);
      } else if (known === undefined) {
        await this.database.query('INSERT OR REPLACE INTO "unused" VALUES (?, ?, ?)', [
          file.kind,
          file.sha256,
          new Date(now).toISOString(),
        ]);
      } else if (known <= old && file.usedAt <= old && !(await this.isUsed(file.sha256))) {
        await removeFile(file);
        if (file.kind === 'assets')
          await this.database.getRepository(AssetEntity).delete({ sha256: file.sha256 });
        await this.forget(file);
      }
    }
  }

  private forget({ kind, sha256 }: StoredFile): Promise<unknown> {
    return this.database.query('DELETE FROM "unused" WHERE "kind" = ? AND "sha256" = ?', [kind, sha256]);
  }

  /** Whether something refers to a file now: it may have begun to while others were removed. */
  private async isUsed(sha256: string): Promise<boolean> {
    const found: unknown[] = await this.database.query(
      `SELECT 1 FROM "film" WHERE instr("document", ?) UNION ALL SELECT 1 FROM "film_revision" WHERE instr("document", ?)
       UNION ALL SELECT 1 FROM "render" WHERE instr("document", ?) UNION ALL SELECT 1 FROM "recipe" WHERE instr("document", ?) LIMIT 1`,
      [sha256, sha256, sha256, sha256],
    );
    return found.length > 0;
  }

  /** Pictures of films and recipes that are gone, and segments of such renders. */
  private async removeStrays(): Promise<void> {
    const ids = async (entity: typeof FilmEntity | typeof RecipeEntity | typeof RenderEntity) =>
      new Set(
        ((await this.database.query(`SELECT "id" FROM "${entity.options.name}"`)) as { id: string }[]).map(
          ({ id }) => id,
        ),
      );
    const pictured = new Set([...(await ids(FilmEntity)), ...(await ids(RecipeEntity))]);
    for (const name of await readdir(this.folder.thumbnails)) {
      if (![...pictured].some((id) => name.includes(id)))
        await rm(join(this.folder.thumbnails, name), { force: true });
    }
    const rendered = await ids(RenderEntity);
    for (const name of await readdir(this.folder.renders)) {
      const [, id] = /^([0-9a-f-]{36})\..*segments$/.exec(name) ?? [];
      if (id !== undefined && !rendered.has(id)) {
        await rm(join(this.folder.renders, name), { recursive: true, force: true });
        await this.database.getRepository(SegmentEntity).delete({ renderId: id });
      }
    }
  }
}
