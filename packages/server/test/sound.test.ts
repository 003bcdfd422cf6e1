import { defaultFollower, type Film } from '@cyclogram/core';
import { parseMidi } from 'midi-file';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningServer } from '../src/index';
import {
  api,
  clicks,
  cyclogram,
  media,
  smallFilm,
  startTestServer,
  temporaryFolder,
  tone,
  upload,
  writeWav,
} from './support';

const folder = temporaryFolder();
const data = join(folder, 'data');
const path = (name: string) => join(folder, name);
let server: RunningServer;

beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());

/** Samples that the server has decoded from an upload. */
async function decoded(name: string) {
  const { status, body } = await upload(server.url, await readFile(path(name)), name);
  const response = await fetch(`${server.url}/api/assets/${String(body['sha256'])}/pcm`, {
    headers: { Range: 'bytes=0-' },
  });
  return { status, body, samples: new Int16Array(await response.arrayBuffer()) };
}

const rows = (csv: string) =>
  csv
    .trim()
    .split('\n')
    .map((line) => line.split(','));

describe('formats', () => {
  it.each([
    ['a.wav', ['-c:a', 'pcm_s24le']],
    ['b.aiff', []],
    ['c.caf', ['-c:a', 'pcm_s16be']],
    ['d.mp3', ['-b:a', '192k']],
    ['e.m4a', ['-c:a', 'aac', '-b:a', '192k']],
    ['f.aac', ['-c:a', 'aac', '-b:a', '192k']],
    ['g.flac', []],
    ['h.ogg', ['-c:a', 'libvorbis']],
    ['i.opus', ['-c:a', 'libopus', '-b:a', '128k']],
  ] as [string, string[]][])('%s is read: its tone at its level, its length', async (name, codec) => {
    const tone = 'sine=frequency=997:duration=2:sample_rate=48000';
    // The same tone on both sides, at its full level.
    const both = ['-af', 'pan=stereo|c0=c0|c1=c0'];
    await media('ffmpeg', '-f', 'lavfi', '-i', tone, ...both, ...codec, '-y', path(name));
    const { status, body, samples } = await decoded(name);
    expect(status).toBe(201);
    expect(Math.abs(Number(body['seconds']) - 2)).toBeLessThan(0.08);
    // lavfi's sine has an amplitude of 1/8.
    const middle = samples.subarray(48000, 144000);
    const rms = Math.sqrt(middle.reduce((sum, value) => sum + value * value, 0) / middle.length) / 32768;
    expect(20 * Math.log10(rms * Math.SQRT2 * 8)).toBeCloseTo(0, 0);
  });

  it.each([
    ['mono at 8 kHz', ['-ac', '1', '-ar', '8000'], 1],
    ['stereo at 192 kHz', ['-ac', '2', '-ar', '192000'], 2],
    ['5.1 at 44.1 kHz', ['-ac', '6', '-ar', '44100'], 2],
    ['7.1 at 96 kHz', ['-ac', '8', '-ar', '96000'], 2],
  ] as [string, string[], number][])('%s becomes mono or stereo at 48 kHz', async (name, shape, channels) => {
    const file = `${name.replaceAll(' ', '-')}.wav`;
    await media('ffmpeg', '-f', 'lavfi', '-i', 'sine=frequency=440:duration=1', ...shape, '-y', path(file));
    const { body, samples } = await decoded(file);
    expect(body['channels']).toBe(channels);
    expect(Math.abs(Number(body['length']) - 48000)).toBeLessThan(20);
    expect(samples.some((value) => Math.abs(value) > 500)).toBe(true);
  });

  it('numbers that are none in a float WAV become silence, the rest stays', async () => {
    const count = 48000;
    const values = Float32Array.from({ length: count }, (_, n) =>
      n % 1000 === 7 ? NaN : n % 1000 === 9 ? Infinity : 0.25 * Math.sin(n / 20),
    );
    const raw = path('nan.f32');
    await writeFile(raw, Buffer.from(values.buffer));
    await media(
      'ffmpeg',
      '-f',
      'f32le',
      '-ar',
      '48000',
      '-ac',
      '1',
      '-i',
      raw,
      '-c:a',
      'pcm_f32le',
      '-y',
      path('nan.wav'),
    );
    const { status, samples } = await decoded('nan.wav');
    expect(status).toBe(201);
    expect(samples).toHaveLength(count);
    expect([samples[7], samples[1007], samples[9]]).toEqual([0, 0, 0]);
    expect(Math.max(...samples.map(Math.abs))).toBeLessThan(0.26 * 32768);
    expect(samples[100]! / 32768).toBeCloseTo(0.25 * Math.sin(5), 3);
  });

  it('a file of one sample is a film of one sample', async () => {
    await writeWav(path('one.wav'), Float32Array.of(0.5));
    const { status, body } = await decoded('one.wav');
    expect([status, body['length']]).toEqual([201, 1]);
  });
});

