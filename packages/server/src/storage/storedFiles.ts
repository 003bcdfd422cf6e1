import { lstat, readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { DataFolder } from '../config';

/** What is kept by the SHA-256 of a file that came in. */
export const fileKinds = ['assets', 'images', 'footage', 'typefaces'] as const;
export type FileKind = (typeof fileKinds)[number];

/** A file that came in, with all that was made of it. */
export interface StoredFile {
  kind: FileKind;
  sha256: string;
  /** Bytes of all of it. */
  bytes: number;
  /** When any of it was written, or asked for again by an upload. In milliseconds. */
  usedAt: number;
  paths: string[];
}

const hash = /^[0-9a-f]{64}/;

/** Bytes of a file, or of all in a folder, and when any of it changed. */
async function sizeOf(path: string): Promise<{ bytes: number; changed: number }> {
  const found = await lstat(path).catch(() => undefined);
  if (!found) return { bytes: 0, changed: 0 };
  if (!found.isDirectory()) return { bytes: found.size, changed: found.mtimeMs };
  const inside = await Promise.all((await readdir(path)).map((name) => sizeOf(join(path, name))));
  return {
    bytes: inside.reduce((sum, { bytes }) => sum + bytes, 0),
    changed: Math.max(found.mtimeMs, ...inside.map(({ changed }) => changed)),
  };
}

/** Everything that came in and is kept. */
export async function storedFiles(folder: DataFolder): Promise<StoredFile[]> {
  const all = new Map<string, StoredFile>();
  for (const kind of fileKinds) {
    for (const name of await readdir(folder[kind])) {
      const sha256 = hash.exec(name)?.[0];
      if (sha256 === undefined || name.endsWith('.part')) continue;
      const path = join(folder[kind], name);
      const { bytes, changed } = await sizeOf(path);
      const known = all.get(`${kind} ${sha256}`) ?? { kind, sha256, bytes: 0, usedAt: 0, paths: [] };
      known.bytes += bytes;
      known.usedAt = Math.max(known.usedAt, changed);
      known.paths.push(path);
      all.set(`${kind} ${sha256}`, known);
    }
  }
  return [...all.values()];
}

/** Removes a file and all that was made of it. */
export const removeFile = ({ paths }: StoredFile): Promise<unknown> =>
  Promise.all(paths.map((path) => rm(path, { recursive: true, force: true })));

/** Bytes of what lies in a folder. */
export const bytesIn = async (path: string): Promise<number> => (await sizeOf(path)).bytes;
