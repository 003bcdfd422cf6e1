import {
  allRecipeParts,
  applyRecipe,
  defaultTrack,
  filmOfRecipe,
  parseFilm,
  recipeOf,
  type Film,
  type RecipePart,
  type SoundRange,
} from '@cyclogram/core';
import { shippedRecipes } from '@cyclogram/demo';
import { randomBytes, randomUUID } from 'node:crypto';
import { rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { DataSource } from 'typeorm';
import type { AssetStore } from '../assets/assetStore';
import type { DataFolder } from '../config';
import { RecipeEntity, type RecipeRow } from '../db/entities';
import { filmSeconds, type FilmStore } from '../films/filmStore';
import { harbourFootage } from '../footage/harbourFootage';
import type { FootageStore } from '../footage/footageStore';
import { Problem } from '../http/problem';
import { runTask } from '../work/runTask';

/** A recipe in a list. */
export interface RecipeView {
  id: string;
  name: string;
  note: string;
  /** Whether it comes along; such a one stays as it is. */
  shipped: boolean;
  picture: string | null;
}

/** A film as it was made of a recipe or with another song, and what its ears make of that. */
export interface Fitted {
  document: Film;
  ranges: SoundRange[];
  /** What they made of the song before, where there was one. */
  before?: SoundRange[];
}

const newId = (stem: string) => `${stem}-${randomBytes(6).toString('hex')}`;
const pictureWidth = 640;

/** Recipes: looks of films, to be put on other songs. */
export class RecipeStore {
  constructor(
    private readonly database: DataSource,
    private readonly films: FilmStore,
    private readonly assets: AssetStore,
    private readonly footage: FootageStore,
    private readonly folder: DataFolder,
  ) {}

  private get rows() {
    return this.database.getRepository(RecipeEntity);
  }

  /** Own ones first, the newest in front; then those that come along. */
  async list(): Promise<RecipeView[]> {
    const rows = await this.rows.find({
      select: { id: true, name: true, note: true },
      order: { createdAt: 'DESC' },
    });
    const own = rows.map(({ id, name, note }) => ({
      ...{ id, name, note, shipped: false, picture: `/api/recipes/${id}/picture` },
    }));
    const shipped = shippedRecipes.map(({ id, name, note }) => ({
      ...{ id, name, note, shipped: true, picture: `/recipes/${id}.jpg` },
    }));
    return [...own, ...shipped];
  }

  /** Keeps the look of a film. @param at where its picture is taken, in seconds */
  async add(
    film: Film,
    {
      name,
      note,
      layers,
      at,
    }: { name: string; note: string; layers?: string[] | undefined; at?: number | undefined },
  ): Promise<RecipeView> {
    const tracks = await this.films.tracks(film);
    const heard =
      film.tracks.length > 0 ? (await runTask('fit', { film, tracks, mode: 'percent' })).film : film;
    const recipe = recipeOf(heard, layers);
    const id = randomUUID();
    const now = new Date().toISOString();
    await this.drawPicture(id, { ...recipe, tracks: film.tracks, beats: film.beats }, at);
    const row = { id, name, note, document: JSON.stringify(recipe), createdAt: now, updatedAt: now };
    await this.rows.insert(row);
    return { id, name, note, shipped: false, picture: `/api/recipes/${id}/picture` };
  }

  private async drawPicture(id: string, film: Film, at: number | undefined): Promise<void> {
    const tracks = await this.films.tracks(film);
    const height = Math.max(1, Math.round((pictureWidth * film.height) / film.width));
    await runTask(
      'picture',
      {
        film,
        tracks,
        files: await this.films.files(film),
        at: at ?? 0.4 * filmSeconds(film, tracks),
        whole: true,
        width: pictureWidth,
        height,
        out: this.picturePath(id),
      },
      { rank: 'person', seconds: 60 },
    );
  }

  /** Path of the picture of an own recipe. @throws Problem when there is none */
  async picture(id: string): Promise<string> {
    const path = this.picturePath((await this.row(id)).id);
    if (await stat(path).catch(() => undefined)) return path;
    throw new Problem('not-found', 'This recipe has no picture.');
  }

  private picturePath = (id: string) => join(this.folder.thumbnails, `recipe-${id}.png`);

  private async row(id: string): Promise<RecipeRow> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new Problem('not-found', `There is no recipe ${id}. It may have been deleted.`);
    return row;
  }

  async change(id: string, part: { name?: string | undefined; note?: string | undefined }): Promise<void> {
    await this.row(id);
    const said = Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined));
    await this.rows.update({ id }, { ...said, updatedAt: new Date().toISOString() });
  }

  async delete(id: string): Promise<void> {
    await this.row(id);
    await this.rows.delete({ id });
    await rm(this.picturePath(id), { force: true });
  }

  /** A recipe as a film without a song, and its name. @throws Problem when there is none */
  async get(id: string): Promise<{ name: string; film: Film }> {
    const shipped = shippedRecipes.find((recipe) => recipe.id === id);
    if (!shipped) {
      const { name, document } = await this.row(id);
      return { name, film: parseFilm(JSON.parse(document)) };
    }
    const harbour = shipped.needsFootage ? await harbourFootage(this.footage, this.folder) : '';
    return { name: shipped.name, film: parseFilm(shipped.make(harbour)) };
  }

  /** A film of a song by a recipe, with ears that suit the song. It is not kept. */
  async filmOf(id: string, sha256: string, title?: string, artist?: string): Promise<Fitted> {
    const { film: recipe } = await this.get(id);
    const asset = await this.assets.get(sha256);
    const name = title ?? asset.name.replace(/\.[^.]+$/, '');
    const track = defaultTrack(newId('track'), name, { asset: asset.sha256 });
    return this.fit({ ...filmOfRecipe(recipe, name, [track], artist), recipe: id });
  }

  /** A film with parts of it replaced by those of a recipe. It is not kept. */
  async apply(id: string, film: Film, parts: readonly RecipePart[] = allRecipeParts): Promise<Fitted> {
    const { film: recipe } = await this.get(id);
    const document = { ...applyRecipe(film, recipe, parts, newId), recipe: id };
    // Ears that stay are left as they were.
    if (!parts.includes('ears') || document.tracks.length === 0) return { document, ranges: [] };
    return this.fit(document);
  }

  private async fit(film: Film): Promise<Fitted> {
    const fitted = await runTask('fit', { film, tracks: await this.films.tracks(film), mode: 'fit' });
    return { document: parseFilm(fitted.film), ranges: fitted.ranges };
  }

  /**
   * A film with another song in place of its own, everything else kept. It is not kept.
   * @param refit whether ears and followers are made to suit the new song as they suited the old one
   */
  async swapSong(film: Film, sha256: string, refit: boolean): Promise<Fitted> {
    const asset = await this.assets.get(sha256);
    const name = asset.name.replace(/\.[^.]+$/, '');
    const had = film.tracks.length > 0;
    const before = had
      ? await runTask('fit', {
          film,
          tracks: await this.films.tracks(film),
          mode: refit ? 'percent' : 'measure',
        })
      : undefined;
    // The tracks of the old song go; what of it was named by them hears the new one.
    const track = defaultTrack(newId('track'), name, { asset: asset.sha256 });
    const document = parseFilm({
      ...film,
      tracks: [track],
      title: film.title === film.tracks[0]?.name || film.title === '' ? name : film.title,
      ears: (before?.film ?? film).ears.map((ear) => ({ ...ear, tracks: [] })),
      followers: (before?.film ?? film).followers,
      length: null,
      beats: null,
    });
    const tracks = await this.films.tracks(document);
    const after = await runTask('fit', {
      film: document,
      tracks,
      mode: refit ? 'fit' : 'measure',
      beats: true,
    });
    return {
      document: parseFilm(after.film),
      ranges: after.ranges,
      ...(before ? { before: before.ranges } : {}),
    };
  }
}
