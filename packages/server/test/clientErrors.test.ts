import { defaultFilm, parseFilm } from '@cyclogram/core';
import { request, type IncomingMessage } from 'node:http';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningServer } from '../src/index';
import { fileNameOf } from '../src/render/fileName';
import type { RenderPlan } from '../src/render/plan';
import { api, startTestServer, temporaryFolder, tone, writeWav } from './support';

let server: RunningServer;
let folder: string;
let sound: string;
let film: string;

beforeAll(async () => {
  folder = temporaryFolder();
  server = await startTestServer(join(folder, 'data'));
  const path = await writeWav(join(folder, 'a.wav'), tone(0.2));
  sound = (await server.services.assets.importFile(path, 'a.wav')).sha256;
  film = (await server.services.films.create(parseFilm(defaultFilm('x')))).id;
});
afterAll(() => server.close());

/** Sends what a browser would not. */
function raw(
  method: string,
  path: string,
  headers: Record<string, string> = {},
  body: string | Buffer = '',
): Promise<{ status: number; type: string | undefined }> {
  const { hostname, port } = new URL(server.url);
  return new Promise((resolve, reject) => {
    const sending = request({ hostname, port, method, path, headers }, (answer: IncomingMessage) => {
      answer.resume();
      answer.on('end', () => resolve({ status: answer.statusCode!, type: answer.headers['content-type'] }));
    });
    sending.on('error', reject);
    sending.end(body);
  });
}

