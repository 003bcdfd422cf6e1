import { filmVersion } from '@cyclogram/core';
import { readdir, readFile } from 'node:fs/promises';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { pino } from 'pino';
import { DataSource } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { FirstTables1764000000000 } from '../src/db/firstTables1764000000000';
import { openServices, type RunningServer } from '../src/index';
import { api, smallFilm, startTestServer, temporaryFolder, tone, upload, writeWav } from './support';

/** The demo's films as version 4 stored them. */
const oldFilms = async () =>
  JSON.parse(await readFile(new URL('./frames/films/demo.v4.json', import.meta.url), 'utf8')) as Record<
    string,
    unknown
  >[];

let server: RunningServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());

/** @param version in the column beside the document, as the server that wrote it says */
const put = (id: string, title: string, document: string, version: number | null) =>
  server.services.database.query(
    `INSERT INTO "film" ("id", "title", "revision", "document", "createdAt", "updatedAt", "version")
     VALUES (?, ?, 1, ?, '2026-01-01', '2026-01-01', ?)`,
    [id, title, document, version],
  );

describe('films that cannot be read', () => {
  it('are listed as such, hide no others, and can be downloaded as they are', async () => {
    const newer = JSON.stringify({ ...smallFilm({ path: 'a.wav' }), version: 99 });
    await put('newer', 'From tomorrow', newer, 99);
    await put('damaged', 'Damaged', '{"version": 5, "tit', null);
    const { body: good } = await api(server.url, 'POST', '/films', {
      document: smallFilm({ path: 'a.wav' }),
    });

    const { films } = (await api(server.url, 'GET', '/films')).body as {
      films: { id: string; title: string; problem: string | null }[];
    };
    const problems = Object.fromEntries(films.map(({ id, problem }) => [id, problem]));
    expect(problems['newer']).toContain('99');
    expect(problems['damaged']).toContain('damaged');
    expect(problems[String(good['id'])]).toBeNull();
    expect(films.find(({ id }) => id === 'newer')?.title).toBe('From tomorrow');

    for (const id of ['newer', 'damaged']) {
      const { status, body } = await api(server.url, 'GET', `/films/${id}`);
      expect([status, body['type']]).toEqual([422, 'urn:cyclogram:problem:unreadable-film']);
    }
    const download = await fetch(`${server.url}/api/films/newer/document`);
    expect(download.headers.get('content-disposition')).toContain('From tomorrow.film.json');
    expect(await download.text()).toBe(newer);
  });
});

describe('films with what this version does not know', () => {
  it('keep it through opening and saving, and say so', async () => {
    const document = smallFilm({ path: 'a.wav' }) as unknown as Record<string, unknown> & {
      layers: Record<string, unknown>[];
    };
    document['weather'] = { rain: 0.5 };
    document.layers.push({ id: 'fog', kind: 'fog', density: 3 });
    const { body: created, status } = await api(server.url, 'POST', '/films', { document });
    expect(status).toBe(201);
    const { body } = await api(server.url, 'GET', `/films/${String(created['id'])}`);
    expect(body['document']).toMatchObject({ weather: { rain: 0.5 } });
    expect((body['document'] as typeof document).layers[1]).toEqual({ id: 'fog', kind: 'fog', density: 3 });
    expect(String(body['warnings'])).toMatch(/weather/);
    expect(String(body['warnings'])).toMatch(/fog/);
    const saved = await api(server.url, 'PUT', `/films/${String(created['id'])}`, {
      document: body['document'],
      revision: 1,
    });
    expect(saved.body['document']).toEqual(body['document']);
  });
});

