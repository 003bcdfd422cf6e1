import {
  filmVersion,
  liveliestMoment,
  pcmSampleRate,
  rateKey,
  type Film,
  type SoundOverview,
} from '@cyclogram/core';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { In, IsNull, Not, type DataSource, type FindOperator } from 'typeorm';
import type { AssetStore } from '../assets/assetStore';
import type { DataFolder } from '../config';
import { FilmEntity, type FilmRow } from '../db/entities';
import { inTransaction } from '../db/transaction';
import { filmLength, locateTracks, type FilmTracks } from '../hearing/filmTracks';
import type { Page } from '../http/page';
import { Problem, toProblem } from '../http/problem';
import type { FootageStore } from '../footage/footageStore';
import type { FilmFiles } from '../images/filmFiles';
import type { ImageStore } from '../images/imageStore';
import { overviewStep } from '../media/overview';
import type { TypefaceStore } from '../typefaces/typefaceStore';
import { listColumns, type ListColumns } from './listColumns';
import { readText } from './readDocument';

/** A film with its document parsed. */
export interface StoredFilm extends Omit<FilmRow, 'document'> {
  document: Film;
  /** A sentence for each thing in it that this version does not know. */
  warnings: string[];
}

/** A film in a list, without its document. */
export interface ListedFilm extends Omit<FilmRow, 'document'> {
  /** Why it cannot be opened; null when it can, as far as that is known without reading it. */
  problem: string | null;
}

/** Which films a list is of. */
export interface FilmQuery {
  inBin?: boolean;
  search?: string;
  page?: Page;
}

/** A title as it is searched: small letters without accents. */
const folded = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** @throws Problem when the document cannot be read */
async function stored(row: FilmRow): Promise<StoredFilm> {
  try {
    const { film, warnings } = await readText(row.document);
    return { ...row, document: film, warnings };
  } catch (error) {
    const { kind, extra } = toProblem(error);
    if (kind === 'cancelled') throw error;
    const problems = Array.isArray(extra['problems']) ? (extra['problems'] as string[]) : [];
    const why = problems.length > 0 ? problems.slice(0, 5).join('. ') : 'it is damaged';
    throw new Problem('unreadable-film', `"${row.title}" cannot be opened: ${why}.`, {
      problems,
      title: row.title,
    });
  }
}

const noSuchFilm = (id: string) =>
  new Problem('not-found', `There is no film ${id}. It may have been deleted.`);

/** Films and their revisions. A save says which revision it is based on; a stale one is refused. */
export class FilmStore {
  constructor(
    private readonly database: DataSource,
    private readonly assets: AssetStore,
    private readonly imageStore: ImageStore,
    private readonly footageStore: FootageStore,
    private readonly typefaceStore: TypefaceStore,
    private readonly folder: DataFolder,
  ) {}

  private get rows() {
    return this.database.getRepository(FilmEntity);
  }

  /**
   * Films that are not deleted, last changed first. Their documents are not read.
   * @param inBin those in the bin instead
   * @param search words that their titles have in them
   * @param page the part of the list that is wanted; all of it when there is none
   */
  async list({ inBin = false, search = '', page }: FilmQuery = {}): Promise<{
    films: ListedFilm[];
    total: number;
  }> {
    const deletedAt = inBin ? Not(IsNull()) : IsNull();
    const found = search.trim() === '' ? undefined : await this.withTitle(search, deletedAt);
    const where = found ? { id: In(found) } : { deletedAt };
    const total = await this.rows.countBy(where);
    const rows = await this.rows.find({
      select: {
        id: true,
        title: true,
        revision: true,
        createdAt: true,
        updatedAt: true,
        width: true,
        height: true,
        fps: true,
        seconds: true,
        deletedAt: true,
        version: true,
      },
      where,
      // The id, too: of those that were changed at the same time none is in two parts of the list.
      order: { updatedAt: 'DESC', id: 'DESC' },
      ...(page ? { skip: page.offset, take: page.limit } : {}),
    });
    return { films: rows.map((row) => ({ ...row, problem: problemOf(row) })), total };
  }

