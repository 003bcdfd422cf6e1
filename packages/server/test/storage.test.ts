import { defaultFilm, type Film } from '@cyclogram/core';
import fc from 'fast-check';
import { createHash } from 'node:crypto';
import { mkdir, readFile, readdir, rm, stat, utimes, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { FilmRevisionEntity } from '../src/db/entities';
import type { RunningServer } from '../src/index';
import { openSegments } from '../src/render/segmentVersion';
import { openServices, type Services } from '../src/services';
import { hashesIn } from '../src/storage/references';
import { keptDays } from '../src/storage/storage';
import { day, thinned } from '../src/storage/thinRevisions';
import { api, smallFilm, startTestServer, temporaryFolder, tone, writeWav } from './support';

const hashOf = (text: string) => createHash('sha256').update(text).digest('hex');
const start = Date.parse('2026-01-01T00:00:00Z');

/** A film with typefaces, which stand for all that a film is drawn with. */
const filmWith = (...files: string[]): Film => ({
  ...defaultFilm('x'),
  typefaces: files.map((sha256, i) => ({
    id: `t${i}`,
    name: `own ${i}`,
    source: { asset: sha256 },
  })) as never,
});

describe('revisions', () => {
  it('stay: all of a day, one of each day of a month, one of each week before, the newest whatever it is', () => {
    const revisions = Array.from({ length: 24 * 100 }, (_, i) => ({
      revision: i + 1,
      savedAt: new Date(start + i * 3_600_000).toISOString(),
    }));
    const now = start + 24 * 100 * 3_600_000;
    const gone = new Set(thinned(revisions, now).map(({ revision }) => revision));
    const kept = revisions.filter(({ revision }) => !gone.has(revision));
    const younger = (days: number) => kept.filter(({ savedAt }) => now - Date.parse(savedAt) < days * day);
    expect(younger(1)).toHaveLength(23);
    // 29 whole days before the last one, and 70 days of weeks.
    expect(younger(30).length - 23).toBeGreaterThanOrEqual(29);
    expect(younger(30).length - 23).toBeLessThanOrEqual(30);
    expect(kept.length - younger(30).length).toBeGreaterThanOrEqual(10);
    expect(kept.length - younger(30).length).toBeLessThanOrEqual(11);
    expect(thinned(kept, now)).toEqual([]);
  });

  it('of which the newest always stays', () => {
    const times = fc.array(fc.integer({ min: 0, max: 400 * 24 }), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(times, (hours) => {
        const revisions = hours.map((hour, i) => ({
          revision: i,
          savedAt: new Date(start + hour * 3_600_000).toISOString(),
        }));
        const gone = thinned(revisions, start + 400 * day);
        expect(gone.map(({ revision }) => revision)).not.toContain(revisions.length - 1);
      }),
    );
  });
});

describe('cleaning', () => {
  let services: Services;
  beforeAll(async () => {
    services = await openServices(temporaryFolder(), pino({ level: 'silent' }));
  });
  afterAll(() => services.close());

  const files = Array.from({ length: 6 }, (_, i) => hashOf(`file ${i}`));
  /** What an upload does: the file is there, and was wanted now. */
  async function bring(sha256: string, now: number): Promise<void> {
    const path = services.typefaces.path(sha256);
    await writeFile(path, sha256);
    await utimes(path, now / 1000, now / 1000);
  }
  const isThere = (sha256: string) =>
    stat(services.typefaces.path(sha256)).then(
      () => true,
      () => false,
    );

  it('never removes what can still be reached, whatever is done in whatever order', async () => {
    const step = fc.oneof(
      fc.record({ do: fc.constant('create' as const), file: fc.nat(5) }),
      fc.record({ do: fc.constant('edit' as const), film: fc.nat(9), file: fc.nat(5) }),
      fc.record({ do: fc.constant('delete' as const), film: fc.nat(9) }),
      fc.record({ do: fc.constant('restore' as const), film: fc.nat(9) }),
      fc.record({ do: fc.constant('wait' as const), days: fc.integer({ min: 1, max: 40 }) }),
      fc.record({ do: fc.constant('clean' as const), emptyBin: fc.boolean() }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 5, maxLength: 25 }), async (steps) => {
        let now = Date.now();
        const films: string[] = [];
        for (const one of steps) {
          const id = 'film' in one ? films[one.film % Math.max(1, films.length)] : undefined;
          if (one.do === 'wait') now += one.days * day;
          else if (one.do === 'clean') await services.storage.clean({ emptyBin: one.emptyBin, now });
          else if (one.do === 'create') {
            await bring(files[one.file]!, now);
            films.push((await services.films.create(filmWith(files[one.file]!))).id);
          } else if (id === undefined) continue;
          else if (one.do === 'delete') await services.films.delete(id).catch(() => {});
          else if (one.do === 'restore') await services.films.restore(id).catch(() => {});
          else {
            const film = await services.films.get(id).catch(() => undefined);
            if (!film) continue;
            await bring(files[one.file]!, now);
            await services.films.save(id, filmWith(files[one.file]!), film.revision);
          }
          const documents: { document: string }[] = await services.database.query(
            'SELECT "document" FROM "film" UNION ALL SELECT "document" FROM "film_revision"',
          );
          for (const hash of new Set(documents.flatMap(({ document }) => hashesIn(document))))
            expect([one.do, await isThere(hash)]).toEqual([one.do, true]);
        }
        for (const id of films) await services.films.delete(id).catch(() => {});
        await services.storage.clean({ emptyBin: true, now });
        // Everything was deleted: after the time of grace nothing is left.
        await services.storage.clean({ now: now + (keptDays + 1) * day });
        await services.storage.clean({ now: now + 2 * (keptDays + 1) * day });
        expect(await readdir(services.folder.typefaces)).toEqual([]);
        expect(await services.database.query('SELECT * FROM "unused"')).toEqual([]);
      }),
      { numRuns: 25, seed: 28 },
    );
  }, 120_000);

  it('keeps a file for as long as undo may want it, counted from when nothing referred to it', async () => {
    const now = Date.now();
    const sha256 = hashOf('undone');
    await bring(sha256, now - 400 * day);
    await services.storage.clean({ now });
    await services.storage.clean({ now: now + (keptDays - 1) * day });
    expect(await isThere(sha256)).toBe(true);
    await services.storage.clean({ now: now + keptDays * day });
    expect(await isThere(sha256)).toBe(false);
  });

  it('keeps a file that was sent again in the meantime', async () => {
    const now = Date.now();
    const sha256 = hashOf('again');
    await bring(sha256, now);
    await services.storage.clean({ now });
    await bring(sha256, now + 20 * day);
    await services.storage.clean({ now: now + 35 * day });
    expect(await isThere(sha256)).toBe(true);
  });

  it('thins revisions, and says what takes space', async () => {
    const film = await services.films.create(filmWith());
    const now = Date.parse('2026-06-15T12:00:00Z');
    const revisions = services.database.getRepository(FilmRevisionEntity);
    for (let i = 2; i < 30; i++)
      await revisions.insert({
        filmId: film.id,
        revision: i,
        document: JSON.stringify(filmWith()),
        savedAt: new Date(now - 3 * day + i * 60_000).toISOString(),
      });
    await services.storage.clean({ now });
    expect(await revisions.countBy({ filmId: film.id })).toBeLessThan(5);
    const report = await services.storage.report();
    expect(report.films.map(({ id }) => id)).toContain(film.id);
    expect(report.free).toBeGreaterThan(0);
  });
});

