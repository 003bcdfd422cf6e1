import { newLayer, type Film } from '@cyclogram/core';
import { loadImage, createCanvas } from '@napi-rs/canvas';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningServer } from '../src/index';
import {
  api,
  media,
  renderState,
  sendFile,
  smallFilm,
  startTestServer,
  temporaryFolder,
  tone,
  writeWav,
} from './support';

const folder = temporaryFolder();
let server: RunningServer;
let sound: string;

beforeAll(async () => {
  server = await startTestServer(join(folder, 'data'));
  const wav = await writeWav(join(folder, 'a.wav'), tone(1));
  sound = (await server.services.assets.importFile(wav, 'a.wav')).sha256;
});
afterAll(() => server.close());

/** A video, sent: it is being prepared then. */
async function sendVideo(source: string, name: string): Promise<string> {
  const path = join(folder, name);
  const coded = ['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p', '-y', path];
  await media('ffmpeg', '-f', 'lavfi', '-i', source, ...coded);
  const { status, body } = await sendFile(server.url, 'footage', await readFile(path), name);
  expect(status).toBe(201);
  return String(body['sha256']);
}

/** A film that shows nothing but footage. */
const filmOf = (footage?: string): Film =>
  smallFilm({ asset: sound }, (film) => {
    film.layers = [];
    if (footage === undefined) return;
    film.footage = [{ id: 'v', name: 'Video', source: { asset: footage } }];
    film.layers = [newLayer('footage', film, { id: 'f', footage: 'v' })];
  });

const stateOf = async (sha256: string) =>
  (await api(server.url, 'GET', `/footage/${sha256}`)).body['state'] as string;

async function middleOf(id: string): Promise<number[]> {
  const response = await fetch(`${server.url}/api/films/${id}/thumbnail`);
  expect(response.status).toBe(200);
  const image = await loadImage(Buffer.from(await response.arrayBuffer()));
  const context = createCanvas(1, 1).getContext('2d');
  context.drawImage(image, image.width / 2, image.height / 2, 1, 1, 0, 0, 1, 1);
  return [...context.getImageData(0, 0, 1, 1).data.slice(0, 3)];
}

describe('footage that is being prepared', () => {
  it('holds up neither pictures, nor other renders, nor cancelling, nor the end of the server', async () => {
    const footage = await sendVideo('testsrc2=size=1920x1080:rate=25:duration=40', 'long.mp4');
    expect(await stateOf(footage)).toBe('working');
    const { films, renders } = server.services;
    const waiting = await films.create(filmOf(footage));
    const plain = await films.create(filmOf());
    await middleOf(waiting.id);
    await middleOf(plain.id);
    const wish = { format: 'png', width: 32, height: 18, at: 0 };
    const first = (await api(server.url, 'POST', '/renders', { filmId: waiting.id, ...wish })).body;
    const second = (await api(server.url, 'POST', '/renders', { filmId: plain.id, ...wish })).body;
    await renderState(server.url, String(second['id']), 'done');
    expect((await renders.get(String(first['id']))).status).toBe('waiting');
    const cancelled = await api(server.url, 'POST', `/renders/${String(first['id'])}/cancel`);
    expect(cancelled.body['status']).toBe('cancelled');
    await api(server.url, 'POST', `/renders/${String(first['id'])}/resume`);
    // Nothing of it came too late: it is still being prepared.
    expect(await stateOf(footage)).toBe('working');
    await server.close();
    server = await startTestServer(join(folder, 'data'));
    expect(await stateOf(footage)).toBe('working');
    expect((await api(server.url, 'DELETE', `/renders/${String(first['id'])}`)).status).toBe(204);
  }, 120_000);

  it('is in the picture of the library as soon as it is ready', async () => {
    const elsewhere = await startTestServer(join(temporaryFolder(), 'data'));
    const before = server;
    server = elsewhere;
    try {
      const wav = await writeWav(join(folder, 'b.wav'), tone(1));
      sound = (await server.services.assets.importFile(wav, 'b.wav')).sha256;
      const footage = await sendVideo('color=red:size=1280x720:rate=25:duration=4', 'red.mp4');
      const { id } = await server.services.films.create(filmOf(footage));
      const [red] = await middleOf(id);
      expect([await stateOf(footage), red! < 100]).toEqual(['working', true]);
      await expect.poll(() => stateOf(footage), { timeout: 60_000 }).toBe('ready');
      const [after, green, blue] = await middleOf(id);
      expect([after! > 200, green! < 60, blue! < 60]).toEqual([true, true, true]);
    } finally {
      server = before;
      await elsewhere.close();
    }
  }, 120_000);
});
