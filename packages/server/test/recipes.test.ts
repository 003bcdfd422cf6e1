import { parseFilm, type Film, type SoundRange } from '@cyclogram/core';
import { encodeWav, mixDown, shippedRecipes, songs } from '@cyclogram/demo';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { existsSync } from 'node:fs';
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningServer } from '../src/index';
import { runTask } from '../src/work/runTask';
import {
  api,
  cyclogram,
  media,
  smallFilm,
  startTestServer,
  streams,
  temporaryFolder,
  tone,
  upload,
  writeWav,
} from './support';

const folder = temporaryFolder();
const data = join(folder, 'data');
/** Samples of a quarter of a minute. */
const fifteen = 15 * 48000;
/** A real recording, of which half a minute is taken: music of a free game, from Debian's package frozen-bubble-data. */
const realSong = '/usr/share/games/frozen-bubble/snd/introzik.ogg';
let server: RunningServer;
/** SHA-256 of a quiet and of a loud song. */
const assets: Record<string, string> = {};

/** Bursts of several tones. */
const bursts = (seconds: number, gain: number) =>
  Float32Array.from({ length: seconds * 48000 }, (_, n) => {
    const t = n / 48000;
    const envelope = Math.exp(-6 * (t % 0.5));
    return (
      gain *
      envelope *
      (Math.sin(2 * Math.PI * 70 * t) +
        0.5 * Math.sin(2 * Math.PI * 900 * t) +
        0.3 * Math.sin(2 * Math.PI * 6000 * t))
    );
  });

beforeAll(async () => {
  server = await startTestServer(data);
  for (const [name, gain] of [
    ['loud', 0.5],
    ['quiet', 0.05],
  ] as const) {
    const path = await writeWav(join(folder, `${name}.wav`), bursts(6, gain));
    const { body } = await upload(server.url, await readFile(path), `${name}.wav`);
    assets[name] = String(body['sha256']);
  }
});
afterAll(() => server.close());

const filmOn = (name: string): Film =>
  smallFilm({ asset: assets[name]! }, (film) => {
    film.title = 'Source';
    film.ears[0] = { ...film.ears[0]!, floorDb: -60, ceilingDb: -24 };
  });

describe('recipes of one’s own', () => {
  it('are kept with a name, a note and a picture, renamed, put on another song, and deleted', async () => {
    const made = await api(server.url, 'POST', '/recipes', {
      document: filmOn('loud'),
      name: 'Mine',
      note: 'Loud',
      at: 1,
    });
    expect(made.status).toBe(201);
    const id = String(made.body['id']);
    const picture = await fetch(`${server.url}/api/recipes/${id}/picture`);
    expect([picture.status, picture.headers.get('content-type')]).toEqual([200, 'image/png']);
    expect((await api(server.url, 'PATCH', `/recipes/${id}`, { name: 'Ours' })).status).toBe(204);
    const { recipes } = (await api(server.url, 'GET', '/recipes')).body as {
      recipes: { id: string; name: string; note: string; shipped: boolean }[];
    };
    expect(recipes[0]).toMatchObject({ id, name: 'Ours', note: 'Loud', shipped: false });
    expect(recipes).toHaveLength(1 + shippedRecipes.length);

    // The look without the song; its ear goes by shares of the levels now.
    const { document } = (await api(server.url, 'GET', `/recipes/${id}/document`)).body as { document: Film };
    expect([document.tracks, document.title, document.ears[0]!.limits]).toEqual([[], '', 'fitted']);

    const film = await api(server.url, 'POST', `/recipes/${id}/films`, { asset: assets['quiet'] });
    expect(film.status).toBe(201);
    const [range] = film.body['ranges'] as SoundRange[];
    expect(range).toMatchObject({ kind: 'ear' });
    expect(range!.alive).toBeGreaterThan(0.5);
    const stored = (await api(server.url, 'GET', `/films/${String(film.body['id'])}`)).body[
      'document'
    ] as Film;
    expect(stored).toMatchObject({ title: 'quiet', recipe: id });
    // Twenty dB quieter, and as full as before.
    const before = await api(server.url, 'POST', `/recipes/${id}/films`, { asset: assets['loud'] });
    const [loud] = before.body['ranges'] as SoundRange[];
    expect(loud!.ceilingDb - range!.ceilingDb).toBeCloseTo(20, 0);

    expect((await api(server.url, 'DELETE', `/recipes/${id}`)).status).toBe(204);
    expect((await api(server.url, 'GET', `/recipes/${id}/document`)).status).toBe(404);
  });

  it('say what is wrong: no name, nothing to replace, a recipe that is gone, one that comes along', async () => {
    const document = filmOn('loud');
    const problems = [
      await api(server.url, 'POST', '/recipes', { document, name: ' ' }),
      await api(server.url, 'POST', '/recipes/rings/apply', { document, parts: [] }),
      await api(server.url, 'POST', '/recipes/rings/apply', { document, parts: ['everything'] }),
      await api(server.url, 'POST', '/recipes/gone/apply', { document, parts: ['layers'] }),
      await api(server.url, 'DELETE', '/recipes/rings'),
      await api(server.url, 'POST', '/recipes/rings/films', { asset: '0'.repeat(64) }),
    ];
    expect(problems.map(({ status }) => status)).toEqual([400, 400, 400, 404, 404, 404]);
    for (const { body } of problems) expect(String(body['detail']).length).toBeGreaterThan(10);
  });
});

