import { readdir, readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import {
  api,
  decodeFrames,
  kill,
  renderState,
  smallFilm,
  spawnServer,
  temporaryFolder,
  tone,
  upload,
  writeWav,
} from './support';

const folder = temporaryFolder();
const data = join(folder, 'data');
let server: Awaited<ReturnType<typeof spawnServer>>;
let filmId: string;

beforeAll(async () => {
  server = await spawnServer(data);
  const song = await readFile(await writeWav(join(folder, 'song.wav'), tone(60)));
  const { body } = await upload(server.url, song, 'song.wav');
  const film = smallFilm({ asset: String(body['sha256']) }, (made) => (made.title = 'Long film'));
  const created = await api(server.url, 'POST', '/films', { document: film });
  filmId = String(created.body['id']);
});
afterAll(() => kill(server.process));

const add = async (wish: object) => {
  const { status, body } = await api(server.url, 'POST', '/renders', { filmId, ...wish });
  expect(status).toBe(201);
  return String(body['id']);
};
const list = async () =>
  (await api(server.url, 'GET', '/renders')).body as {
    renders: { id: string; status: string; position: number; fileName: string; framesDone: number }[];
    folder: string;
  };
const waiting = async () =>
  (await list()).renders
    .filter(({ status }) => status === 'waiting' || status === 'paused')
    .sort((a, b) => a.position - b.position)
    .map(({ id }) => id);

describe('the queue', () => {
  it('has its own order, is paused and taken up again, and goes on after the server was killed', async () => {
    // A long one, so that the others wait.
    const long = await add({ format: 'h264-mp4', name: '{title} {size}' });
    const [webm, gif, png] = [
      await add({ format: 'vp9-webm', to: 1 }),
      await add({ format: 'gif', to: 1, fps: { numerator: 25, denominator: 1 } }),
      await add({ format: 'png', at: 2 }),
    ];
    await renderState(server.url, long, 'running');
    expect(await waiting()).toEqual([webm, gif, png]);
    await api(server.url, 'PUT', '/renders/order', { ids: [png, webm, gif] });
    expect(await waiting()).toEqual([png, webm, gif]);

    // Paused, the next one comes: the first of the order.
    const framesDone = async () =>
      Number((await api(server.url, 'GET', `/renders/${long}`)).body['framesDone']);
    await vi.waitUntil(async () => (await framesDone()) > 260, { timeout: 60_000, interval: 50 });
    const paused = await api(server.url, 'POST', `/renders/${long}/pause`);
    expect(paused.body).toMatchObject({ status: 'paused' });
    // Whole segments are kept, and no more comes while it stands still.
    const keptFrames = Number(paused.body['framesDone']);
    expect(keptFrames).toBeGreaterThan(0);
    expect(keptFrames).toBeLessThan(1800);
    await renderState(server.url, png, 'done');
    expect(await framesDone()).toBe(keptFrames);
    expect((await api(server.url, 'POST', `/renders/${gif}/cancel`)).body['status']).toBe('cancelled');

    // Killed in the middle: what was finished is kept, what waits goes on.
    await renderState(server.url, webm, 'running', 'done');
    await api(server.url, 'POST', `/renders/${long}/resume`);
    await renderState(server.url, webm, 'done');
    await renderState(server.url, long, 'running');
    await kill(server.process);
    server = await spawnServer(data);
    await renderState(server.url, long, 'done', 'failed');
    const { renders, folder: out } = await list();
    expect(Object.fromEntries(renders.map(({ id, status }) => [id, status]))).toEqual({
      ...{ [long]: 'done', [webm]: 'done', [gif]: 'cancelled', [png]: 'done' },
    });
    const nameOf = (id: string) => renders.find((render) => render.id === id)!.fileName;
    expect([nameOf(long), nameOf(webm), nameOf(png)]).toEqual([
      'Long film 320x180.mp4',
      'Long film.webm',
      'Long film.png',
    ]);
    expect(await decodeFrames(join(out, nameOf(long)), 32, 18)).toHaveLength(1800);
    expect((await readdir(out)).filter((name) => name.includes('segments'))).toEqual([]);
  }, 240_000);

  it('takes up a cancelled one anew, names files apart, and removes what is deleted', async () => {
    const { renders, folder: out } = await list();
    const gif = renders.find(({ status }) => status === 'cancelled')!;
    await api(server.url, 'POST', `/renders/${gif.id}/resume`);
    await renderState(server.url, gif.id, 'done');
    const second = await add({ format: 'gif', to: 0.4, fps: { numerator: 25, denominator: 1 } });
    await renderState(server.url, second, 'done');
    const name = (await list()).renders.find(({ id }) => id === second)!.fileName;
    expect([gif.fileName, name]).toEqual(['Long film.gif', 'Long film 2.gif']);
    await api(server.url, 'DELETE', `/renders/${second}`);
    // It lies in the bin with its file, comes back, and goes for ever when that is emptied.
    const inBin = async () =>
      (await api(server.url, 'GET', '/renders?bin=1')).body['renders'] as { id: string }[];
    expect((await inBin()).map(({ id }) => id)).toEqual([second]);
    expect((await api(server.url, 'GET', `/renders/${second}`)).status).toBe(404);
    await stat(join(out, name));
    expect((await api(server.url, 'POST', `/renders/${second}/restore`)).body['file']).toBeTruthy();
    expect(await inBin()).toEqual([]);
    await api(server.url, 'DELETE', `/renders/${second}`);
    await api(server.url, 'POST', '/storage/clean', { emptyBin: true });
    await expect(stat(join(out, name))).rejects.toThrow();
    expect((await api(server.url, 'POST', `/renders/${second}/restore`)).status).toBe(404);
    // Two at once do not get the same name.
    const still = { format: 'png', at: 1, name: 'Twice.part' };
    const both = await Promise.all([add(still), add(still)]);
    for (const id of both) await renderState(server.url, id, 'done');
    const names = (await list()).renders
      .filter(({ id }) => both.includes(id))
      .map(({ fileName }) => fileName);
    expect(names.sort()).toEqual(['Twice 2.png', 'Twice.png']);
    // One that is done cannot be paused.
    expect((await api(server.url, 'POST', `/renders/${gif.id}/pause`)).status).toBe(409);
  }, 60_000);

  it('gives a sequence as a zip, and an estimate measured on the film', async () => {
    const id = await add({ format: 'png-sequence', to: 0.2, transparent: true });
    await renderState(server.url, id, 'done');
    const answer = await fetch(`${server.url}/api/renders/${id}/file?download=1`);
    expect(answer.headers.get('content-type')).toBe('application/zip');
    const zip = Buffer.from(await answer.arrayBuffer());
    expect(zip.toString('latin1').split('PK\x03\x04')).toHaveLength(1 + 6 + 1);

    const { body } = await api(server.url, 'POST', '/renders/estimate', { filmId });
    expect(body).toMatchObject({ fits: true, frameCount: 1800 });
    const long = (await list()).renders.find(({ fileName }) => fileName === 'Long film 320x180.mp4')!;
    const { bytes } = (await api(server.url, 'GET', `/renders/${long.id}`)).body as { bytes: number };
    // What was measured on sixteen frames is near enough to what it took.
    expect(Number(body['bytes']) / bytes).toBeGreaterThan(0.3);
    expect(Number(body['bytes']) / bytes).toBeLessThan(3);
    expect(Number(body['seconds'])).toBeGreaterThan(0);
  }, 60_000);

  it('refuses what a format cannot have, with what would work', async () => {
    for (const [wish, message] of [
      [{ format: 'gif', fps: { numerator: 60, denominator: 1 }, to: 1 }, /25 or 50 would work/],
      [{ format: 'h264-mp4', width: 333 }, /334 x 180 would work/],
      [{ format: 'jpeg', transparent: true }, /cannot be transparent/],
      [{ format: 'sheet', moments: 401 }, /1 to 400/],
      [{ format: 'av1-webm', width: 32, height: 32 }, /at least 64/],
      [{ quality: 'best' }, /quality/],
      [{ format: 'tape' }, /There are: h264-mp4/],
    ] as const) {
      const { status, body } = await api(server.url, 'POST', '/renders', { filmId, ...wish });
      expect([status, String(body['detail'])]).toEqual([400, expect.stringMatching(message)]);
    }
  });
});
