import Database from 'better-sqlite3';
import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { api, kill, smallFilm, spawnServer, startTestServer, temporaryFolder } from './support';

/** A film whose document takes more than 100 KB. */
function largeFilm(title: string) {
  const film = smallFilm({ asset: 'a'.repeat(64) });
  film.layers = Array.from({ length: 60 }, (_, i) => ({ ...film.layers[0]!, id: `layer-${i}` }));
  return { ...film, title };
}

/** What somebody else reads in the database: the film as it is committed. */
function committed(folder: string, id: string): { revision: number; title: string } {
  const other = new Database(join(folder, 'cyclogram.sqlite'), { readonly: true });
  try {
    return other.prepare('SELECT "revision", "title" FROM "film" WHERE "id" = ?').get(id) as {
      revision: number;
      title: string;
    };
  } finally {
    other.close();
  }
}

/** Saves on top of what is there; whether it was taken. */
async function save(url: string, id: string, revision: number): Promise<boolean> {
  const document = largeFilm(`Revision ${revision + 1}`);
  const { status, body } = await api(url, 'PUT', `/films/${id}`, { document, revision });
  if (status === 200) return true;
  expect([status, body['type']]).toEqual([507, 'urn:cyclogram:problem:disk-full']);
  return false;
}

/** Saves until so many in a row were refused; the revision that was the last to be taken. */
async function saveUntilFull(url: string, id: string, revision: number, times: number): Promise<number> {
  let last = revision;
  for (let refused = 0; refused < times;) {
    if (await save(url, id, last)) [last, refused] = [last + 1, 0];
    else refused++;
  }
  return last;
}

async function create(url: string): Promise<string> {
  const { body } = await api(url, 'POST', '/films', { document: largeFilm('Revision 1') });
  return String(body['id']);
}

async function saveTwentyTimes(url: string, folder: string, id: string, from: number): Promise<number> {
  for (let revision = from; revision < from + 20; revision++) {
    expect(await save(url, id, revision)).toBe(true);
    // 200 means committed: others see it at once.
    expect(committed(folder, id)).toEqual({
      revision: revision + 1,
      title: `Revision ${revision + 1}`,
    });
  }
  return from + 20;
}

describe.each([2, 3])('after %i saves were refused because there was no space left', (times) => {
  it('saves that are taken are committed (a limit of SQLite’s own)', async () => {
    const folder = temporaryFolder();
    const server = await startTestServer(folder);
    const { database } = server.services;
    const id = await create(server.url);
    const [{ page_count: pages }] = (await database.query('PRAGMA page_count')) as [{ page_count: number }];
    await database.query(`PRAGMA max_page_count = ${pages + 200}`);
    const last = await saveUntilFull(server.url, id, 1, times);
    await database.query(`PRAGMA max_page_count = ${pages + 100_000}`);
    const revision = await saveTwentyTimes(server.url, folder, id, last);
    await server.close();
    expect(committed(folder, id).revision).toBe(revision);
  });

  it('saves that are taken are committed (a small disk)', async (context) => {
    const folder = join(temporaryFolder(), 'disk');
    mkdirSync(folder);
    try {
      execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=40m', 'tmpfs', folder], { stdio: 'ignore' });
    } catch {
      return context.skip('a small disk cannot be mounted here');
    }
    try {
      const server = await spawnServer(folder);
      const id = await create(server.url);
      // Somebody else takes all but a little.
      const free = Number(execFileSync('df', ['--output=avail', '-B1', folder]).toString().split('\n')[1]);
      await writeFile(join(folder, 'ballast'), Buffer.alloc(free - 2_500_000));
      const last = await saveUntilFull(server.url, id, 1, times);
      await rm(join(folder, 'ballast'));
      const revision = await saveTwentyTimes(server.url, folder, id, last);
      await kill(server.process);
      expect(committed(folder, id).revision).toBe(revision);
      const again = await spawnServer(folder);
      expect((await api(again.url, 'GET', `/films/${id}`)).body).toMatchObject({
        revision,
        title: `Revision ${revision}`,
      });
      await kill(again.process);
    } finally {
      execFileSync('umount', ['-l', folder]);
    }
  });
});