describe('documents that are no films are refused with the field', () => {
  const spoilt = (change: (film: Record<string, unknown>) => void) => {
    const film = JSON.parse(JSON.stringify(smallFilm({ path: 'a.wav' }))) as Record<string, unknown>;
    change(film);
    return film;
  };
  const first = (film: Record<string, unknown>, list: string) =>
    (film[list] as Record<string, unknown>[])[0]!;
  /** Nested 5,000 deep, written out by hand: JSON.stringify would give up. */
  const deep = `${'['.repeat(5000)}${']'.repeat(5000)}`;

  it.each([
    [
      'a track called __proto__',
      spoilt((film) => (first(film, 'tracks')['id'] = '__proto__')),
      'tracks[0].id',
    ],
    ['edges that are null', spoilt((film) => (first(film, 'ears')['edges'] = null)), 'ears[0].edges'],
    ['null for a path', spoilt((film) => (first(film, 'layers')['path'] = null)), 'layers[0].path'],
    ['null for a layer', spoilt((film) => (film['layers'] = [null])), 'layers[0]'],
    ['null for a film', null, ''],
    ['text for layers', spoilt((film) => (film['layers'] = 'none')), 'layers'],
  ])('%s', async (_what, document, field) => {
    const { status, body } = await api(server.url, 'POST', '/films', { document });
    expect(status).toBe(422);
    expect(body['detail']).toContain(field);
  });

  it('one nested 5,000 deep', async () => {
    const film = JSON.stringify(smallFilm({ path: 'a.wav' })).replace(/"edges":\[\]/, `"edges":${deep}`);
    expect(film).toContain('[[[[');
    const response = await fetch(`${server.url}/api/films`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: `{"document":${film}}`,
    });
    expect(response.status).toBe(422);
    expect(await response.text()).toMatch(/edges|deep/);
  });

  it('an old one with null for a path', async () => {
    const [film] = await oldFilms();
    const layer = (film!['layers'] as Record<string, unknown>[]).find(({ kind }) => kind === 'figure')!;
    layer['path'] = null;
    const { status, body } = await api(server.url, 'POST', '/films', { document: film });
    expect(status).toBe(422);
    expect(body['detail']).toMatch(/layers\[\d+\]\.path/);
  });

  it('an ear without edges gets those of a new one', async () => {
    const film = spoilt((it) => delete first(it, 'ears')['edges']);
    const { status, body } = await api(server.url, 'POST', '/films', { document: film });
    expect(status).toBe(201);
    expect(body['document']).toMatchObject({ ears: [{ edges: [] }] });
  });
});

describe('a database of the first version', () => {
  it('is brought up to date: films are listed with what they were, renders keep their rate', async () => {
    const folder = temporaryFolder();
    const films = await oldFilms();
    const source = await new DataSource({
      type: 'better-sqlite3',
      database: join(folder, 'cyclogram.sqlite'),
      migrations: [FirstTables1764000000000],
      migrationsRun: true,
    }).initialize();
    for (const [i, film] of films.entries()) {
      await source.query(
        `INSERT INTO "film" ("id", "title", "revision", "document", "createdAt", "updatedAt") VALUES (?, ?, 7, ?, 'a', ?)`,
        [`film-${i}`, String(film['title']), JSON.stringify(film), `b${i}`],
      );
    }
    await source.query(
      `INSERT INTO "render" ("id", "title", "document", "width", "height", "fps", "firstFrame", "frameCount", "status", "createdAt")
       VALUES ('r', 'Old', ?, 320, 180, 29.97, 0, 10, 'failed', 'c')`,
      [JSON.stringify(films[0])],
    );
    await source.query(`INSERT INTO "segment" VALUES ('r', 0, 5, 'd')`);
    await source.destroy();

    const services = await openServices(folder, pino({ level: 'silent' }));
    try {
      const { films: list } = await services.films.list();
      expect(list.map(({ title }) => title)).toEqual(films.map(({ title }) => title).reverse());
      for (const listed of list) {
        const film = films.find(({ title }) => title === listed.title)!;
        expect(listed).toMatchObject({
          width: film['width'],
          height: film['height'],
          fps: { numerator: film['fps'], denominator: 1 },
          problem: null,
          revision: 7,
        });
        expect((await services.films.get(listed.id)).document.version).toBe(filmVersion);
      }
      expect(await services.renders.get('r')).toMatchObject({
        fps: { numerator: 30000, denominator: 1001 },
        format: 'h264-mp4',
        fileName: 'r.mp4',
        settings: { quality: 'high', fit: 'extend', transparent: false },
        framesDone: 5,
      });
    } finally {
      await services.close();
    }
  });
});

describe('a data folder below a directory whose name begins with a dot', () => {
  it('gives its files', async () => {
    const folder = join(temporaryFolder(), '.hidden', 'data');
    mkdirSync(folder, { recursive: true });
    const hidden = await startTestServer(folder);
    try {
      const wav = await writeWav(join(temporaryFolder(), 'tone.wav'), tone(1));
      const { body: song } = await upload(hidden.url, await readFile(wav), 'tone.wav');
      const asset = `/api/assets/${String(song['sha256'])}`;
      const document = smallFilm({ asset: String(song['sha256']) });
      const { body: film } = await api(hidden.url, 'POST', '/films', { document });
      for (const path of [
        `${asset}/pcm`,
        `${asset}/overview`,
        `/api/films/${String(film['id'])}/thumbnail`,
      ]) {
        expect([path, (await fetch(`${hidden.url}${path}`)).status]).toEqual([path, 200]);
      }
      expect(await readdir(folder)).toContain('cyclogram.sqlite');
    } finally {
      await hidden.close();
    }
  });
});