describe('tracks placed in a film', () => {
  it('are rendered from their start, with their part of the file, as long as is set', async () => {
    await writeWav(path('click.wav'), clicks(3, [1.5]));
    const film = smallFilm({ path: 'click.wav' }, (f) => {
      f.length = 4;
      Object.assign(f.tracks[0]!, { start: 2, in: 1, out: 2 });
    });
    await writeFile(path('placed.json'), JSON.stringify(film));
    const out = path('placed.mp4');
    const args = ['render', path('placed.json'), '--out', out, '--size', '160x90', '--fps', '10'];
    expect((await cyclogram(data, args)).stderr).toBe('');
    const bytes = await media('ffmpeg', '-i', out, '-map', '0:a', '-ac', '1', '-f', 's16le', '-');
    const samples = new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2);
    expect(samples.length / 48000).toBeCloseTo(4, 1);
    let loudest = 0;
    samples.forEach((value, n) => (loudest = Math.abs(value) > Math.abs(samples[loudest]!) ? n : loudest));
    // The click lies 1.5 s into the file, half a second into the part, which starts at 2 s.
    expect(Math.abs(loudest - 2.5 * 48000)).toBeLessThan(10);
  });
});

describe('exports of a film', () => {
  let id: string;
  const get = (file: string) => fetch(`${server.url}/api/films/${id}/exports/${file}`);

  beforeAll(async () => {
    const beats = Float32Array.from({ length: 48000 * 8 }, (_, n) =>
      n % 24000 < 2400 ? 0.8 * Math.exp(-(n % 24000) / 600) * Math.sin((2 * Math.PI * 70 * n) / 48000) : 0,
    );
    const { body } = await upload(server.url, await readFile(await writeWav(path('b.wav'), beats)), 'b.wav');
    const film = smallFilm({ asset: String(body['sha256']) }, (f) => {
      f.ears[0]!.bands = 6;
      f.ears[0]!.mutes = [2];
      f.followers = [
        { ...defaultFollower('kick', 'ear-1', 'Kick, low'), fromHz: 40, toHz: 120 },
        { ...defaultFollower('beat', 'ear-1', 'Beat'), kind: 'beat' },
      ];
      f.beats = { bpm: 120, first: 0, perBar: 4 };
    });
    id = String((await api(server.url, 'POST', '/films', { document: film })).body['id']);
  });

  it('levels, for any rate, without muted bands', async () => {
    const response = await get('levels.csv?ear=ear-1&fps=50');
    expect(response.headers.get('content-disposition')).toContain('Small film levels.csv');
    const [header, ...table] = rows(await response.text());
    expect(header).toHaveLength(6);
    expect(table).toHaveLength(401);
    expect(table[25]![0]).toBe('0.5');
    const json = (await (await get('levels.json?ear=ear-1&fps=50')).json()) as { rows: number[][] };
    expect(json.rows[25]!.map(String)).toEqual(table[25]);
  });

  it('followers, the beat among them', async () => {
    const [header, ...table] = rows(await (await get('followers.csv?fps=20')).text());
    expect(header!.join(',')).toBe('time,"Kick, low",Beat');
    expect(Number(table[5]![2])).toBeCloseTo(0.5, 3);
    expect(Math.max(...table.map((row) => Number(row[1])))).toBeGreaterThan(0.9);
  });

  it('onsets as CSV and MIDI: the strokes, where they are', async () => {
    const [, ...table] = rows(await (await get('onsets.csv?follower=kick')).text());
    const times = table.map(([time]) => Number(time)).filter((time) => time > 0.2);
    expect(times).toHaveLength(15);
    for (const time of times) expect(Math.abs(time - Math.round(2 * time) / 2)).toBeLessThan(0.03);
    const midi = parseMidi(new Uint8Array(await (await get('onsets.mid?follower=kick')).arrayBuffer()));
    expect(midi.tracks[0]!.filter(({ type }) => type === 'noteOn')).toHaveLength(table.length);
  });

  it('beats as CSV and MIDI', async () => {
    const [, ...table] = rows(await (await get('beats.csv')).text());
    expect(table[4]).toEqual(['2', '5', '1']);
    expect((await get('beats.mid')).headers.get('content-type')).toContain('midi');
  });

  it.each([
    ['levels.csv?ear=none', 404],
    ['onsets.csv?follower=none', 404],
    ['levels.mid', 404],
    ['terrain.csv', 404],
    ['levels.csv?ear=ear-1&fps=0', 400],
  ])('%s answers %i with a problem document', async (file, status) => {
    const response = await get(file);
    expect([response.status, response.headers.get('content-type')]).toEqual([
      status,
      expect.stringContaining('problem+json'),
    ]);
  });
});

