import { DataSource } from 'typeorm';
import {
  AssetEntity,
  FilmEntity,
  FilmRevisionEntity,
  RecipeEntity,
  RenderEntity,
  SegmentEntity,
} from './entities';
import { BinAndUnused1764700000000 } from './binAndUnused1764700000000';
import { FirstTables1764000000000 } from './firstTables1764000000000';
import { FormatsAndRecipes1764400000000 } from './formatsAndRecipes1764400000000';
import { ListColumns1764200000000 } from './listColumns1764200000000';
import { Lists1764800000000 } from './lists1764800000000';

/** Opens the SQLite file, in write-ahead mode, and brings its tables up to date. */
export async function openDatabase(path: string): Promise<DataSource> {
  const source = new DataSource({
    type: 'better-sqlite3',
    database: path,
    enableWAL: true,
    timeout: 5000,
    synchronize: false,
    migrationsRun: true,
    entities: [FilmEntity, FilmRevisionEntity, AssetEntity, RenderEntity, SegmentEntity, RecipeEntity],
    migrations: [
      FirstTables1764000000000,
      ListColumns1764200000000,
      FormatsAndRecipes1764400000000,
      BinAndUnused1764700000000,
      Lists1764800000000,
    ],
  });
  return source.initialize();
}
