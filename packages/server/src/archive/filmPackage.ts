import { parseFilm, pcmSampleRate, structuredCopy, type Film } from '@cyclogram/core';
import { readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import yazl from 'yazl';
import { limits } from '../config';
import { Problem } from '../http/problem';
import { runTool } from '../media/ffmpeg';
import { importSources, type Stores } from './importSources';
import { unpackZip, type ArchiveLimits } from './readZip';

/**
 * A film as one file, `name.cyclogram`: a zip with film.json, in which sources are paths, and the files that these lead to.
 * Sounds are FLAC of what was decoded, to the sample.
 */
const folders = {
  tracks: 'sounds',
  images: 'images',
  lookups: 'images',
  footage: 'footage',
  typefaces: 'typefaces',
};
type Sourced = keyof typeof folders;
const lists = Object.keys(folders) as Sourced[];

const packageLimits: ArchiveLimits = {
  takes: (name) => name === 'film.json' || /^(sounds|images|footage|typefaces)\/[^/]{1,200}$/.test(name),
  entries: 1000,
  bytes: 20e9,
};

/** A name for a file, of letters and numbers. */
const plain = (name: string) =>
  name
    .replace(/\.[^.]+$/, '')
    .replace(/[^\p{L}\p{N} _-]+/gu, ' ')
    .trim()
    .slice(0, 80) || 'file';

/**
 * Puts a film and all that it needs into one file.
 * @param folder for what has to be made, which whoever asks removes when the file is sent
 * @throws Problem naming what is missing
 */
export async function packFilm(
  { assets, images, footage, typefaces }: Stores,
  film: Film,
  folder: string,
): Promise<Readable> {
  const zip = new yazl.ZipFile();
  const document = structuredCopy(film);
  /** Names in the zip by what they are of. */
  const known = new Map<string, string>();
  const add = async (list: Sourced, sha256: string, name: string): Promise<string> => {
    const key = `${folders[list]} ${sha256}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const stem = `${folders[list]}/${String(known.size + 1)} ${plain(name)}`;
    let path: string;
    let file: string;
    if (list === 'tracks') {
      [path, file] = [await flacOf(assets, sha256, folder), `${stem}.flac`];
    } else if (list === 'footage') {
      [path, file] = [await footage.original(sha256), stem];
    } else if (list === 'typefaces') {
      [path, file] = [await typefaces.get(sha256), stem];
    } else [path, file] = [await images.get(sha256), `${stem}.png`];
    // Recorded sound, images and videos are compressed already.
    zip.addFile(path, file, { compress: list === 'typefaces' });
    known.set(key, file);
    return file;
  };
  for (const list of lists) {
    for (const one of document[list] as { name: string; source: Film['tracks'][number]['source'] }[]) {
      if (one.source.asset !== undefined) one.source = { path: await add(list, one.source.asset, one.name) };
    }
  }
  zip.addBuffer(Buffer.from(JSON.stringify(document, null, 1)), 'film.json');
  zip.end();
  const out = zip.outputStream as Readable;
  zip.on('error', (error: Error) => out.destroy(error));
  return out;
}

async function flacOf(assets: Stores['assets'], sha256: string, folder: string): Promise<string> {
  const row = await assets.get(sha256);
  if (!(await assets.isWhole(row)))
    throw new Problem(
      'missing-track',
      `The sound "${row.name}" is missing or damaged in Cyclogram's folder. Add the file again: it is read anew.`,
    );
  const out = join(folder, `${sha256}.flac`);
  const input = ['-f', 's16le', '-ar', String(pcmSampleRate), '-ac', String(row.channels)];
  await runTool('ffmpeg', [
    ...['-v', 'error', '-nostdin', ...input, '-i', `file:${assets.pcmPath(sha256)}`],
    ...['-c:a', 'flac', '-f', 'flac', '-y', `file:${out}`],
  ]);
  return out;
}

/**
 * Takes a film out of one file with all that it needs.
 * @param folder for what is unpacked, which whoever asks removes
 * @throws Problem when it is none, holds what it should not, or lacks a part
 */
export async function unpackFilm(stores: Stores, path: string, folder: string): Promise<Film> {
  const names = new Set(await unpackZip(path, folder, packageLimits));
  const lacks = (what: string) =>
    new Problem('bad-archive', `The file cannot be taken in: ${what} is missing in it. Get a whole copy.`);
  if (!names.has('film.json')) throw lacks('film.json');
  const text = join(folder, 'film.json');
  if ((await stat(text)).size > limits.filmBytes)
    throw new Problem('too-large', 'The film in the file is larger than 8 MB.');
  let json: unknown;
  try {
    json = JSON.parse(await readFile(text, 'utf8'));
  } catch (error) {
    throw new Problem('bad-film', 'The film in the file is not valid JSON.', {}, { cause: error });
  }
  const film = parseFilm(json);
  // What it names by a hash may be somebody else's: it says nothing of what is here.
  for (const list of lists)
    for (const { name, source } of film[list] as {
      name: string;
      source: { asset?: string; path?: string };
    }[]) {
      if (source.path === undefined || !names.has(source.path)) throw lacks(`the file of "${name}"`);
    }
  await importSources(stores, film, (name) => join(folder, name), false);
  return film;
}