describe('the command line', () => {
  it('hear takes every property of an ear', async () => {
    const wav = await writeWav(path('tone.wav'), tone(1, 440, 0.5));
    const hear = (...args: string[]) => cyclogram(data, ['hear', wav, '--csv', path('t.csv'), ...args]);
    const header = async () => rows(await readFile(path('t.csv'), 'utf8'))[0]!;
    expect((await hear('--scale', 'notes', '--from', '400', '--to', '500')).stderr).toBe('');
    expect(await header()).toHaveLength(5);
    expect((await hear('--edges', '100,400,500', '--window-shape', 'flatTop')).code).toBe(0);
    const row = rows(await readFile(path('t.csv'), 'utf8'))[15]!.map(Number);
    expect(row[2]).toBeCloseTo(-6.02, 1);
    const mapped = [
      '--mapped',
      '--edges',
      '100,400,500',
      '--mutes',
      '0',
      '--floor',
      '-46.02',
      '--ceiling',
      '-6.02',
    ];
    expect((await hear(...mapped, '--tilt', '0', '--smoothing', 'none')).stderr).toBe('');
    expect(await header()).toEqual(['time', '400-500']);
    expect(Number(rows(await readFile(path('t.csv'), 'utf8'))[15]![1])).toBeCloseTo(1, 2);
  });

  it.each([
    [['--from', '500', '--to', '400'], 'above'],
    [['--to', '30000'], '24000'],
    [['--window', '5'], '10'],
    [['--scale', 'heptatonic'], 'choices'],
    [['--edges', '100,50'], 'edges'],
  ])('hear %j says what is wrong', async (args, word) => {
    const wav = await writeWav(path('tone.wav'), tone(1));
    const { code, stderr } = await cyclogram(data, ['hear', wav, '--csv', path('t.csv'), ...args]);
    expect(code).toBe(1);
    expect(stderr).toContain(word);
  });

  it('follow follows an audio file by a preset, and the followers of a film', async () => {
    const wav = await writeWav(path('clicks.wav'), clicks(4, [0.5, 1, 1.5, 2, 2.5, 3, 3.5]));
    const onsets = ['--preset', 'hats', '--onsets', 'x', '--out', path('o.csv')];
    expect((await cyclogram(data, ['follow', wav, ...onsets])).stderr).toBe('');
    expect(rows(await readFile(path('o.csv'), 'utf8'))).toHaveLength(8);
    const beats = await cyclogram(data, ['follow', wav, '--beats', '--out', path('b.csv')]);
    expect(beats.stderr).toBe('');
    const [first, second] = rows(await readFile(path('b.csv'), 'utf8')).slice(1);
    expect(Number(second![0]) - Number(first![0])).toBeCloseTo(0.5, 2);
    const film: Film = smallFilm({ path: 'clicks.wav' }, (f) => {
      f.followers = [{ ...defaultFollower('f', 'ear-1', 'Level'), fromHz: 500, toHz: 9000 }];
    });
    await writeFile(path('follow.json'), JSON.stringify(film));
    const values = ['follow', path('follow.json'), '--out', path('f.json'), '--rate', '60'];
    expect((await cyclogram(data, values)).stderr).toBe('');
    const json = JSON.parse(await readFile(path('f.json'), 'utf8')) as {
      columns: string[];
      rows: number[][];
    };
    expect(json.columns).toEqual(['time', 'Level']);
    expect(json.rows).toHaveLength(241);
  });

  it('follow refuses what it cannot write, in a sentence', async () => {
    const wav = await writeWav(path('tone.wav'), tone(1));
    const { code, stderr } = await cyclogram(data, ['follow', wav, '--out', path('x.txt')]);
    expect([code, stderr]).toEqual([1, expect.stringContaining('.csv, .json or .mid')]);
  });
});
