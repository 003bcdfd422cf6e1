import { readFile } from 'node:fs/promises';
import { request } from 'node:http';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { pino } from 'pino';
import { startServer, type RunningServer } from '../src/index';
import { api, smallFilm, startTestServer, temporaryFolder, tone, upload, writeWav } from './support';

let server: RunningServer;
let song: Record<string, unknown>;

beforeAll(async () => {
  server = await startTestServer();
  const wav = await writeWav(join(temporaryFolder(), 'tone.wav'), tone(2));
  song = (await upload(server.url, await readFile(wav), 'tone.wav')).body;
});
afterAll(() => server.close());

const film = () => smallFilm({ asset: String(song['sha256']) });
const create = async () => (await api(server.url, 'POST', '/films', { document: film() })).body;

/** A request with any header, which fetch would not send. */
const rawStatus = (headers: Record<string, string>, method = 'GET') =>
  new Promise<number>((resolve, reject) => {
    const call = request(`${server.url}/api/health`, { headers, method }, (response) =>
      resolve(response.statusCode!),
    );
    call.on('error', reject).end();
  });

describe('health', () => {
  it('says that all is well', async () => {
    const { status, body } = await api(server.url, 'GET', '/health');
    expect([status, body['status']]).toEqual([200, 'ok']);
    expect(body['ffmpeg']).toMatch(/^\d/);
  });
});

describe('a port that is taken', () => {
  it('is told in a sentence', async () => {
    const port = Number(new URL(server.url).port);
    const second = startServer(temporaryFolder(), port, '', pino({ level: 'silent' }));
    await expect(second).rejects.toThrow(`Port ${port} is taken by another program`);
  });
});

describe('songs', () => {
  it('are decoded to 48 kHz, with the length of the file', () => {
    expect(song).toMatchObject({
      name: 'tone.wav',
      channels: 2,
      sampleRate: 48000,
      length: 96000,
      seconds: 2,
    });
  });

  it('give their samples in ranges', async () => {
    const response = await fetch(`${server.url}/api/assets/${String(song['sha256'])}/pcm`, {
      headers: { Range: 'bytes=400-403' },
    });
    expect(response.status).toBe(206);
    const bytes = Buffer.from(await response.arrayBuffer());
    const expected = Math.round(0.5 * Math.sin((2 * Math.PI * 440 * 100) / 48000) * 32767);
    expect([bytes.readInt16LE(0), bytes.readInt16LE(2)]).toEqual([expected, expected]);
  });

  it('have an overview: low, high and mean level of every 10 ms', async () => {
    const response = await fetch(`${server.url}/api/assets/${String(song['sha256'])}/overview`);
    const overview = new Int16Array(await response.arrayBuffer());
    expect(overview).toHaveLength(200 * 3);
    expect(overview[1]! / 32768).toBeCloseTo(0.5, 2);
    expect(overview[3 * 50 + 2]! / 32768).toBeCloseTo(0.5 / Math.SQRT2, 1);
  });

  it('are kept once: the same file again is the same song', async () => {
    const wav = await writeWav(join(temporaryFolder(), 'again.wav'), tone(2));
    expect((await upload(server.url, await readFile(wav), 'again.wav')).body['sha256']).toBe(song['sha256']);
  });
});

describe('films', () => {
  it('are created, listed, read, saved, deleted and brought back', async () => {
    const { id, revision } = await create();
    expect(revision).toBe(1);
    const list = (await api(server.url, 'GET', '/films')).body['films'] as Record<string, unknown>[];
    expect(list.find((entry) => entry['id'] === id)).toMatchObject({
      title: 'Small film',
      seconds: 2,
      width: 320,
    });
    const saved = await api(server.url, 'PUT', `/films/${String(id)}`, {
      document: { ...film(), title: 'New' },
      revision: 1,
    });
    expect(saved.body).toMatchObject({ title: 'New', revision: 2 });
    expect((await api(server.url, 'GET', `/films/${String(id)}`)).body['document']).toEqual({
      ...film(),
      title: 'New',
    });
    expect((await api(server.url, 'DELETE', `/films/${String(id)}`)).status).toBe(204);
    expect((await api(server.url, 'GET', `/films/${String(id)}`)).status).toBe(404);
    expect((await api(server.url, 'POST', `/films/${String(id)}/restore`)).body['title']).toBe('New');
  });

  it('refuse a save based on an old revision, and lose nothing', async () => {
    const { id } = await create();
    await api(server.url, 'PUT', `/films/${String(id)}`, {
      document: { ...film(), title: 'First tab' },
      revision: 1,
    });
    const second = await api(server.url, 'PUT', `/films/${String(id)}`, {
      document: { ...film(), title: 'Second tab' },
      revision: 1,
    });
    expect(second.status).toBe(409);
    expect(second.type).toContain('application/problem+json');
    expect(second.body).toMatchObject({
      type: 'urn:cyclogram:problem:stale-revision',
      status: 409,
      currentRevision: 2,
    });
    expect((await api(server.url, 'GET', `/films/${String(id)}`)).body['title']).toBe('First tab');
  });

  it('let one of many saves at the same time win', async () => {
    const { id } = await create();
    const saves = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        api(server.url, 'PUT', `/films/${String(id)}`, {
          document: { ...film(), title: `Tab ${i}` },
          revision: 1,
        }),
      ),
    );
    expect(saves.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
  });

  it('refuse a document that is not a film, naming the field', async () => {
    const broken = film();
    broken.ears[0]!.bands = -3;
    const { status, type, body } = await api(server.url, 'POST', '/films', { document: broken });
    expect([status, type]).toEqual([422, expect.stringContaining('problem+json')]);
    expect(body['detail']).toContain('ears[0].bands');
  });

  it('have a picture', async () => {
    const { id } = await create();
    const response = await fetch(`${server.url}/api/films/${String(id)}/thumbnail`);
    const bytes = Buffer.from(await response.arrayBuffer());
    expect(response.headers.get('content-type')).toBe('image/png');
    expect([bytes.readUInt32BE(16), bytes.readUInt32BE(20)]).toEqual([640, 360]);
  });
});

