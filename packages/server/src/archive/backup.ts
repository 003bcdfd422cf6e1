import Database from 'better-sqlite3';
import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, readdir, rename, rm, stat } from 'node:fs/promises';
import { join, relative, resolve, sep } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Readable } from 'node:stream';
import yazl from 'yazl';
import { openDataFolder, type DataFolder } from '../config';
import { Problem } from '../http/problem';
import { partOf, sweepPartsOf } from '../incoming/sweep';
import { unpackZip, type ArchiveLimits } from './readZip';

const databaseName = 'cyclogram.sqlite';
/** What is kept of a data folder: all but what can be made anew, and what is just being written. */
const kept = ['assets', 'images', 'footage', 'typefaces', 'thumbnails', 'renders'] as const;

const backupLimits: ArchiveLimits = {
  takes: (name) =>
    name === databaseName ||
    (kept.some((folder) => name.startsWith(`${folder}/`)) &&
      !name.split('/').some((part) => /^\.{0,2}$/.test(part))),
  entries: 1_000_000,
  bytes: 1e13,
};

/** Files below a folder, without those that are being written and segments of renders that are not finished. */
async function filesIn(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true });
  return entries
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .filter((path) => !/\.part(\/|$)|\.segments\/|\.list$/.test(relative(folder, path)));
}

/**
 * Writes all of a data folder into a zip. A server may work on it meanwhile: the database is copied as it is at one moment,
 * and the files that it names never change and stay for weeks.
 * @returns bytes of the zip
 */
export async function backup(folder: DataFolder, out: string): Promise<number> {
  const copy = join(folder.incoming, `${randomUUID()}.sqlite`);
  const temporary = partOf(resolve(out));
  await sweepPartsOf(resolve(out));
  const database = new Database(folder.database, { readonly: true, timeout: 10_000 });
  try {
    await database.backup(copy);
    const zip = new yazl.ZipFile();
    const failed = new Promise<never>((_resolve, reject) => zip.on('error', reject));
    zip.addFile(copy, databaseName);
    for (const name of kept) {
      for (const path of await filesIn(folder[name]))
        zip.addFile(path, [name, ...relative(folder[name], path).split(sep)].join('/'), { compress: false });
    }
    zip.end();
    await Promise.race([pipeline(zip.outputStream as Readable, createWriteStream(temporary)), failed]);
    await rename(temporary, out);
    return (await stat(out)).size;
  } finally {
    database.close();
    await rm(copy, { force: true });
    await rm(temporary, { force: true });
  }
}

/**
 * Makes a data folder of a backup.
 * @param root a folder that is not there yet, or in which there is nothing of Cyclogram's
 * @throws Problem when there is, or the backup is damaged
 */
export async function restore(path: string, root: string): Promise<DataFolder> {
  const there = await readdir(root).catch((): string[] => []);
  if (there.includes(databaseName))
    throw new Problem(
      'wrong-state',
      `There are films in ${resolve(root)} already. Restore into another folder: CYCLOGRAM_DATA=folder npm run cyclogram -- restore ${path}`,
    );
  const temporary = join(root, `restoring.${process.pid}.part`);
  await mkdir(temporary, { recursive: true });
  try {
    const names = await unpackZip(path, temporary, backupLimits);
    if (!names.includes(databaseName))
      throw new Problem('bad-archive', `${path} is no backup: there is no ${databaseName} in it.`);
    checkDatabase(join(temporary, databaseName), path);
    const folder = openDataFolder(root);
    for (const name of kept) {
      for (const file of await readdir(join(temporary, name)).catch((): string[] => []))
        await rename(join(temporary, name, file), join(folder[name], file));
    }
    // Last of all: what breaks off before it is no data folder yet.
    await rename(join(temporary, databaseName), folder.database);
    return folder;
  } finally {
    await rm(temporary, { recursive: true, force: true });
  }
}

function checkDatabase(path: string, name: string): void {
  let found: unknown;
  try {
    const database = new Database(path, { readonly: true });
    found = database.pragma('integrity_check', { simple: true });
    database.close();
  } catch (error) {
    found = error;
  }
  if (found !== 'ok')
    throw new Problem('bad-archive', `The database in ${name} is damaged.`, {}, { cause: found });
}