describe('the error of a client stays one', () => {
  const json = { 'content-type': 'application/json' };
  const form = { 'content-type': 'multipart/form-data; boundary=b' };
  const part = '--b\r\ncontent-disposition: form-data; name="file"; filename="a.wav"\r\n\r\nRIFF';
  const cases: [string, string, string, Record<string, string>, string, number[]][] = [
    ['bad percent-encoding', 'GET', '/api/films/%E0%A4%A', {}, '', [400]],
    ['bad percent-encoding of a page', 'GET', '/films/%ff', {}, '', [200, 400]],
    [
      'an unknown content-encoding',
      'POST',
      '/api/films',
      { ...json, 'content-encoding': 'brotli' },
      '{}',
      [415],
    ],
    ['damaged compression', 'POST', '/api/films', { ...json, 'content-encoding': 'gzip' }, '{}', [400]],
    [
      'an unknown character set',
      'POST',
      '/api/films',
      { 'content-type': 'application/json; charset=x' },
      '{}',
      [415],
    ],
    ['no JSON', 'POST', '/api/films', json, '{', [400]],
    ['JSON that is no object', 'POST', '/api/films', json, '5', [400]],
    ['a form without an end', 'POST', '/api/assets', form, part, [400, 422]],
    [
      'a form without a boundary',
      'POST',
      '/api/assets',
      { 'content-type': 'multipart/form-data' },
      part,
      [400],
    ],
    ['a form without a file', 'POST', '/api/images', form, '--b--\r\n', [400]],
    ['no form', 'POST', '/api/images', {}, 'x', [400]],
    [
      'a recipe whose name is an object',
      'POST',
      '/api/recipes',
      json,
      '{"document":{},"name":{"toString":5}}',
      [400],
    ],
    ['a name of a recipe that is a list', 'PATCH', '/api/recipes/x', json, '{"name":["a"]}', [400]],
    ['a film that is null', 'PUT', '/api/films/x', json, '{"revision":1,"document":null}', [422, 404]],
    ['an order of renders that is no list', 'PUT', '/api/renders/order', json, '{"ids":{"length":9}}', [400]],
    ['a method that there is not', 'PATCH', '/api/films', json, '{}', [404]],
  ];
  it.each(cases)('%s', async (_what, method, path, headers, body, statuses) => {
    const { status, type } = await raw(method, path, headers, body);
    expect(statuses).toContain(status);
    if (status >= 400) expect(type).toContain('application/problem+json');
  });

  it('ranges of files: one beyond the end, several, and nonsense', async () => {
    const path = `/api/assets/${sound}/pcm`;
    expect((await raw('GET', path, { range: 'bytes=99999999-' })).status).toBe(416);
    expect((await raw('GET', path, { range: 'bytes=0-9' })).status).toBe(206);
    expect((await raw('GET', path, { range: 'x=1' })).status).toBe(200);
  });

  it('conditions that do not hold', async () => {
    const { status } = await raw('GET', `/api/assets/${sound}/pcm`, { 'if-match': '"other"' });
    expect(status).toBe(412);
  });

  it('control characters in names', async () => {
    const body = `--b\r\ncontent-disposition: form-data; name="file"; filename="a\u0001\u0007.wav"\r\n\r\nRIFF\r\n--b--\r\n`;
    expect([400, 422]).toContain((await raw('POST', '/api/assets', form, body)).status);
    expect((await raw('POST', `/api/footage/${sound}/sound?name=%00%01`, {})).status).toBe(404);
    expect((await raw('GET', '/api/films/%00')).status).toBe(404);
    const named = { ...defaultFilm('x'), title: 'a\u0000\u0001\u202e"\n' };
    const made = await api(server.url, 'POST', '/films', { document: named });
    expect(made.status).toBe(201);
    const { id } = made.body as { id: string };
    expect((await raw('GET', `/api/films/${id}/document`)).status).toBe(200);
  });

  it('what is too large is said before the connection ends, whether its length is known or not', async () => {
    const megabyte = Buffer.alloc(1 << 20, 0x20);
    const head = '--b\r\ncontent-disposition: form-data; name="file"; filename="a.png"\r\n\r\n';
    /** Sends so many megabytes as fast as they are taken, all of them, and gives the answer. */
    const sendMany = (path: string, headers: Record<string, string>, first: string, megabytes: number) =>
      new Promise<{ status: number; text: string }>((resolve, reject) => {
        const { hostname, port } = new URL(server.url);
        const sending = request({ hostname, port, method: 'POST', path, headers }, (answer) => {
          let text = '';
          answer.on('data', (chunk: Buffer) => (text += String(chunk)));
          answer.on('end', () => resolve({ status: answer.statusCode!, text }));
        });
        sending.on('error', reject);
        sending.write(first);
        let sent = 0;
        const more = () => {
          while (sent < megabytes) {
            sent++;
            if (!sending.write(megabyte)) return void sending.once('drain', more);
          }
          sending.end(first.startsWith('--b') ? '\r\n--b--\r\n' : '"}');
        };
        more();
      });
    const film = '{"document":"';
    const large = [
      ['/api/images', form, head, 40],
      ['/api/typefaces', form, head, 40],
      ['/api/films', json, film, 30],
    ] as const;
    for (const [path, headers, first, megabytes] of large) {
      const total =
        first.length + megabytes * megabyte.length + (first === head ? '\r\n--b--\r\n'.length : 2);
      for (const length of [{}, { 'content-length': String(total) }] as Record<string, string>[]) {
        const answer = await sendMany(path, { ...headers, ...length }, first, megabytes);
        expect([path, length, answer.status]).toEqual([path, length, 413]);
        expect(answer.text).toContain('too-large');
      }
    }
  });

  it('names of what every object has', async () => {
    for (const name of ['__proto__', 'constructor', 'toString'])
      for (const path of [
        `/api/films/${name}`,
        `/api/renders/${name}`,
        `/api/films/${film}/exports/${name}.csv`,
      ])
        expect([path, (await raw('GET', path)).status]).toEqual([path, 404]);
    const plan = { format: 'h264-mp4', width: 1, height: 1 } as RenderPlan;
    expect(fileNameOf('{__proto__}{constructor}{title}', defaultFilm('A'), plan)).toContain('A.mp4');
  });
});
