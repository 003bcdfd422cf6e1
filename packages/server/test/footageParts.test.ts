import { newLayer, type Film, type LayerOf } from '@cyclogram/core';
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { partFor, type StoredInfo } from '../src/footage/footageInfo';
import { FrameReader } from '../src/footage/frameReader';
import { makeCopy } from '../src/footage/makeCopy';
import { probeVideo } from '../src/footage/probeVideo';
import type { RunningServer } from '../src/index';
import {
  api,
  decodeFrames,
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
const video = join(folder, 'long.mp4');
const rate = 5;
/** The brightness of frame n: each is another one than those around it. */
const brightness = (n: number) => 20 + ((n * 7) % 200);

beforeAll(async () => {
  // With frames in another order than they are shown, far from each other's key frames, and a start that is not 0.
  const source = `color=s=64x36:r=${rate}:d=200,format=gray,geq=lum='20+mod(N*7\\,200)',format=yuv420p`;
  const coded = ['-c:v', 'libx264', '-bf', '3', '-g', '400', '-qp', '4', '-output_ts_offset', '1.4'];
  await media('ffmpeg', '-f', 'lavfi', '-i', source, ...coded, '-y', video);
});

/** Brightness in the middle of a copy's frame. */
async function brightnessOf(reader: FrameReader, index: number): Promise<number> {
  const { rgba, width, height } = await reader.frame(index);
  return rgba[4 * (Math.floor(height / 2) * width + Math.floor(width / 2))]!;
}

describe('the part of a file that is copied', () => {
  it('is what is used of a long one; all of a short one, of most of it, and where nothing is known', () => {
    expect(partFor({ from: 0, to: 30 }, 600)).toEqual({ from: 0, to: 30 });
    expect(partFor({ from: 300, to: Infinity }, 600)).toEqual({ from: 300, to: 600 });
    expect(partFor({ from: 300, to: 900 }, 595)).toEqual({ from: 300, to: 600 });
    expect(partFor({ from: 900, to: 930 }, 600)).toEqual({ from: 570, to: 600 });
    expect(partFor({ from: 0, to: 30 }, 120)).toBeUndefined();
    expect(partFor({ from: 0, to: 510 }, 600)).toBeUndefined();
    expect(partFor(undefined, 600)).toBeUndefined();
    expect(partFor({ from: 0, to: 30 }, undefined)).toBeUndefined();
  });

  it('has the frames of the whole at their times, each one, and none besides', async () => {
    const probe = await probeVideo(video);
    const copyOf = async (name: string, part?: { from: number; to: number }) => {
      const out = { whole: join(folder, `${name}.mp4`), small: join(folder, `${name}-small.mp4`) };
      const info = await makeCopy(video, probe, out, () => {}, { part });
      const infoPath = join(folder, `${name}.json`);
      await writeFile(infoPath, JSON.stringify(info));
      return { info, reader: await FrameReader.open({ copy: out.whole, infoPath }) };
    };
    const whole = await copyOf('whole');
    expect(whole.info.times).toHaveLength(200 * rate);
    for (const part of [
      { from: 0, to: 30 },
      { from: 60, to: 90 },
      { from: 180, to: 210 },
    ]) {
      const { info, reader } = await copyOf(`${part.from}`, part);
      const first = part.from * rate;
      const expected = whole.info.times.slice(first, part.to * rate);
      expect(info).toMatchObject({ width: 64, height: 36, part: `${part.from}-${part.to}` });
      expect(info.duration).toBeCloseTo(whole.info.duration, 4);
      expect(info.times).toHaveLength(expected.length);
      for (const [i, time] of info.times.entries()) expect(time).toBeCloseTo(expected[i]!, 4);
      // Forward, back and far: the frame that is meant.
      for (const index of [0, 1, 13, 100, 12, 149, 148, 0].filter((i) => i < info.times.length)) {
        const seen = await brightnessOf(reader, index);
        expect(Math.abs(seen - brightness(first + index))).toBeLessThan(3);
        expect(Math.abs(seen - (await brightnessOf(whole.reader, first + index)))).toBeLessThan(3);
      }
      reader.close();
    }
    whole.reader.close();
  }, 60_000);
});

describe('long footage on the server', () => {
  let server: RunningServer;
  let sound: string;
  let sha256: string;
  const parts = async () =>
    (await readdir(join(folder, 'data', 'footage', sha256))).filter((name) => /^\d+-\d+$/.test(name)).sort();

  beforeAll(async () => {
    server = await startTestServer(join(folder, 'data'));
    const wav = await writeWav(join(folder, 'a.wav'), tone(4));
    sound = (await server.services.assets.importFile(wav, 'a.wav')).sha256;
    const { body } = await sendFile(server.url, 'footage', await readFile(video), 'long.mp4');
    expect(body).toMatchObject({ state: 'working' });
    sha256 = String(body['sha256']);
  });
  afterAll(() => server.close());

  const filmOf = (part: Partial<LayerOf<'footage'>>): Film =>
    smallFilm({ asset: sound }, (film) => {
      film.footage = [{ id: 'v', name: 'Long', source: { asset: sha256 } }];
      film.layers = [newLayer('footage', film, { id: 'f', footage: 'v', ...part })];
      film.finish.passes = [];
    });

  /** Brightness of a second of a rendered film, frame by frame. */
  async function rendered(film: Film): Promise<number[]> {
    const { body } = await api(server.url, 'POST', '/films', { document: film });
    const wish = {
      filmId: String(body['id']),
      format: 'png-sequence',
      fps: { numerator: 25, denominator: 1 },
      to: 1,
    };
    const { id } = (await api(server.url, 'POST', '/renders', wish)).body as { id: string };
    const view = await renderState(server.url, id, 'done', 'failed');
    expect(view['problem']).toBeNull();
    const path = join(folder, 'data', 'renders', String(view['fileName']).replace(/\.zip$/, ''));
    const names = (await readdir(path)).filter((name) => name.endsWith('.png')).sort();
    const all = await Promise.all(names.map((name) => decodeFrames(join(path, name), 1, 1)));
    return all.map(([frame]) => frame![0]!);
  }
  const expected = (from: number) =>
    Array.from({ length: 25 }, (_, i) => brightness(from * rate + Math.floor(i / 5)));
  const near = (seen: number[], wanted: number[]) =>
    seen.forEach((value, i) => expect(Math.abs(value - wanted[i]!)).toBeLessThan(4));

  it('is copied only where films show it, and is then what it would be as a whole', async () => {
    expect(await parts()).toEqual([]);
    near(await rendered(filmOf({ in: 61 })), expected(61));
    expect(await parts()).toEqual(['60-90']);
    near(await rendered(filmOf({ in: 64 })), expected(64));
    expect(await parts()).toEqual(['60-90']);
    near(await rendered(filmOf({ in: 89 })), expected(89));
    expect(await parts()).toEqual(['60-120', '60-90']);
    expect(await readdir(join(folder, 'data', 'footage', sha256))).not.toContain('copy.mp4');
  }, 120_000);

  it('is asked for by what is used: the copy that there is says which part it is, and gives its frames', async () => {
    const get = async (path: string) => (await api(server.url, 'GET', `/footage/${sha256}${path}`)) as never;
    const { body } = (await get('?from=60&to=90')) as { body: { state: string; info: StoredInfo } };
    expect(body).toMatchObject({ state: 'ready', info: { part: '60-90' } });
    // One that has all of it in it will do.
    expect((await get('?from=90&to=120')) as object).toMatchObject({ body: { info: { part: '60-120' } } });
    const copy = await fetch(`${server.url}/api/footage/${sha256}/copy?part=60-90`);
    expect([copy.status, copy.headers.get('content-type')]).toEqual([200, 'video/mp4']);
    await copy.arrayBuffer();
    const still = await fetch(`${server.url}/api/footage/${sha256}/frames/0?part=60-90`);
    expect(still.status).toBe(200);
    await still.arrayBuffer();
    for (const [path, status] of [
      ['/copy?part=0-30', 404],
      ['/copy?part=..%2f..', 404],
      ['/frames/99999?part=60-90', 404],
      ['?from=x', 400],
      ['?from=90&to=60', 400],
    ] as const)
      expect([path, (await api(server.url, 'GET', `/footage/${sha256}${path}`)).status]).toEqual([
        path,
        status,
      ]);
  });
});
