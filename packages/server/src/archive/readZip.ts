import { createWriteStream } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { crc32 } from 'node:zlib';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { Problem } from '../http/problem';

/** What may be in an archive. */
export interface ArchiveLimits {
  /** Whether a name is one of those that are taken; others are refused. */
  takes(name: string): boolean;
  entries: number;
  /** Of all that is in it, unpacked. */
  bytes: number;
}

/** Kinds of files in the upper half of the attributes of Unix, see stat(2): 0 where none is given, and a regular file. */
const fileType = 0o170000;
const regular = 0o100000;

const badArchive = (why: string, cause?: unknown) =>
  new Problem('bad-archive', `The file cannot be taken in: ${why}.`, {}, { cause });

function open(path: string): Promise<ZipFile> {
  return new Promise((resolve, reject) => {
    const options = { lazyEntries: true, autoClose: false, validateEntrySizes: true, strictFileNames: true };
    yauzl.open(path, options, (error, zip) =>
      error ? reject(badArchive('it is no zip, or a damaged one', error)) : resolve(zip),
    );
  });
}

/** All entries, before anything is unpacked. */
function entriesOf(zip: ZipFile, { takes, entries: max, bytes }: ArchiveLimits): Promise<Entry[]> {
  return new Promise((resolve, reject) => {
    const all: Entry[] = [];
    const names = new Set<string>();
    let sum = 0;
    const refuse = (why: string) => reject(badArchive(why));
    zip.on('error', (error) => reject(badArchive('it is damaged', error)));
    zip.on('end', () => resolve(all));
    zip.on('entry', (entry: Entry) => {
      const name = entry.fileName;
      const type = (entry.externalFileAttributes >>> 16) & fileType;
      if (!name.endsWith('/')) {
        sum += entry.uncompressedSize;
        if (type !== 0 && type !== regular) return refuse(`"${name}" is a link or no file`);
        if (!takes(name)) return refuse(`"${name}" does not belong in it`);
        if (names.has(name)) return refuse(`"${name}" is in it twice`);
        names.add(name);
        all.push(entry);
        if (all.length > max) return refuse(`it holds more than ${max} files`);
        if (sum > bytes) return refuse(`it holds more than ${(bytes / 1e9).toFixed(1)} GB`);
      }
      zip.readEntry();
    });
    zip.readEntry();
  });
}

/**
 * Unpacks a zip of strangers into a folder: regular files with names that are expected, no more of them and no larger
 * altogether than they may be.
 * @returns their names
 * @throws Problem `bad-archive`
 */
export async function unpackZip(path: string, folder: string, limits: ArchiveLimits): Promise<string[]> {
  const zip = await open(path);
  try {
    const entries = await entriesOf(zip, limits);
    for (const entry of entries) {
      const out = join(folder, entry.fileName);
      await mkdir(dirname(out), { recursive: true });
      const stream = await new Promise<NodeJS.ReadableStream>((resolve, reject) =>
        zip.openReadStream(entry, (error, found) =>
          error ? reject(badArchive(`"${entry.fileName}" cannot be read`, error)) : resolve(found),
        ),
      );
      await pipeline(stream, exactly(entry), createWriteStream(out)).catch((error: unknown) => {
        if ((error as { code?: string }).code === 'ENOSPC') throw error;
        throw badArchive(`"${entry.fileName}" is damaged`, error);
      });
    }
    return entries.map(({ fileName }) => fileName);
  } finally {
    zip.close();
  }
}

/** Lets through what an entry says of itself: so many bytes, with its checksum at their end. */
function exactly({ uncompressedSize, crc32: wanted }: Entry): Transform {
  let [seen, sum] = [0, 0];
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      seen += chunk.length;
      sum = crc32(chunk, sum);
      done(seen > uncompressedSize ? new Error('there is more than it says') : null, chunk);
    },
    flush(done) {
      done(seen === uncompressedSize && sum === wanted ? null : new Error('its checksum is another one'));
    },
  });
}
