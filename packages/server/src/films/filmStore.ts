import { filmSamples, parseFilm, pcmSampleRate, type Film } from '@cyclogram/core';
import { randomUUID } from 'node:crypto';
import { IsNull, LessThanOrEqual, type DataSource, type EntityManager } from 'typeorm';
import { FilmEntity, FilmRevisionEntity, type FilmRow } from '../db/entities';
import { Problem } from '../http/problem';
import { filmLength, locateTracks, type FilmTracks } from '../hearing/filmTracks';
import type { AssetStore } from '../assets/assetStore';
import type { DataFolder } from '../config';
import type { FilmImages } from '../images/filmImages';
import type { ImageStore } from '../images/imageStore';

/** How many earlier states of a film are kept. */
const keptRevisions = 200;

/** A film with its document parsed. */
export interface StoredFilm extends Omit<FilmRow, 'document'> {
  document: Film;
}

const stored = (row: FilmRow): StoredFilm => ({ ...row, document: parseFilm(JSON.parse(row.document)) });

/** Films and their revisions. A save says which revision it is based on; a stale one is refused. */
export class FilmStore {
  constructor(
    private readonly database: DataSource,
    private readonly assets: AssetStore,
    private readonly imageStore: ImageStore,
    private readonly folder: DataFolder,
  ) {}

  private get rows() {
    return this.database.getRepository(FilmEntity);
  }

  /** Films that are not deleted, last changed first. */
  async list(): Promise<StoredFilm[]> {
    const rows = await this.rows.find({ where: { deletedAt: IsNull() }, order: { updatedAt: 'DESC' } });
    return rows.map(stored);
  }

  /** @throws Problem when there is no such film */
  async get(id: string): Promise<StoredFilm> {
    const row = await this.rows.findOneBy({ id, deletedAt: IsNull() });
    if (!row) throw new Problem('not-found', `There is no film ${id}. It may have been deleted.`);
    return stored(row);
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
    };
    await this.database.transaction(async (manager) => {
      await manager.insert(FilmEntity, row);
      await keepRevision(manager, row);
    });
    return stored(row);
  }

  /**
   * Saves a film over the revision it is based on.
   * @throws Problem `stale-revision` with the current revision when another save came first
   */
  async save(id: string, document: Film, basedOn: number): Promise<StoredFilm> {
    return this.database.transaction(async (manager) => {
      const row = await manager.findOneBy(FilmEntity, { id, deletedAt: IsNull() });
      if (!row) throw new Problem('not-found', `There is no film ${id}. It may have been deleted.`);
      if (row.revision !== basedOn) {
        throw new Problem(
          'stale-revision',
          `"${row.title}" was saved elsewhere in the meantime (revision ${row.revision}; this save is based on ${basedOn}). Nothing was overwritten.`,
          { currentRevision: row.revision },
        );
      }
      row.document = JSON.stringify(document);
      row.title = document.title;
      row.revision = basedOn + 1;
      row.updatedAt = new Date().toISOString();
      await manager.save(FilmEntity, row);
      await keepRevision(manager, row);
      return stored(row);
    });
  }

  async delete(id: string): Promise<void> {
    await this.get(id);
    await this.rows.update({ id }, { deletedAt: new Date().toISOString() });
  }

  /** Brings a deleted film back. */
  async restore(id: string): Promise<StoredFilm> {
    await this.rows.update({ id }, { deletedAt: null });
    return this.get(id);
  }

  /** The files of the film's pictures. @throws Problem naming the first that is missing */
  images(film: Film): Promise<FilmImages> {
    return this.imageStore.ofFilm(film);
  }

  /** The decoded tracks of a film. */
  tracks(film: Film): Promise<FilmTracks> {
    return locateTracks(film, this.folder.assets, (sha256) => this.assets.find(sha256));
  }

  /** Length of a film in seconds; tracks that are missing count as nothing. */
  async seconds(film: Film): Promise<number> {
    const lengths = new Map<string, number>();
    for (const { id, source } of film.tracks) {
      const asset = source.asset ? await this.assets.find(source.asset) : null;
      if (asset) lengths.set(id, asset.length);
    }
    return filmSamples(film, ({ id }) => lengths.get(id)) / pcmSampleRate;
  }
}

/** Seconds of a film whose tracks have been found. */
export const filmSeconds = (film: Film, tracks: FilmTracks) => filmLength(film, tracks) / pcmSampleRate;

async function keepRevision(
  manager: EntityManager,
  { id, revision, document, updatedAt }: FilmRow,
): Promise<void> {
  await manager.insert(FilmRevisionEntity, { filmId: id, revision, document, savedAt: updatedAt });
  await manager.delete(FilmRevisionEntity, {
    filmId: id,
    revision: LessThanOrEqual(revision - keptRevisions),
  });
}
