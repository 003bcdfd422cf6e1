import { parseCube } from '@cyclogram/core';
import { encodeWav } from '@cyclogram/demo';
import { createCanvas } from '@napi-rs/canvas';
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { request } from 'node:http';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningServer } from '../src/index';
import {
  endlessSvg,
  incomingFiles,
  media,
  sendFile,
  startTestServer,
  temporaryFolder,
  tone,
} from './support';

let server: RunningServer;
let folder: string;

beforeAll(async () => {
  folder = temporaryFolder();
  server = await startTestServer(join(folder, 'data'));
});
afterAll(() => server.close());

const send = (where: string, bytes: Uint8Array, name?: string) => sendFile(server.url, where, bytes, name);

/** Names below the folder of what is being written. */
const unfinished = () => incomingFiles(join(folder, 'data'));

describe('files that were made to do harm', () => {
  it('a picture of 400 million pixels in a few kilobytes is refused by what it says of itself', async () => {
    // JPEG, ISO/IEC 10918-1, B.2.2: height and width stand in the frame header after its marker, FFC0.
    const bytes = await createCanvas(16, 16).encode('jpeg', 50);
    const at = bytes.indexOf(Buffer.from([0xff, 0xc0]));
    bytes.writeUInt16BE(20_000, at + 5);
    bytes.writeUInt16BE(20_000, at + 7);
    const { status, body } = await send('images', bytes);
    expect([status, body['detail']]).toEqual([
      413,
      'The image has 400 million pixels; at most 100 million are read. Save it smaller, and try again.',
    ]);
  });

  it('a drawing whose masks double again and again is ended, and others are answered meanwhile', async () => {
    let ended = false;
    const answer = send('images', endlessSvg()).finally(() => (ended = true));
    await sleep(1000);
    for (let i = 0; i < 5; i++) expect((await fetch(`${server.url}/api/films`)).status).toBe(200);
    expect(ended).toBe(false);
    const { status, body } = await answer;
    expect([status, body['type']]).toEqual([422, 'urn:cyclogram:problem:took-too-long']);
    expect(await unfinished()).toEqual([]);
  }, 200_000);

  it('a font that is read for ever is ended', async () => {
    const require = createRequire(import.meta.url);
    const path = require.resolve('@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff');
    const bytes = await readFile(path);
    bytes[328] = 75;
    const { status, body } = await send('typefaces', bytes);
    expect([status, body['type']]).toEqual([422, 'urn:cyclogram:problem:took-too-long']);
  }, 200_000);

  it('a sound of one sample a second is no sound', async () => {
    const bytes = encodeWav({ left: tone(0.05), right: tone(0.05) });
    // RIFF WAVE: the sample rate stands at byte 24, bytes a second at 28.
    bytes.set([1, 0, 0, 0, 4, 0, 0, 0], 24);
    const { status, body } = await send('assets', bytes, 'slow.wav');
    expect([status, body['type']]).toEqual([422, 'urn:cyclogram:problem:not-audio']);
    expect(body['detail']).toContain('1 samples a second');
  });

  it('a table of colours is read no further than it says it goes', () => {
    const rows = '0 0 0\n'.repeat(9);
    expect(() => parseCube(`LUT_3D_SIZE 2\n${rows}nonsense`)).toThrow(/more than the 8 colours/);
  });

  it('half a video says that it is cut off', async () => {
    const path = join(folder, 'whole.mp4');
    await media(
      'ffmpeg',
      ...['-f', 'lavfi', '-i', 'testsrc2=size=128x72:rate=25:duration=6', '-c:v', 'libx264'],
      ...['-movflags', '+faststart', '-pix_fmt', 'yuv420p', '-y', path],
    );
    const whole = await readFile(path);
    const { status, body } = await send(
      'footage',
      whole.subarray(0, Math.floor(whole.length / 2)),
      'half.mp4',
    );
    if (status !== 201) return expect(status).toBe(422);
    const state = async () => {
      const response = await fetch(`${server.url}/api/footage/${String(body['sha256'])}`);
      return (await response.json()) as typeof body;
    };
    await expect.poll(async () => (await state())['state'], { timeout: 30_000 }).toBe('failed');
    expect((await state())['detail']).toMatch(/cut off|damaged/);
  }, 60_000);
});

describe('an upload that is broken off', () => {
  it('leaves no file and no open form', async () => {
    const url = new URL(`${server.url}/api/assets`);
    for (let i = 0; i < 20; i++) {
      await new Promise<void>((resolve) => {
        const sending = request(url, {
          method: 'POST',
          headers: { 'content-type': 'multipart/form-data; boundary=b', 'content-length': 1_000_000 },
        });
        sending.on('error', () => resolve());
        sending.on('close', () => resolve());
        sending.write('--b\r\ncontent-disposition: form-data; name="file"; filename="a.wav"\r\n\r\n');
        sending.write('x'.repeat(1000 * (i + 1)));
        setTimeout(() => sending.destroy(), 5 * i);
      });
    }
    await expect.poll(unfinished, { timeout: 10_000 }).toEqual([]);
  });
});
