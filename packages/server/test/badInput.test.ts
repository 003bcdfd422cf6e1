import { readFile, writeFile } from 'node:fs/promises';
import { request } from 'node:http';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningServer } from '../src/index';
import {
  api,
  cyclogram,
  kill,
  media,
  spawnServer,
  startTestServer,
  temporaryFolder,
  tone,
  upload,
  writeWav,
  incomingFiles,
} from './support';

let server: RunningServer;
let folder: string;
let wav: string;

beforeAll(async () => {
  folder = temporaryFolder();
  server = await startTestServer(join(folder, 'data'));
  wav = await writeWav(join(folder, 'tone.wav'), tone(20));
});
afterAll(() => server.close());

/** What must hold after every refusal: nothing half-written, server still up. */
async function nothingLeft(): Promise<void> {
  expect(await incomingFiles(join(folder, 'data'))).toEqual([]);
  expect((await api(server.url, 'GET', '/health')).status).toBe(200);
}

async function refusal(bytes: Uint8Array, name: string) {
  const answer = await upload(server.url, bytes, name);
  expect(answer.type).toContain('application/problem+json');
  expect(answer.body['detail']).toContain(name);
  await nothingLeft();
  return { status: answer.status, kind: String(answer.body['type']).split(':').at(-1), body: answer.body };
}

describe('an upload that cannot be used gives a clear error and leaves nothing behind', () => {
  it('an empty file', async () => {
    expect(await refusal(new Uint8Array(0), 'empty.wav')).toMatchObject({ status: 422, kind: 'empty-file' });
  });

  it('a text file named .mp3', async () => {
    expect(await refusal(Buffer.from('This is not a song.\n'.repeat(500)), 'words.mp3')).toMatchObject({
      status: 422,
      kind: 'not-audio',
    });
  });

  it('a playlist renamed to .mp3 does not make it read other files', async () => {
    for (const text of [
      `#EXTM3U\n#EXT-X-TARGETDURATION:20\n#EXTINF:20,\nfile://${wav}\n#EXT-X-ENDLIST\n`,
      `ffconcat version 1.0\nfile '${wav}'\n`,
    ]) {
      expect(await refusal(Buffer.from(text), 'list.mp3')).toMatchObject({ status: 422, kind: 'not-audio' });
    }
  });

  it('a picture', async () => {
    const png = await media(
      'ffmpeg',
      '-f',
      'lavfi',
      '-i',
      'color=red:s=64x64',
      '-frames:v',
      '1',
      '-f',
      'image2pipe',
      '-c:v',
      'png',
      '-',
    );
    expect(await refusal(png, 'cover.flac')).toMatchObject({ status: 422, kind: 'not-audio' });
  });

  it('a song of three hours', async () => {
    const long = join(folder, 'long.flac');
    await media('ffmpeg', '-f', 'lavfi', '-i', 'anullsrc=r=8000:cl=mono', '-t', '10800', '-y', long);
    const { status, kind, body } = await refusal(await readFile(long), 'long.flac');
    expect([status, kind]).toEqual([422, 'too-long']);
    expect(body['detail']).toContain('3.0 hours');
  });

  it('three hours of WAV are refused by their size, before they are sent', async () => {
    const answer = await new Promise<{ status: number; text: string }>((resolve, reject) => {
      const call = request(`${server.url}/api/assets`, {
        method: 'POST',
        headers: {
          'Content-Type': 'multipart/form-data; boundary=x',
          'Content-Length': String(3 * 3600 * 48000 * 4),
        },
      });
      call.on('response', (response) => {
        let text = '';
        response
          .on('data', (chunk: Buffer) => (text += String(chunk)))
          .on('end', () => resolve({ status: response.statusCode!, text }));
      });
      call.on('error', reject);
      call.flushHeaders();
    });
    expect(answer.status).toBe(413);
    expect(answer.text).toContain('500 MB');
    await nothingLeft();
  });
});

