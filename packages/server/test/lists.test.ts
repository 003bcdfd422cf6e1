import { defaultFilm } from '@cyclogram/core';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningServer } from '../src/index';
import { api, startTestServer, temporaryFolder } from './support';

let server: RunningServer;
const count = 130;
const films: string[] = [];

beforeAll(async () => {
  server = await startTestServer(join(temporaryFolder(), 'data'));
  const { database } = server.services;
  for (let i = 0; i < count; i++) {
    const title = i % 10 === 0 ? `Größe ${i}` : `Film ${i}`;
    films.push((await server.services.films.create({ ...defaultFilm('x'), title })).id);
    // Many were changed at the same time.
    await database.query('UPDATE "film" SET "updatedAt" = ? WHERE "id" = ?', [`${i % 3}`, films[i]]);
    await database.query(
      `INSERT INTO "render" ("id", "title", "document", "format", "width", "height", "fps", "firstFrame", "frameCount", "settings",
         "position", "fileName", "status", "createdAt", "attempt")
       VALUES (?, 'x', '{"big": true}', 'h264-mp4', 64, 64, '30', 0, 30, '{}', ?, ?, ?, ?, 2)`,
      [`r${i}`, i, `${i}.mp4`, i % 5 === 0 ? 'paused' : 'failed', `${i % 4}`],
    );
    for (const [attempt, frames] of [
      [1, 7],
      [2, 11],
      [2, 3],
    ] as const)
      await database.query('INSERT INTO "segment" VALUES (?, ?, ?, ?, ?)', [
        ...[`r${i}`, attempt, frames, frames, 'x'],
      ]);
  }
});
afterAll(() => server.close());

interface Answer {
  total: number;
  films: { id: string; title: string; document?: unknown }[];
  renders: { id: string; status: string; framesDone: number; document?: unknown }[];
}
const get = async (path: string) => (await api(server.url, 'GET', path)).body as unknown as Answer;

/** All items of a list, asked for in parts of a size. */
async function inParts<Kind extends 'films' | 'renders'>(path: string, kind: Kind, limit: number) {
  const all: Answer[Kind][number][] = [];
  for (;;) {
    const part = await get(`${path}offset=${all.length}&limit=${limit}`);
    expect(part[kind].length).toBeLessThanOrEqual(limit);
    all.push(...part[kind]);
    if (all.length >= part.total || part[kind].length === 0) return all;
  }
}

describe('lists', () => {
  it('come in parts: each film once, in the order of the whole', async () => {
    for (const limit of [1, 37, 60, 500]) {
      const all = await inParts('/films?', 'films', limit);
      expect(new Set(all.map(({ id }) => id))).toEqual(new Set(films));
      expect(all).toHaveLength(count);
      const { films: whole } = await server.services.films.list();
      expect(all.map(({ id }) => id)).toEqual(whole.map(({ id }) => id));
      expect(all.some((film) => 'document' in film)).toBe(false);
    }
    expect((await get('/films')).films).toHaveLength(100);
  });

  it('of renders are those in the queue, or those that are finished, with the frames of their own attempt', async () => {
    const finished = await inParts('/renders?state=finished&', 'renders', 50);
    const queued = await inParts('/renders?state=queued&', 'renders', 7);
    expect([queued.length, finished.length]).toEqual([count / 5, count - count / 5]);
    expect(new Set([...queued, ...finished].map(({ id }) => id)).size).toBe(count);
    expect(queued.every(({ status }) => status === 'paused')).toBe(true);
    for (const render of [...queued, ...finished]) {
      expect(render.framesDone).toBe(14);
      expect(render).not.toHaveProperty('document');
    }
  });

  it('are searched by words of titles, whatever their case and accents', async () => {
    const titles = async (search: string) =>
      (await get(`/films?limit=500&search=${encodeURIComponent(search)}`)).films.map(({ title }) => title);
    expect(await titles('größe 12')).toEqual(['Größe 120']);
    expect(await titles('GRÖẞE 120')).toEqual(['Größe 120']);
    expect((await titles('GROß')).length).toBe(count / 10);
    expect(await titles('  120   groß')).toEqual(['Größe 120']);
    expect(await titles('film größe')).toEqual([]);
    // Marks that mean something elsewhere mean nothing here.
    expect(await titles('%')).toEqual([]);
    expect(await titles('Film_1')).toEqual([]);
  });

  it('refuse parts that there cannot be', async () => {
    for (const query of ['limit=501', 'limit=-1', 'offset=1.5', 'offset=x', 'limit=1&limit=2'])
      expect([query, (await api(server.url, 'GET', `/films?${query}`)).status]).toEqual([query, 400]);
    expect((await api(server.url, 'GET', '/renders?state=lost')).status).toBe(400);
    expect((await get('/films?offset=99999')).films).toEqual([]);
  });

  it('are read from indices alone: documents are not gone through', async () => {
    const planOf = async (sql: string) =>
      ((await server.services.database.query(`EXPLAIN QUERY PLAN ${sql}`)) as { detail: string }[])
        .map(({ detail }) => detail)
        .join('; ');
    expect(
      await planOf(
        `SELECT "id", "title", "revision", "createdAt", "updatedAt", "version", "width", "height", "fps", "seconds" FROM "film"
         WHERE "deletedAt" IS NULL ORDER BY "updatedAt" DESC, "id" DESC LIMIT 60`,
      ),
    ).toMatch(/USING COVERING INDEX film_list/);
    expect(
      await planOf(
        `SELECT "id", "title", "format", "settings", "problem", "bytes" FROM "render"
         WHERE "deletedAt" IS NULL ORDER BY "createdAt" DESC, "id" DESC LIMIT 60`,
      ),
    ).toMatch(/USING COVERING INDEX render_list/);
  });
});
