import { createCanvas } from '@napi-rs/canvas';
import { createRequire } from 'node:module';
import { createWriteStream } from 'node:fs';
import { mkdir, readFile, readdir, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import yazl from 'yazl';
import { backup, restore } from '../src/archive/backup';
import { unpackZip } from '../src/archive/readZip';
import type { RunningServer } from '../src/index';
import {
  api,
  cyclogram,
  incomingFiles,
  smallFilm,
  startTestServer,
  temporaryFolder,
  tone,
  writeWav,
} from './support';

const require = createRequire(import.meta.url);
const folder = temporaryFolder();
let server: RunningServer;
let film: string;
let sound: string;

beforeAll(async () => {
  server = await startTestServer(join(folder, 'data'));
  const { assets, images, typefaces, films } = server.services;
  sound = (await assets.importFile(await writeWav(join(folder, 'Low tide.wav'), tone(0.5)), 'Low tide.wav'))
    .sha256;
  const picture = join(folder, 'boat.png');
  await writeFile(picture, await createCanvas(20, 10).encode('png'));
  const image = (await images.importFile(picture)).sha256;
  const font = require.resolve('@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff');
  const typeface = (await typefaces.importFile(font)).sha256;
  const document = smallFilm({ asset: sound }, (made) => {
    made.title = 'Harbour: a test';
    made.images = [{ id: 'i', name: 'Boat', source: { asset: image } }] as never;
    made.typefaces = [{ id: 't', name: 'Own black', source: { asset: typeface } }] as never;
  });
  film = (await films.create(document)).id;
});
afterAll(() => server.close());

/** A zip of texts. */
async function zipOf(files: Record<string, string | Buffer>, mode?: number): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(files))
    zip.addBuffer(Buffer.from(content), name, mode === undefined ? {} : { mode });
  zip.end();
  const path = join(temporaryFolder(), 'made.zip');
  await pipeline(zip.outputStream, createWriteStream(path));
  return readFile(path);
}

async function bring(to: RunningServer, bytes: Buffer) {
  const form = new FormData();
  form.append('file', new Blob([new Uint8Array(bytes)]), 'film.cyclogram');
  const response = await fetch(`${to.url}/api/films/package`, { method: 'POST', body: form });
  return { status: response.status, body: (await response.json()) as Record<string, string> };
}

const packed = async () =>
  Buffer.from(await (await fetch(`${server.url}/api/films/${film}/package`)).arrayBuffer());

describe('a film as one file', () => {
  it('comes out and in elsewhere with all that it needs: the sound to the sample', async () => {
    const response = await fetch(`${server.url}/api/films/${film}/package`);
    expect(response.headers.get('content-disposition')).toContain('Harbour a test.cyclogram');
    const bytes = Buffer.from(await response.arrayBuffer());
    const elsewhere = await startTestServer(join(folder, 'elsewhere'));
    try {
      const { status, body } = await bring(elsewhere, bytes);
      expect([status, body['title']]).toEqual([201, 'Harbour: a test']);
      const { assets, films } = elsewhere.services;
      const { document } = await films.get(body['id']!);
      const before = (await server.services.films.get(film)).document;
      // All but what files are kept by is as it was; and so is what is kept of images and typefaces.
      const named = (one: typeof document) => ({
        ...one,
        tracks: one.tracks.map((track) => ({ ...track, source: {} })),
      });
      expect(named(document)).toEqual(named(before));
      const samples = await readFile(assets.pcmPath(document.tracks[0]!.source.asset!));
      expect(samples).toEqual(await readFile(server.services.assets.pcmPath(sound)));
      expect(Object.keys(await films.tracks(document))).toHaveLength(1);
      expect(Object.keys((await films.files(document)).images)).toEqual(['i']);
      expect(await incomingFiles(join(folder, 'elsewhere'))).toEqual([]);
    } finally {
      await elsewhere.close();
    }
    expect(await incomingFiles(join(folder, 'data'))).toEqual([]);
  });

  it('lacks a part, or holds what is none: nothing of it is taken', async () => {
    const document = (await server.services.films.get(film)).document;
    const json = (change: object) => JSON.stringify({ ...document, ...change });
    const track = { ...document.tracks[0]!, source: { path: 'sounds/a.flac' } };
    const only = { images: [], typefaces: [], tracks: [track] };
    const cases: [string, Buffer, RegExp][] = [
      ['no zip', Buffer.from('RIFF'), /no zip, or a damaged one/],
      ['no film', await zipOf({ 'images/a.png': 'x' }), /film.json is missing/],
      ['no JSON', await zipOf({ 'film.json': '{' }), /not valid JSON/],
      ['a sound that is missing', await zipOf({ 'film.json': json(only) }), /the file of "Song" is missing/],
      ['a hash in place of a file', await zipOf({ 'film.json': json({}) }), /the file of "Song" is missing/],
      [
        'a path that leads out',
        await zipOf({
          'film.json': json({ ...only, tracks: [{ ...track, source: { path: '../../../etc/passwd' } }] }),
        }),
        /is missing in it/,
      ],
      ['something else', await zipOf({ 'film.json': json(only), 'run.sh': 'x' }), /"run.sh" does not belong/],
      [
        'a text that is named a sound',
        await zipOf({ 'film.json': json(only), 'sounds/a.flac': 'words' }),
        /no audio in it/,
      ],
      ['links', await zipOf({ 'film.json': '/etc/passwd' }, 0o120777), /is a link or no file/],
    ];
    const count = (await server.services.films.list()).total;
    for (const [what, bytes, expected] of cases) {
      const { status, body } = await bring(server, bytes);
      expect([what, status]).toEqual([what, 422]);
      expect(body['detail']).toMatch(expected);
    }
    expect((await server.services.films.list()).total).toBe(count);
    expect(await incomingFiles(join(folder, 'data'))).toEqual([]);
  });

  it('with names that lead out of the folder is refused', async () => {
    const harmless = await zipOf({ 'film.json': '{}', 'images/xx/../a': 'x' }).catch(() => undefined);
    expect(harmless).toBeUndefined();
    for (const [name, bad] of [
      ['images/aaaaaaaa', '../../aaaaaaaaa'],
      ['images/aaaaaaaa', '/etc/aaaaaaaaaa'],
      ['images/aaaaaaaa', '..\\..\\aaaaaaaaa'],
    ] as const) {
      const bytes = await zipOf({ 'film.json': '{}', [name]: 'x' });
      const text = bytes.toString('latin1').replaceAll(name, bad);
      const { status } = await bring(server, Buffer.from(text, 'latin1'));
      expect([bad, status]).toEqual([bad, 422]);
    }
  });

  it('that is cut off or changed is refused', async () => {
    const whole = await packed();
    expect((await bring(server, whole.subarray(0, whole.length / 2))).status).toBe(422);
    const changed = Buffer.from(whole);
    // In the middle of the sound, beyond the padding at its start: its checksum says so.
    changed[12_000]! ^= 1;
    expect((await bring(server, changed)).status).toBe(422);
  });
});

