import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { openServices } from '../packages/server/src/services';
import { residentMemory } from './commands';

/** Lists of a large library against those of a small one: the same film many times, renders and revisions of it. */

interface Library {
  films: number;
  renders: number;
  revisions: number;
}

const small: Library = { films: 10, renders: 10, revisions: 10 };
const large: Library = { films: 500, renders: 2000, revisions: 10_000 };
/** What the interface asks for; the last one adds up what takes space. */
const lists = {
  films: '/api/films?search=&offset=0&limit=60',
  filmsFurtherDown: '/api/films?search=&offset=420&limit=60',
  search: '/api/films?search=film%201&offset=0&limit=60',
  queue: '/api/renders?state=queued&limit=500',
  finished: '/api/renders?state=finished&offset=0&limit=60',
  finishedFurtherDown: '/api/renders?state=finished&offset=1900&limit=60',
  bin: '/api/films?bin=1',
  storage: '/api/storage',
};
const rounds = 15;

/** Fills a folder with a library of a film. */
async function fill(folder: string, document: string, { films, renders, revisions }: Library): Promise<void> {
  const services = await openServices(folder, pino({ level: 'silent' }));
  const { database } = services;
  const at = (i: number) => new Date(Date.UTC(2026, 0, 1) + 1000 * i).toISOString();
  await database.query('BEGIN');
  for (let i = 0; i < films; i++)
    await database.query(
      `INSERT INTO "film" ("id", "title", "revision", "document", "createdAt", "updatedAt", "version", "width", "height", "fps", "seconds")
       VALUES (?, ?, ?, ?, ?, ?, 7, 1280, 720, '30', 60)`,
      [`film-${i}`, `Film ${i}`, revisions, document, at(i), at(i)],
    );
  for (let i = 0; i < revisions; i++)
    await database.query('INSERT INTO "film_revision" VALUES (?, ?, ?, ?)', [
      ...[`film-${i % films}`, Math.floor(i / films), document, new Date().toISOString()],
    ]);
  for (let i = 0; i < renders; i++) {
    const id = `render-${i}`;
    await database.query(
      `INSERT INTO "render" ("id", "filmId", "title", "document", "format", "width", "height", "fps", "firstFrame", "frameCount",
         "settings", "position", "fileName", "status", "createdAt", "finishedAt", "bytes", "attempt")
       VALUES (?, ?, 'Film', ?, 'h264-mp4', 1280, 720, '30', 0, 1800, '{}', ?, ?, ?, ?, ?, 1000000, 0)`,
      [
        ...[id, `film-${i % films}`, document, i, `Film ${i}.mp4`],
        ...[i % 10 === 0 ? 'paused' : 'done', at(i), at(i)],
      ],
    );
    await database.query('INSERT INTO "segment" VALUES (?, 0, 0, 900, ?)', [id, at(i)]);
  }
  await database.query('COMMIT');
  await services.close();
}

async function start(main: string, folder: string) {
  const child = spawn(process.execPath, [main], {
    env: { ...process.env, PORT: '0', CYCLOGRAM_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    child.stdout.on('data', (text: Buffer) => {
      const found = /http:\S+/.exec(String(text));
      if (found) resolve(found[0]);
    });
    child.on('exit', () => reject(new Error('the server ended')));
  });
  return { child, url };
}

async function time(address: string): Promise<{ milliseconds: number; bytes: number }> {
  const began = performance.now();
  const { byteLength } = await (await fetch(address)).arrayBuffer();
  return { milliseconds: performance.now() - began, bytes: byteLength };
}

const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

/** @param main the bundled server @param data a folder with the demo, which nobody works on */
export async function benchLists(main: string, data: string): Promise<Record<string, unknown>> {
  const folder = await mkdtemp(join(tmpdir(), 'cyclogram-bench-lists-'));
  const demo = await openServices(data, pino({ level: 'silent' }));
  const { document } = await demo.films.text('demo-night-crossing');
  await demo.close();
  const running: Awaited<ReturnType<typeof start>>[] = [];
  try {
    for (const [name, library] of [
      ['small', small],
      ['large', large],
    ] as const) {
      await fill(join(folder, name), document, library);
      running.push(await start(main, join(folder, name)));
    }
    const [few, many] = running as [(typeof running)[0], (typeof running)[0]];
    const results: Record<string, unknown> = {};
    for (const [name, path] of Object.entries(lists)) {
      const times: [number[], number[]] = [[], []];
      let bytes = 0;
      // In turn, so that what else the machine does meets both. The first round warms up.
      for (let round = 0; round <= rounds; round++) {
        for (const [i, { url }] of running.entries()) {
          const taken = await time(`${url}${path}`);
          if (round > 0) times[i]!.push(taken.milliseconds);
          bytes = taken.bytes;
        }
      }
      const [ofFew, ofMany] = [median(times[0]), median(times[1])];
      results[name] = { ratio: ofMany / ofFew, milliseconds: ofMany, bytes, aim: '6 or less' };
    }
    return {
      ...{ library: large, documentBytes: document.length, lists: results },
      memory: {
        few: await residentMemory(few.child.pid!),
        many: await residentMemory(many.child.pid!),
        unit: 'MiB',
      },
    };
  } finally {
    for (const { child } of running) child.kill();
    await Promise.all(
      running.map(({ child }) => child.exitCode ?? new Promise((resolve) => child.once('exit', resolve))),
    );
    await rm(folder, { recursive: true, force: true });
  }
}