  /** Ids of films whose titles have these words in them, whatever their case and accents. */
  private async withTitle(search: string, deletedAt: FindOperator<string>): Promise<string[]> {
    const words = folded(search).split(/\s+/).filter(Boolean);
    const titles = await this.rows.find({ select: { id: true, title: true }, where: { deletedAt } });
    return titles
      .filter(({ title }) => words.every((word) => folded(title).includes(word)))
      .map(({ id }) => id);
  }

  /** @throws Problem when there is no such film, or it cannot be read */
  async get(id: string): Promise<StoredFilm> {
    return stored(await this.row(id));
  }

  /** The document as it is stored, whether it can be read or not. @throws Problem when there is no such film */
  async text(id: string): Promise<{ title: string; document: string }> {
    return this.row(id);
  }

  private async row(id: string): Promise<FilmRow> {
    const row = await this.rows.findOneBy({ id, deletedAt: IsNull() });
    if (!row) throw noSuchFilm(id);
    return row;
  }

  /** @param id given for the demo's films, so that they keep it */
  async create(document: Film, id: string = randomUUID()): Promise<StoredFilm> {
    const now = new Date().toISOString();
    const row: FilmRow = {
      id,
      title: document.title,
      revision: 1,
      document: JSON.stringify(document),
      createdAt: now,
      updatedAt: now,
      deletedAt: null,
      version: document.version,
      ...(await this.columnsOf(document)),
    };
    inTransaction(this.database, (connection) => {
      connection
        .prepare(
          `INSERT INTO "film" ("id", "title", "revision", "document", "createdAt", "updatedAt", "version", "width", "height", "fps", "seconds")
           VALUES (@id, @title, @revision, @document, @createdAt, @updatedAt, @version, @width, @height, @fps, @seconds)`,
        )
        .run(bound(row));
      connection.prepare(keepRevision).run(bound(row));
    });
    return { ...row, document, warnings: [] };
  }

  /**
   * Saves a film over the revision it is based on. When it returns, the save is on the disk.
   * @throws Problem `stale-revision` with the current revision when another save came first
   */
  async save(id: string, document: Film, basedOn: number): Promise<StoredFilm> {
    const before = await this.row(id);
    const row: FilmRow = {
      ...before,
      title: document.title,
      document: JSON.stringify(document),
      revision: basedOn + 1,
      updatedAt: new Date().toISOString(),
      version: document.version,
      ...(await this.columnsOf(document)),
    };
    inTransaction(this.database, (connection) => {
      const { changes } = connection
        .prepare(
          `UPDATE "film" SET "title" = @title, "revision" = @revision, "document" = @document, "updatedAt" = @updatedAt,
             "version" = @version, "width" = @width, "height" = @height, "fps" = @fps, "seconds" = @seconds
           WHERE "id" = @id AND "deletedAt" IS NULL AND "revision" = @basedOn`,
        )
        .run({ ...bound(row), basedOn });
      if (changes === 0) throw staleRevision(connection, id, basedOn);
      connection.prepare(keepRevision).run(bound(row));
    });
    return { ...row, document, warnings: [] };
  }

  async delete(id: string): Promise<void> {
    const { affected } = await this.rows.update(
      { id, deletedAt: IsNull() },
      { deletedAt: new Date().toISOString() },
    );
    if (!affected) throw noSuchFilm(id);
  }

  /** Brings a deleted film back. */
  async restore(id: string): Promise<StoredFilm> {
    await this.rows.update({ id }, { deletedAt: null });
    return this.get(id);
  }

  /** The files that the film is drawn with. @throws Problem naming the first that is missing */
  async files(film: Film, signal?: AbortSignal): Promise<FilmFiles> {
    return {
      images: await this.imageStore.ofFilm(film),
      footage: await this.footageStore.ofFilm(film, await this.secondsOf(film), signal),
      typefaces: await this.typefaceStore.ofFilm(film),
    };
  }

