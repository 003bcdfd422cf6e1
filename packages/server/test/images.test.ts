import { createCanvas, loadImage } from '@napi-rs/canvas';
import { newLayer, defaultPath, figureKinds, oneColor, type FigureLayer } from '@cyclogram/core';
import { readdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningServer } from '../src/index';
import {
  api,
  cyclogram,
  smallFilm,
  startTestServer,
  temporaryFolder,
  tone,
  writeWav,
  incomingFiles,
  sendFile,
} from './support';

let server: RunningServer;
let folder: string;

beforeAll(async () => {
  folder = temporaryFolder();
  server = await startTestServer(join(folder, 'data'));
});
afterAll(() => server.close());

/** A picture of one colour. */
async function picture(width: number, height: number, color: string, kind: 'png' | 'jpeg' | 'webp' = 'png') {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  context.fillStyle = color;
  context.fillRect(0, 0, width, height);
  return kind === 'png' ? canvas.encode('png') : canvas.encode(kind, 90);
}

const send = (bytes: Uint8Array, name = 'picture.png') => sendFile(server.url, 'images', bytes, name);

describe('pictures', () => {
  it.each(['png', 'jpeg', 'webp'] as const)(
    'of the format %s are kept as PNG, by their hash',
    async (kind) => {
      const { status, body } = await send(await picture(30, 20, '#c83c28', kind));
      expect([status, body['width'], body['height']]).toEqual([201, 30, 20]);
      const response = await fetch(`${server.url}/api/images/${String(body['sha256'])}`);
      expect(response.headers.get('content-type')).toBe('image/png');
      const image = await loadImage(Buffer.from(await response.arrayBuffer()));
      const context = createCanvas(1, 1).getContext('2d');
      context.drawImage(image, 0, 0, 1, 1);
      const [r, g, b] = context.getImageData(0, 0, 1, 1).data;
      expect(Math.hypot(r! - 0xc8, g! - 0x3c, b! - 0x28)).toBeLessThan(6);
    },
  );

  it('that are very large are kept smaller', async () => {
    const { body } = await send(await picture(5000, 100, '#ffffff'));
    expect([body['width'], body['height']]).toEqual([4096, 82]);
  });

  it('drawn as SVG are drawn large; scripts, texts, pictures and references to elsewhere are left out', async () => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 40 20">
      <script>fetch('http://127.0.0.1:9/')</script>
      <defs><linearGradient id="g"><stop offset="0" stop-color="#ff0000"/><stop offset="1" stop-color="#ff0000"/></linearGradient></defs>
      <rect width="20" height="20" fill="url(#g)"/>
      <rect x="20" width="20" height="20" style="fill:#0000ff;filter:url(http://127.0.0.1:9/x)"/>
      <image href="http://127.0.0.1:9/x.png" width="40" height="20"/>
      <rect width="40" height="20" fill="url(http://127.0.0.1:9/y)" fill-opacity="0"/>
      <foreignObject width="40" height="20"><p>no</p></foreignObject>
    </svg>`;
    const { status, body } = await send(Buffer.from(svg), 'drawing.svg');
    expect([status, body['width'], body['height']]).toEqual([201, 3072, 1536]);
    const response = await fetch(`${server.url}/api/images/${String(body['sha256'])}`);
    const image = await loadImage(Buffer.from(await response.arrayBuffer()));
    const context = createCanvas(40, 20).getContext('2d');
    context.drawImage(image, 0, 0, 40, 20);
    expect([...context.getImageData(8, 10, 1, 1).data]).toEqual([255, 0, 0, 255]);
    expect([...context.getImageData(32, 10, 1, 1).data]).toEqual([0, 0, 255, 255]);
  });

  it.each([
    [
      'entities',
      '<!DOCTYPE svg [<!ENTITY a "b">]><svg xmlns="http://www.w3.org/2000/svg"><rect width="4" height="4"/></svg>',
    ],
    ['another language', '<html><svg><rect width="4" height="4"/></svg></html>'],
    ['nothing that is drawn', '<svg xmlns="http://www.w3.org/2000/svg"><text>only words</text></svg>'],
    ['what is not well-formed', '<svg xmlns="http://www.w3.org/2000/svg"><rect></svg>'],
  ])('of SVG with %s are refused', async (_name, svg) => {
    const { status } = await send(Buffer.from(svg), 'drawing.svg');
    expect(status).toBe(422);
  });

  const huge = Buffer.from('89504e470d0a1a0a0000000d49484452000186a0000186a00806000000', 'hex');
  it.each([
    ['words', Buffer.from('no picture'), 422],
    ['nothing', Buffer.alloc(0), 422],
    ['a drawing with markup', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>'), 422],
    ['a broken PNG', Buffer.concat([Buffer.from('89504e470d0a1a0a', 'hex'), Buffer.alloc(50)]), 422],
    ['a PNG of ten thousand million pixels', huge, 413],
  ])('refuses %s, and keeps nothing of it', async (_what, bytes, status) => {
    const before = await readdir(join(folder, 'data', 'images'));
    const answer = await send(bytes);
    expect(answer.status).toBe(status);
    expect(String(answer.body['detail'])).not.toBe('');
    expect(await incomingFiles(join(folder, 'data'))).toEqual([]);
    expect(await readdir(join(folder, 'data', 'images'))).toEqual(before);
  });

  it('that are not there are not found, whatever the address', async () => {
    expect((await api(server.url, 'GET', `/images/${'0'.repeat(64)}`)).status).toBe(404);
    expect((await api(server.url, 'GET', '/images/..%2F..%2Fcyclogram.sqlite')).status).toBe(404);
  });

  it('are drawn as marks and as the backdrop, from a film with paths', async () => {
    const data = join(folder, 'cli');
    await writeWav(join(folder, 'song.wav'), tone(1));
    await writeFile(join(folder, 'red.png'), await picture(40, 40, '#ff0000'));
    await writeFile(join(folder, 'blue.png'), await picture(64, 36, '#0000ff'));
    const film = smallFilm({ path: 'song.wav' }, (f) => {
      f.images = [
        { id: 'mark', name: 'Mark', source: { path: 'red.png' } },
        { id: 'back', name: 'Back', source: { path: 'blue.png' } },
      ];
      f.layers.unshift(newLayer('image', f, { id: 'behind', image: 'back', backdrop: true }));
      f.paths[0] = defaultPath(
        'line',
        f.paths[0]!.id,
        'Line',
        { width: 320, height: 180 },
        {
          start: { x: -160, y: 0 },
          end: { x: 160, y: 0 },
        },
        { position: { x: 160, y: 90 } },
      );
      const layer = f.layers[1] as FigureLayer;
      layer.figure = {
        ...figureKinds.images.defaults({ width: 320, height: 180 }),
        ...{ source: 'image', image: 'mark', order: 'up', bandTo: 1, sizeRest: 40, sizeReach: 40 },
        ...{ reach: 0, rest: 0 },
      };
      layer.color = oneColor('#ffffff');
    });
    await writeFile(join(folder, 'film.json'), JSON.stringify(film));
    const out = join(folder, 'frame.png');
    const { code, stderr } = await cyclogram(data, [
      'frame',
      join(folder, 'film.json'),
      '--at',
      '0.5',
      '--out',
      out,
    ]);
    expect([code, stderr]).toEqual([0, '']);
    const image = await loadImage(out);
    const context = createCanvas(320, 180).getContext('2d');
    context.drawImage(image, 0, 0);
    const pixel = (x: number, y: number) => Array.from(context.getImageData(x, y, 1, 1).data.slice(0, 3));
    expect([pixel(160, 90), pixel(10, 10), pixel(160, 60)]).toEqual([
      [255, 0, 0],
      [0, 0, 255],
      [0, 0, 255],
    ]);
  });

  it('that a film names and are not here stop its render with a sentence', async () => {
    const film = smallFilm({ path: 'song.wav' }, (f) => {
      f.images = [{ id: 'gone', name: 'Harbour', source: { asset: '1'.repeat(64) } }];
    });
    await writeFile(join(folder, 'gone.json'), JSON.stringify(film));
    const { code, stderr } = await cyclogram(join(folder, 'cli'), [
      ...['frame', join(folder, 'gone.json'), '--at', '0', '--out', join(folder, 'x.png')],
    ]);
    expect(code).not.toBe(0);
    expect(stderr).toContain('The image "Harbour" is not here');
  });
});
