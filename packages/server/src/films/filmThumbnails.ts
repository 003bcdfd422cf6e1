import { fadesStandard } from '@cyclogram/core';
import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { DataFolder } from '../config';
import { runTask } from '../work/runTask';
import { filmSeconds, type FilmStore, type StoredFilm } from './filmStore';

/** Width of a picture in the library, in pixels. */
const thumbnailWidth = 640;

/** Processor time that a picture may take, in seconds. */
const thumbnailSeconds = 60;

/** Pictures of films for the library: made when first asked for, kept until the film changes. */
export class FilmThumbnails {
  private readonly making = new Map<string, Promise<string>>();

  constructor(
    private readonly store: FilmStore,
    private readonly folder: DataFolder,
  ) {}

  /** Path of a PNG of the film as it is now. */
  async get(film: StoredFilm): Promise<string> {
    // Without footage that is still being prepared it is another one, which goes when that is ready.
    const ending = (await this.store.preparing(film.document)) !== undefined ? '-preparing.png' : '.png';
    const path = join(this.folder.thumbnails, `${film.id}-${film.revision}${ending}`);
    let making = this.making.get(path);
    if (!making) {
      making = this.make(film, path).finally(() => this.making.delete(path));
      this.making.set(path, making);
    }
    return making;
  }

  private async make({ id, document: film }: StoredFilm, path: string): Promise<string> {
    if (await stat(path).catch(() => undefined)) return path;
    const tracks = await this.store.tracks(film).catch(() => ({}));
    const files = await this.store.filesAtHand(film);
    const width = thumbnailWidth;
    const height = Math.max(1, Math.round((width * film.height) / film.width));
    const at = await this.store.liveliest(film, filmSeconds(film, tracks));
    const lit = { ...film, fades: fadesStandard };
    const shown = Object.keys(tracks).length > 0 ? lit : { ...lit, tracks: [], length: null };
    const given = { film: shown, tracks, files, at, whole: false, width, height, out: path };
    await runTask('picture', given, { seconds: thumbnailSeconds });
    const older = (await readdir(this.folder.thumbnails)).filter(
      (name) => name.startsWith(`${id}-`) && join(this.folder.thumbnails, name) !== path,
    );
    await Promise.all(older.map((name) => rm(join(this.folder.thumbnails, name), { force: true })));
    return path;
  }
}