describe('another song', () => {
  it('in the place of the old one keeps everything, and its ears as full as they were', async () => {
    const document = filmOn('loud');
    const { body } = await api(server.url, 'POST', '/songs/swap', { document, asset: assets['quiet'] });
    const swapped = parseFilm(body['document']);
    expect(swapped.tracks.map(({ source }) => source.asset)).toEqual([assets['quiet']]);
    expect(swapped.layers).toEqual(document.layers);
    const [before] = body['before'] as SoundRange[];
    const [after] = body['ranges'] as SoundRange[];
    expect(before).toMatchObject({ floorDb: -60, ceilingDb: -24 });
    expect(before!.ceilingDb - after!.ceilingDb).toBeGreaterThan(15);
    // Without fitting nothing of them changes.
    const plain = await api(server.url, 'POST', '/songs/swap', {
      document,
      asset: assets['quiet'],
      refit: false,
    });
    expect(parseFilm(plain.body['document']).ears[0]).toMatchObject({ limits: 'set', floorDb: -60 });
  });

  it('gets its own beats, whether ears are fitted or not and whatever goes by beats', async () => {
    const path = await writeWav(join(folder, 'beats.wav'), bursts(20, 0.4));
    const { sha256 } = await server.services.assets.importFile(path, 'beats.wav');
    const document = { ...filmOn('loud'), beats: { bpm: 93, first: 0.2, perBar: 3 } };
    for (const refit of [true, false]) {
      const { body } = await api(server.url, 'POST', '/songs/swap', { document, asset: sha256, refit });
      // A burst every half a second.
      expect(Math.abs(parseFilm(body['document']).beats!.bpm - 120)).toBeLessThan(0.5);
    }
  });
});

describe('recipes that come along', () => {
  it.each(shippedRecipes.map(({ id }) => [id]))(
    '%s on each demo song: every ear is neither dead nor pinned, and there is a picture',
    async (id) => {
      for (const [name, path] of await songFiles()) {
        const { sha256 } = await server.services.assets.importFile(path, name);
        const { document, ranges } = await server.services.recipes.filmOf(id, sha256, name);
        for (const range of ranges.filter(({ kind }) => kind === 'ear'))
          expect([name, range.name, range.alive > 0.5]).toEqual([name, range.name, true]);
        const { mean, share } = await lightOf(document, 9);
        // Not black, and not blown out.
        expect([name, mean > 4 && mean < 240, share < 0.5]).toEqual([name, true, true]);
      }
    },
    120_000,
  );

  let files: Promise<[string, string][]> | undefined;
  /** The demo's songs, synthesised once, and a real recording where it is installed: names and paths. */
  const songFiles = () =>
    (files ??= (async () => {
      const made: [string, string][] = [];
      for (const song of songs) {
        const { left, right } = mixDown(song.play());
        const path = join(folder, `${song.id}.wav`);
        await writeFile(path, encodeWav({ left: left.slice(0, fifteen), right: right.slice(0, fifteen) }));
        made.push([song.id, path]);
      }
      if (!existsSync(realSong)) return made;
      const real = join(folder, 'introzik.wav');
      await media('ffmpeg', '-ss', '60', '-t', '30', '-i', realSong, '-y', real);
      return [...made, ['introzik', real]];
    })());

  /** Mean brightness of a frame, 0 to 255, and the share of its pixels that are white. */
  async function lightOf(film: Film, at: number) {
    const out = join(folder, 'frame.png');
    const { films } = server.services;
    await runTask('picture', {
      ...{ film, tracks: await films.tracks(film), files: await films.files(film) },
      ...{ at, whole: true, width: 320, height: 180, out },
    });
    const context = createCanvas(320, 180).getContext('2d');
    context.drawImage(await loadImage(out), 0, 0);
    const { data: pixels } = context.getImageData(0, 0, 320, 180);
    let [sum, white] = [0, 0];
    for (let i = 0; i < pixels.length; i += 4) {
      const light = (pixels[i]! + pixels[i + 1]! + pixels[i + 2]!) / 3;
      sum += light;
      if (light > 250) white++;
    }
    return { mean: sum / (320 * 180), share: white / (320 * 180) };
  }
});

describe('a batch', () => {
  it('makes one film and one file for each song, and goes on after one that fails', async () => {
    const out = join(folder, 'batch');
    const song = await writeWav(join(folder, 'First.wav'), tone(1));
    const broken = join(folder, 'Broken.wav');
    await writeFile(broken, 'no sound');
    const other = await writeWav(join(folder, 'Second.wav'), tone(1, 220));
    const { code, stdout, stderr } = await cyclogram(join(folder, 'cli'), [
      ...['render', '--recipe', 'pier-lights', '--song', song, broken, other],
      ...['--out', out, '--size', '160x90', '--to', '0.4'],
    ]);
    expect(code).toBe(1);
    expect(stderr).toMatch(/1 of 3 songs could not be rendered: Broken/);
    expect(stdout).toMatch(/floor -?[\d.]+ dB/);
    expect((await readdir(out)).sort()).toEqual(['First.mp4', 'Second.mp4']);
    expect((await streams(join(out, 'First.mp4'))).video).toMatchObject({ codec_name: 'h264', width: 160 });
  }, 60_000);
});