describe('a truncated MP3', () => {
  it('is refused with what could be read, and taken when asked', async () => {
    const whole = await media(
      'ffmpeg',
      '-i',
      wav,
      '-b:a',
      '128k',
      '-f',
      'mp3',
      '-write_xing',
      '1',
      '-y',
      join(folder, 'whole.mp3'),
    ).then(() => readFile(join(folder, 'whole.mp3')));
    const half = whole.subarray(0, whole.length / 2);
    const { status, kind, body } = await refusal(half, 'half.mp3');
    expect([status, kind]).toEqual([422, 'truncated-audio']);
    expect(body['declaredSeconds']).toBeCloseTo(20, 0);
    expect(body['readableSeconds']).toBeCloseTo(10, 0);
    const taken = await upload(server.url, half, 'half.mp3', '?partial=1');
    expect(taken.status).toBe(201);
    expect(taken.body['seconds']).toBeCloseTo(10, 0);
    await nothingLeft();
  });
});

describe('every format that is promised', () => {
  it.each([
    ['flac', []],
    ['mp3', ['-b:a', '192k']],
    ['ogg', ['-c:a', 'libvorbis']],
    ['m4a', ['-c:a', 'aac']],
    ['wav', []],
  ] as const)('%s is read, starting at its first sample', async (format, args) => {
    // A click after 1 s shows whether an encoder's delay is left in.
    const samples = new Float32Array(96000);
    samples.fill(0.8, 48000, 48010);
    const source = await writeWav(join(folder, 'original.wav'), samples);
    const file = join(folder, `click.${format}`);
    await media('ffmpeg', '-i', source, ...args, '-y', file);
    const { status, body } = await upload(server.url, await readFile(file), `click.${format}`);
    expect(status).toBe(201);
    expect(Math.abs(Number(body['seconds']) - 2)).toBeLessThan(0.03);
    const pcm = Buffer.from(
      await (await fetch(`${server.url}/api/assets/${String(body['sha256'])}/pcm`)).arrayBuffer(),
    );
    let loudest = 0;
    for (let n = 0; n < pcm.length / 4; n++) {
      if (Math.abs(pcm.readInt16LE(4 * n)) > Math.abs(pcm.readInt16LE(4 * loudest))) loudest = n;
    }
    expect(Math.abs(loudest - 48005)).toBeLessThan(24);
  });
});

describe('without ffmpeg', () => {
  it('the server says so, and what to install', async () => {
    const child = await spawnServer(join(folder, 'other'), { CYCLOGRAM_FFMPEG: join(folder, 'nowhere') });
    try {
      expect((await api(child.url, 'GET', '/health')).body).toMatchObject({
        status: 'limited',
        ffmpeg: null,
      });
      const { status, body } = await upload(child.url, await readFile(wav), 'tone.wav');
      expect(status).toBe(503);
      expect(body['detail']).toContain('apt-get install ffmpeg');
    } finally {
      await kill(child.process);
    }
  });

  it('the command line says so too', async () => {
    const args = ['hear', wav, '--csv', join(folder, 'x.csv')];
    const { code, stderr } = await cyclogram(join(folder, 'third'), args, {
      CYCLOGRAM_FFMPEG: join(folder, 'nowhere'),
    });
    expect(code).toBe(1);
    expect(stderr).toContain('Install it');
  });
});

describe('the command line', () => {
  it.each([
    [['render', 'nowhere.json', '--out', 'x.mp4'], 'no file nowhere.json'],
    [['render', 'no-such-id', '--out', 'x.mp4'], 'no film no-such-id'],
    [['hear', 'nowhere.wav', '--csv', 'x.csv'], 'no file nowhere.wav'],
  ])('%j fails with a sentence', async (args, words) => {
    const { code, stderr } = await cyclogram(join(folder, 'cli'), args);
    expect(code).toBe(1);
    expect(stderr).toContain(words);
  });

  it('names the field of a film.json that is wrong', async () => {
    const path = join(folder, 'bad.json');
    await writeFile(path, JSON.stringify({ version: 1, title: 'x', width: 'wide' }));
    const { code, stderr } = await cyclogram(join(folder, 'cli'), ['render', path, '--out', 'x.mp4']);
    expect(code).toBe(1);
    expect(stderr).toMatch(/width.*number/);
  });
});