  /** What of its files is there, as far as it can be used at once: for pictures that need not be whole. */
  async filesAtHand(film: Film): Promise<FilmFiles> {
    return {
      images: await this.imageStore.ofFilm(film).catch(() => ({})),
      footage: await this.footageStore.readyOf(film, await this.secondsOf(film)),
      typefaces: await this.typefaceStore.ofFilm(film).catch(() => ({})),
    };
  }

  /** How far that of a film's footage is which is still being prepared, 0 to 1; undefined when all of it is ready. */
  async preparing(film: Film): Promise<number | undefined> {
    if (film.footage.length === 0) return undefined;
    const unready = await this.footageStore.unready(film, await this.secondsOf(film));
    const shares = unready.map((one) => one.progress);
    return shares.length > 0 ? Math.min(...shares) : undefined;
  }

  /** The decoded tracks of a film. */
  tracks(film: Film): Promise<FilmTracks> {
    return locateTracks(
      film,
      this.folder.assets,
      (sha256) => this.assets.find(sha256),
      (asset) => this.assets.isWhole(asset),
    );
  }

  /** The moment at which a film is at its liveliest, in seconds: where it is opened first, and its picture is taken. */
  async liveliest(film: Film, seconds: number): Promise<number> {
    const overviews = new Map<string, SoundOverview>();
    for (const { source } of film.tracks) {
      const asset = source.asset ? await this.assets.find(source.asset) : null;
      const points = asset && (await readFile(this.assets.overviewPath(asset.sha256)).catch(() => undefined));
      if (!points) continue;
      // Memory of its own: buffers of Node's are parts of larger ones.
      const { buffer } = new Uint8Array(points);
      overviews.set(asset.sha256, {
        points: new Int16Array(buffer),
        step: overviewStep,
        length: asset.length,
      });
    }
    return liveliestMoment(film, ({ source }) => overviews.get(source.asset ?? ''), seconds);
  }

  /** Length of a film; undefined where one of its tracks is missing. */
  private async secondsOf(film: Film): Promise<number | undefined> {
    if (film.footage.length === 0) return undefined;
    return this.tracks(film).then(
      (tracks) => filmSeconds(film, tracks),
      () => undefined,
    );
  }

  private async columnsOf(film: Film): Promise<ListColumns> {
    const lengths = new Map<string, number>();
    for (const { source } of film.tracks) {
      const asset = source.asset ? await this.assets.find(source.asset) : null;
      if (asset) lengths.set(asset.sha256, asset.length);
    }
    return listColumns(film, (sha256) => lengths.get(sha256));
  }
}

/** Seconds of a film whose tracks have been found. */
export const filmSeconds = (film: Film, tracks: FilmTracks) => filmLength(film, tracks) / pcmSampleRate;

/** Why a film in a list cannot be opened. */
function problemOf({ width, version }: Pick<FilmRow, 'width' | 'version'>): string | null {
  if (version === null) return 'It is damaged.';
  if (version > filmVersion) return `It is of version ${version}, which a newer Cyclogram wrote.`;
  return width === null ? 'It is not valid.' : null;
}

/** A row as its statements take it. */
const bound = ({ fps, ...row }: FilmRow) => ({ ...row, fps: fps && rateKey(fps) });

const keepRevision = `INSERT INTO "film_revision" ("filmId", "revision", "document", "savedAt")
  VALUES (@id, @revision, @document, @updatedAt)`;

function staleRevision(
  connection: { prepare(sql: string): { get(...values: unknown[]): unknown } },
  id: string,
  basedOn: number,
): Problem {
  const current = connection
    .prepare(`SELECT "title", "revision" FROM "film" WHERE "id" = ? AND "deletedAt" IS NULL`)
    .get(id) as { title: string; revision: number } | undefined;
  if (!current) return noSuchFilm(id);
  return new Problem(
    'stale-revision',
    `"${current.title}" was saved elsewhere in the meantime (revision ${current.revision}; this save is based on ${basedOn}). Nothing was overwritten.`,
    { currentRevision: current.revision },
  );
}