describe('unpacking', () => {
  const takes = () => true;
  const unpack = async (bytes: Buffer, limits: { entries?: number; bytes?: number }) => {
    const path = join(temporaryFolder(), 'a.zip');
    await writeFile(path, bytes);
    return unpackZip(path, temporaryFolder(), { takes, entries: 10, bytes: 1e6, ...limits });
  };

  it('stops at too many files, and at more bytes than it may take', async () => {
    const many = await zipOf(Object.fromEntries(Array.from({ length: 20 }, (_, i) => [`f${i}`, 'x'])));
    await expect(unpack(many, {})).rejects.toThrow(/more than 10 files/);
    const bomb = await zipOf({ zeros: Buffer.alloc(20_000_000) });
    expect(bomb.length).toBeLessThan(100_000);
    await expect(unpack(bomb, {})).rejects.toThrow(/more than 0.0 GB/);
    expect(await unpack(bomb, { bytes: 1e8 })).toEqual(['zeros']);
  });

  it('believes no size that is not true', async () => {
    // ZIP, APPNOTE 6.3.10, 4.3.12: the uncompressed size stands 24 bytes after the signature of a central header.
    const bomb = await zipOf({ zeros: Buffer.alloc(20_000_000) });
    const at = bomb.indexOf(Buffer.from('504b0102', 'hex'));
    bomb.writeUInt32LE(1000, at + 24);
    await expect(unpack(bomb, {})).rejects.toMatchObject({ kind: 'bad-archive' });
  });
});

describe('a backup', () => {
  it('is made while the server works, and is all of it in another folder', async () => {
    const out = join(folder, 'backup.zip');
    const saving = (async () => {
      for (let i = 0; i < 20; i++) {
        const { document, revision } = await server.services.films.get(film);
        await server.services.films.save(film, { ...document, artist: `nobody ${i}` }, revision);
      }
    })();
    const made = await cyclogram(join(folder, 'data'), ['backup', out]);
    await saving;
    expect(made).toMatchObject({ code: 0 });
    const restored = join(folder, 'restored');
    const done = await cyclogram(restored, ['restore', out]);
    expect(done).toMatchObject({ code: 0 });
    const again = await startTestServer(restored);
    try {
      const { document } = await again.services.films.get(film);
      expect(document.title).toBe('Harbour: a test');
      expect(Object.keys(await again.services.films.tracks(document))).toHaveLength(1);
      expect(Object.keys((await again.services.films.files(document)).typefaces)).toEqual(['Own black']);
      const drawn = await fetch(`${again.url}/api/films/${film}/thumbnail`);
      expect(drawn.status).toBe(200);
    } finally {
      await again.close();
    }
    // A folder with films is left as it is.
    const twice = await cyclogram(restored, ['restore', out]);
    expect([twice.code, twice.stderr]).toEqual([1, expect.stringContaining('There are films in')]);
  }, 60_000);

  it('that is damaged leaves nothing', async () => {
    const root = join(temporaryFolder(), 'new');
    const path = join(temporaryFolder(), 'b.zip');
    const bad: Record<string, string>[] = [
      { 'assets/a': 'x' },
      { 'cyclogram.sqlite': 'no database' },
      { 'other/a': 'x' },
    ];
    for (const files of bad) {
      await writeFile(path, await zipOf(files));
      await expect(restore(path, root)).rejects.toMatchObject({ kind: 'bad-archive' });
      expect(await readdir(root)).toEqual([]);
    }
    await mkdir(join(root, 'x'));
    await backup(server.services.folder, path);
    expect((await stat(path)).size).toBeGreaterThan(1000);
    // What a killed one was writing goes with the next one; what somebody writes, and what is not ours, stays.
    const [left, live, other] = [`${path}.99999999.part`, `${path}.${process.ppid}.part`, `${path}.old.part`];
    for (const name of [left, live, other]) await writeFile(name, 'x');
    await backup(server.services.folder, path);
    expect(await stat(left).catch(() => 'gone')).toBe('gone');
    for (const name of [live, other]) expect((await stat(name)).size).toBe(1);
    expect((await api(server.url, 'GET', '/films')).status).toBe(200);
  });
});
