import { defaultFilm, newLayer, type Film } from '@cyclogram/core';
import { once } from 'node:events';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningServer } from '../src/index';
import {
  api,
  endlessSvg,
  sendFile,
  smallFilm,
  spawnServer,
  startTestServer,
  temporaryFolder,
  tone,
  writeWav,
} from './support';

const hd = { width: 1920, height: 1080 };
let server: RunningServer;
let sound: string;
const folder = temporaryFolder();

beforeAll(async () => {
  server = await startTestServer(join(folder, 'data'));
  const wav = await writeWav(join(folder, 'a.wav'), tone(1));
  sound = (await server.services.assets.importFile(wav, 'a.wav')).sha256;
});
afterAll(() => server.close());

/** A fill in groups of two linked copies each. */
function doubled(levels: number): Film {
  return smallFilm({ asset: sound }, (film) => {
    film.layers.push(newLayer('fill', hd, { id: 'l-0', name: 'Fill' }));
    for (let n = 1; n <= levels; n++) {
      film.layers.push(newLayer('group', hd, { id: `l-${n}`, name: `Group ${n}` }));
      for (const half of ['a', 'b'])
        film.layers.push(
          newLayer('linked', hd, { id: `${half}-${n}`, source: `l-${n - 1}`, group: `l-${n}` }),
        );
    }
  });
}

describe('a film that would take too long to draw', () => {
  it('is stored, edited and shown without what is dear, and says so when it is to be rendered', async () => {
    const made = await api(server.url, 'POST', '/films', { document: doubled(22) });
    expect(made.status).toBe(201);
    const { id, revision, document } = made.body as { id: string; revision: number; document: Film };
    const saved = await api(server.url, 'PUT', `/films/${id}`, {
      document: { ...document, title: 'Edited' },
      revision,
    });
    expect(saved.status).toBe(200);
    const picture = await fetch(`${server.url}/api/films/${id}/thumbnail`);
    expect([picture.status, picture.headers.get('content-type')]).toEqual([200, 'image/png']);
    const render = await api(server.url, 'POST', '/renders', { filmId: id, width: 160, height: 90 });
    expect([render.status, render.body['type']]).toEqual([422, 'urn:cyclogram:problem:too-much-to-draw']);
    expect(render.body['detail']).toContain('“Group 22” would be drawn millions of times per frame');
  }, 60_000);
});

describe('a large film', () => {
  it('is read by the pool: others are answered meanwhile', async () => {
    const film = defaultFilm('Large');
    const target = { list: 'layers', id: film.layers[0]!.id, key: 'place.opacity', item: '' };
    const keys = Array.from({ length: 20 }, (_, k) => ({ id: `k${k}`, time: k, value: 0.5 }));
    const cords = Array.from({ length: 4000 }, (_, i) => ({
      id: `c${i}`,
      target,
      source: { kind: 'keyframes', keys },
    }));
    let saved = false;
    const saving = api(server.url, 'POST', '/films', { document: { ...film, cords } }).finally(
      () => (saved = true),
    );
    // Answers while it is read: there would be none in between if the thread that answers read it.
    let answers = 0;
    while (!saved) {
      await fetch(`${server.url}/api/storage/free`);
      if (!saved) answers++;
    }
    expect(answers).toBeGreaterThan(20);
    expect((await saving).status).toBe(201);
  }, 60_000);
});

describe('an end that is asked for', () => {
  it('comes within ten seconds while a drawing is read that never ends', async () => {
    const other = await spawnServer(temporaryFolder());
    sendFile(other.url, 'images', endlessSvg()).catch(() => {});
    await sleep(1500);
    const start = performance.now();
    other.process.kill('SIGTERM');
    await once(other.process, 'exit');
    expect((performance.now() - start) / 1000).toBeLessThan(10);
  }, 60_000);
});