describe('errors', () => {
  it.each([
    ['GET', '/films/none', 404],
    ['GET', '/nothing', 404],
    ['GET', '/renders/none', 404],
    ['GET', '/assets/none/pcm', 404],
    ['POST', '/films', 422],
    ['POST', '/renders', 400],
    ['POST', '/assets', 400],
  ])('%s %s is a problem document with status %i', async (method, path, expected) => {
    const { status, type, body } = await api(server.url, method, path, method === 'POST' ? {} : undefined);
    expect(status).toBe(expected);
    expect(type).toContain('application/problem+json');
    expect(body).toMatchObject({ status: expected, title: expect.any(String), detail: expect.any(String) });
  });

  it('a body that is not JSON is one too', async () => {
    const response = await fetch(`${server.url}/api/films`, {
      method: 'POST',
      body: '{',
      headers: { 'Content-Type': 'application/json' },
    });
    expect([response.status, response.headers.get('content-type')]).toEqual([
      400,
      expect.stringContaining('problem+json'),
    ]);
  });

  it.each([
    [{ width: 321, height: 180 }, 'even'],
    [{ fps: { numerator: 1000, denominator: 1 } }, 'frames per second'],
    [{ from: 5, to: 6 }, 'within the song'],
    [{ from: 1, to: 0.5 }, 'within the song'],
  ])('a render that cannot be made says why: %o', async (wish, words) => {
    const { id } = await create();
    const { status, body } = await api(server.url, 'POST', '/renders', { filmId: id, ...wish });
    expect(status).toBe(400);
    expect(body['detail']).toContain(words);
    // Asked beforehand, it is an answer; but for a rate that no film can have.
    if ('fps' in wish) return;
    const asked = await api(server.url, 'POST', '/renders/estimate', { filmId: id, ...wish });
    expect([asked.status, asked.body['problem']]).toEqual([200, body['detail']]);
  });

  it('no format is refused as a request while formats are looked through', async () => {
    const { id } = await create();
    const { body } = await api(server.url, 'GET', '/renders/formats');
    const formats = body['formats'] as { id: string; transparent: boolean }[];
    expect(formats.length).toBeGreaterThan(10);
    for (const { id: format } of formats)
      for (const part of [{ transparent: true }, { width: 101, height: 33, from: 0, to: 90 }]) {
        const asked = await api(server.url, 'POST', '/renders/estimate', { filmId: id, format, ...part });
        expect(asked.status, `${format} ${JSON.stringify(part)}`).toBe(200);
      }
  });

  it('a list of renders leaves their films where they are', async () => {
    const { database } = server.services;
    const runner = database.createQueryRunner();
    const query = vi.spyOn(Object.getPrototypeOf(runner) as typeof runner, 'query');
    const { status } = await api(server.url, 'GET', '/renders');
    const asked = query.mock.calls.map(([sql]) => sql).filter((sql) => sql.includes('FROM "render"'));
    query.mockRestore();
    await runner.release();
    // How many there are, and a part of them.
    expect([status, asked.length]).toEqual([200, 2]);
    expect(asked[0]).toContain('COUNT(');
    expect(asked[1]).toContain('"fileName"');
    for (const sql of asked) expect(sql).not.toContain('document');
  });

  it('what cannot be transparent names all that can', async () => {
    const { id } = await create();
    const { body } = await api(server.url, 'POST', '/renders', { filmId: id, transparent: true });
    const [what, can] = String(body['detail']).split(' cannot be transparent. These can: ') as [
      string,
      string,
    ];
    expect(what).toBe('MP4, H.264');
    const known = await api(server.url, 'GET', '/renders/formats');
    const formats = known.body['formats'] as { label: string; transparent: boolean }[];
    const clear = formats.filter(({ transparent }) => transparent).map(({ label }) => label);
    expect(can.replace(/\.$/, '').split('; ').sort()).toEqual(clear.sort());
    expect(clear).toContain('Animated WebP');
  });
});

describe('who may ask', () => {
  it('only those who use this machine’s own names', async () => {
    expect(await rawStatus({ Host: 'evil.example' })).toBe(403);
    expect(await rawStatus({ Host: `localhost:${new URL(server.url).port}` })).toBe(200);
  });

  it('no pages of other sites', async () => {
    expect(await rawStatus({ Origin: 'http://evil.example' })).toBe(403);
    expect(await rawStatus({ Origin: server.url })).toBe(200);
  });

  it('the interface may load nothing from elsewhere', async () => {
    const policy = (await fetch(server.url)).headers.get('content-security-policy');
    expect(policy).toContain("default-src 'self'");
    expect(policy).not.toMatch(/https?:/);
  });
});