describe('a sound', () => {
  let server: RunningServer;
  const folder = temporaryFolder();
  beforeAll(async () => {
    server = await startTestServer(join(folder, 'data'));
  });
  afterAll(() => server.close());

  it.each(['missing', 'damaged'])('that is %s is named, and read anew when it is sent again', async (how) => {
    const wav = await writeWav(join(folder, `${how}.wav`), tone(0.4, how === 'missing' ? 300 : 500));
    const { assets, films } = server.services;
    const { sha256 } = await assets.importFile(wav, `${how}.wav`);
    const film = smallFilm({ asset: sha256 });
    expect(Object.keys(await films.tracks(film))).toHaveLength(1);
    const path = assets.pcmPath(sha256);
    const before = await readFile(path);
    if (how === 'missing') await rm(path);
    else {
      const changed = Buffer.from(before);
      changed[1000]! ^= 1;
      await writeFile(path, changed);
      await utimes(path, 1, 1);
    }
    await expect(films.tracks(film)).rejects.toMatchObject({
      kind: 'missing-track',
      detail: expect.stringContaining(`Add the file "${how}.wav" again`) as string,
    });
    const { id } = await films.create(film);
    const asked = await api(server.url, 'GET', `/films/${id}/exports/levels.csv?ear=${film.ears[0]!.id}`);
    expect(asked.status).toBe(422);
    await assets.importFile(wav, `${how}.wav`);
    expect(await readFile(path)).toEqual(before);
    expect(Object.keys(await films.tracks(film))).toHaveLength(1);
  });

  it('films and renders lie in a bin from which they come back', async () => {
    const { id } = await server.services.films.create(filmWith());
    await api(server.url, 'DELETE', `/films/${id}`);
    const listed = async (query: string) =>
      ((await api(server.url, 'GET', `/films${query}`)).body as { films: { id: string }[] }).films.map(
        (f) => f.id,
      );
    expect(await listed('')).not.toContain(id);
    expect(await listed('?bin=1')).toContain(id);
    await api(server.url, 'POST', `/films/${id}/restore`);
    expect(await listed('')).toContain(id);
    await api(server.url, 'DELETE', `/films/${id}`);
    const cleaned = await api(server.url, 'POST', '/storage/clean', { emptyBin: true });
    expect(cleaned.status).toBe(200);
    expect(await listed('?bin=1')).not.toContain(id);
  });
});

describe('segments', () => {
  it('of another version of the code or of ffmpeg are drawn again', async () => {
    const folder = join(temporaryFolder(), 'a.segments');
    expect(await openSegments(folder, 'one')).toBe(true);
    await writeFile(join(folder, 'segment-00000.mp4'), 'x');
    expect(await openSegments(folder, 'one')).toBe(false);
    expect(await readdir(folder)).toHaveLength(2);
    expect(await openSegments(folder, 'two')).toBe(true);
    expect(await readdir(folder)).toEqual(['version.json']);
    const old = join(temporaryFolder(), 'b.segments');
    await mkdir(old);
    await writeFile(join(old, 'segment-00000.mp4'), 'of a version that left no word');
    expect(await openSegments(old, 'two')).toBe(true);
    expect(await readdir(old)).toEqual(['version.json']);
  });
});
