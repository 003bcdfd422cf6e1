import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import { AssetStore } from './assets/assetStore';
import { openDataFolder, type DataFolder } from './config';
import { openDatabase } from './db/openDatabase';
import { FilmThumbnails } from './films/filmThumbnails';
import { FilmStore } from './films/filmStore';
import { FootageStore } from './footage/footageStore';
import { ImageStore } from './images/imageStore';
import { TypefaceStore } from './typefaces/typefaceStore';
import { RecipeStore } from './recipes/recipeStore';
import { RenderQueue } from './render/renderQueue';
import { Storage } from './storage/storage';
import { endWork } from './work/runTask';

/** Everything that works on one data folder; the web server and the command line share it. */
export interface Services {
  folder: DataFolder;
  database: DataSource;
  assets: AssetStore;
  images: ImageStore;
  footage: FootageStore;
  typefaces: TypefaceStore;
  films: FilmStore;
  thumbnails: FilmThumbnails;
  storage: Storage;
  renders: RenderQueue;
  recipes: RecipeStore;
  close(): Promise<void>;
}

/** Opens a data folder. Renders do not start before `renders.start()`. */
export async function openServices(root: string, log: Logger): Promise<Services> {
  const folder = openDataFolder(root);
  const database = await openDatabase(folder.database);
  const assets = new AssetStore(database, folder);
  const images = new ImageStore(folder);
  const footage = new FootageStore(folder, log);
  const typefaces = new TypefaceStore(folder);
  const films = new FilmStore(database, assets, images, footage, typefaces, folder);
  const renders = new RenderQueue(database, films, folder, log);
  footage.onDone(() => renders.next());
  const storage = new Storage(database, folder, renders, log);
  return {
    folder,
    database,
    assets,
    images,
    footage,
    typefaces,
    films,
    thumbnails: new FilmThumbnails(films, folder),
    renders,
    storage,
    recipes: new RecipeStore(database, films, assets, footage, folder),
    async close() {
      await storage.stop();
      await footage.close();
      await renders.stop();
      await endWork();
      await database.destroy();
    },
  };
}
