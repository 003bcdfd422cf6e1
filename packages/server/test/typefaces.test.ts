import { newLayer, shippedTypefaces } from '@cyclogram/core';
import { createRequire } from 'node:module';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { loadImage, createCanvas } from '@napi-rs/canvas';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningServer } from '../src/index';
import { api, cyclogram, smallFilm, startTestServer, temporaryFolder, tone, writeWav } from './support';

const folder = temporaryFolder();
const data = join(folder, 'data');
const require = createRequire(import.meta.url);
let server: RunningServer;

beforeAll(async () => {
  server = await startTestServer(data);
});
afterAll(() => server.close());

async function send(bytes: Uint8Array) {
  const form = new FormData();
  form.append('file', new Blob([bytes as BlobPart]), 'own.woff');
  const response = await fetch(`${server.url}/api/typefaces`, { method: 'POST', body: form });
  return { status: response.status, body: (await response.json()) as { sha256?: string; detail?: string } };
}

const shipped = (name: string) => readFile(require.resolve(shippedTypefaces[name]!));

/** Lit pixels of a picture. */
async function litPixels(path: string): Promise<number> {
  const image = await loadImage(path);
  const context = createCanvas(image.width, image.height).getContext('2d');
  context.drawImage(image, 0, 0);
  const { data: pixels } = context.getImageData(0, 0, image.width, image.height);
  let count = 0;
  for (let i = 0; i < pixels.length; i += 4) if (pixels[i]! > 128) count++;
  return count;
}

describe('typefaces', () => {
  it('are kept as they are, by their hash', async () => {
    const file = await shipped('Righteous');
    const { status, body } = await send(file);
    expect(status).toBe(201);
    const response = await fetch(`${server.url}/api/typefaces/${body.sha256}`);
    expect(Buffer.from(await response.arrayBuffer()).equals(file)).toBe(true);
  });

  it.each([
    ['words', Buffer.from('no font')],
    ['nothing', Buffer.alloc(0)],
    ['a broken font', Buffer.concat([Buffer.from('wOFF'), Buffer.alloc(200)])],
  ])('of %s are refused, saying what to choose', async (_name, bytes) => {
    const { status, body } = await send(bytes);
    expect(status).toBe(422);
    expect(body.detail).toMatch(/TTF, OTF or WOFF|empty/);
  });

  it('of a film are drawn by the server: another one gives another picture, one that is not here none', async () => {
    await writeWav(join(folder, 'tone.wav'), tone(1));
    const file = join(folder, 'own.woff');
    await writeFile(file, await shipped('Caveat'));
    const draw = async (font: string, typefaces: object[] = []) => {
      const film = smallFilm({ path: 'tone.wav' }, (target) => {
        target.layers = [
          newLayer('lettering', target, { id: 'word', name: 'Word', text: 'Boats', font, size: 60 }),
        ];
        target.typefaces = typefaces as typeof target.typefaces;
      });
      const path = join(folder, 'film.json');
      await writeFile(path, JSON.stringify(film));
      const out = join(folder, 'out.png');
      const { code, stderr } = await cyclogram(data, ['frame', path, '--at', '0.5', '--out', out]);
      expect([code, stderr]).toEqual([0, '']);
      return litPixels(out);
    };
    const black = await draw('Archivo Black');
    const own = await draw('Mine', [{ id: 'f', name: 'Mine', source: { path: 'own.woff' } }]);
    expect(black).toBeGreaterThan(800);
    expect(own).toBeGreaterThan(200);
    expect(own).toBeLessThan(black / 1.5);
    expect(await draw('Not here')).toBe(0);
  });

  it('that are gone are named when the film is rendered', async () => {
    const film = smallFilm({ path: 'tone.wav' }, (target) => {
      target.typefaces = [{ id: 'f', name: 'Lost', source: { asset: 'a'.repeat(64) } }];
    });
    const path = join(folder, 'lost.json');
    await writeFile(path, JSON.stringify(film));
    const { code, stderr } = await cyclogram(data, [
      'frame',
      path,
      '--at',
      '0.5',
      '--out',
      join(folder, 'x.png'),
    ]);
    expect(code).not.toBe(0);
    expect(stderr).toContain('"Lost"');
    expect((await api(server.url, 'GET', `/typefaces/${'b'.repeat(64)}`)).status).toBe(404);
  });
});
