import { defaultFilm, newLayer, type Film } from '@cyclogram/core';
import { resized } from '@cyclogram/painter';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { FrameReader } from '../src/footage/frameReader';
import type { StoredInfo } from '../src/footage/footageInfo';
import { makeCopy } from '../src/footage/makeCopy';
import { probeVideo } from '../src/footage/probeVideo';
import { cyclogram, media, temporaryFolder } from './support';

let folder: string;
let data: string;

beforeAll(async () => {
  folder = temporaryFolder();
  data = join(folder, 'data');
  await mkdir(data);
  // Two seconds of red, then two of blue.
  await media(
    'ffmpeg',
    ...[
      '-f',
      'lavfi',
      '-i',
      'color=red:s=64x36:d=2:r=25',
      '-f',
      'lavfi',
      '-i',
      'color=blue:s=64x36:d=2:r=25',
    ],
    ...[
      '-filter_complex',
      '[0][1]concat=n=2,format=yuv420p',
      '-c:v',
      'libx264',
      '-y',
      join(folder, 'two.mp4'),
    ],
  );
});

/** A film that shows nothing but footage. */
function filmOf(part: object = {}): Film {
  const film = { ...defaultFilm('Footage'), width: 64, height: 36, length: 8 };
  film.footage = [{ id: 'v', name: 'Two', source: { path: 'two.mp4' } }];
  film.layers = [newLayer('footage', film, { id: 'f', footage: 'v', ...part })];
  film.paths = [];
  film.finish = { passes: [] };
  return film;
}

/** The colour in the middle of a film's frame. */
async function colorAt(film: Film, seconds: number): Promise<number[]> {
  const path = join(folder, 'film.json');
  await writeFile(path, JSON.stringify(film));
  const out = join(folder, 'frame.png');
  const { stderr } = await cyclogram(data, ['frame', path, '--at', String(seconds), '--out', out]);
  expect(stderr).toBe('');
  const context = createCanvas(64, 36).getContext('2d');
  context.drawImage(await loadImage(out), 0, 0);
  return Array.from(context.getImageData(32, 18, 1, 1).data.slice(0, 3));
}
const isRed = ([r, , b]: number[]) => r! > 200 && b! < 60;
const isBlue = ([r, , b]: number[]) => b! > 200 && r! < 60;

describe('a film with footage', () => {
  it('shows the frame that belongs to the moment: looped, held, later, backwards', async () => {
    expect(isRed(await colorAt(filmOf(), 1))).toBe(true);
    expect(isBlue(await colorAt(filmOf(), 2.5))).toBe(true);
    expect(isRed(await colorAt(filmOf(), 5))).toBe(true);
    expect(isBlue(await colorAt(filmOf({ repeat: 'hold' }), 5))).toBe(true);
    expect(isRed(await colorAt(filmOf({ start: 1 }), 2.5))).toBe(true);
    expect(isBlue(await colorAt(filmOf({ speed: -1 }), 1))).toBe(true);
    expect(await colorAt(filmOf({ repeat: 'once' }), 5)).toEqual([0, 0, 0]);
    expect(isBlue(await colorAt(filmOf({ in: 2 }), 0.5))).toBe(true);
  });

  it('whose copy was left half made makes it anew', async () => {
    const { readdir } = await import('node:fs/promises');
    const [sha] = await readdir(join(data, 'footage'));
    const own = join(data, 'footage', sha!);
    await rm(join(own, 'info.json'));
    await writeFile(join(own, 'copy.mp4'), 'half');
    expect(isBlue(await colorAt(filmOf(), 2.5))).toBe(true);
    const info = JSON.parse(await readFile(join(own, 'info.json'), 'utf8')) as StoredInfo;
    expect([info.width, info.height, info.times.length, info.alpha]).toEqual([64, 36, 100, false]);
  });

  it('that is gone says so, and names it', async () => {
    const film = filmOf();
    film.footage[0]!.source = { asset: 'e'.repeat(64) };
    const path = join(folder, 'gone.json');
    await writeFile(path, JSON.stringify(film));
    const { code, stderr } = await cyclogram(data, [
      'frame',
      path,
      '--at',
      '1',
      '--out',
      join(folder, 'x.png'),
    ]);
    expect(code).not.toBe(0);
    expect(stderr).toContain('The footage "Two" cannot be used.');
  });

  it('is read in any order: the same frames as one after another', async () => {
    const { readdir } = await import('node:fs/promises');
    const [sha] = await readdir(join(data, 'footage'));
    const files = {
      copy: join(data, 'footage', sha!, 'copy.mp4'),
      infoPath: join(data, 'footage', sha!, 'info.json'),
    };
    const reader = await FrameReader.open(files);
    const pixel = async (index: number) => {
      const { rgba } = resized(await reader.frame(index), 1, 1);
      return [...rgba];
    };
    const forward = [];
    for (const index of [0, 13, 49, 50, 99]) forward.push(await pixel(index));
    const back = [];
    for (const index of [99, 50, 49, 13, 0]) back.unshift(await pixel(index));
    expect(back).toEqual(forward);
    await expect(reader.frame(5000)).rejects.toThrow();
    reader.close();
  });
});

describe('large footage', () => {
  /** Copies of a video: what is known of them, and where they are. */
  const copiesOf = async (name: string, ...encoder: string[]) => {
    const path = join(folder, name);
    await media(
      'ffmpeg',
      ...['-f', 'lavfi', '-i', 'testsrc2=s=1440x810:d=0.5:r=30000/1001', ...encoder, '-y', path],
    );
    const out = { whole: `${path}.copy`, small: `${path}.small` };
    return { info: await makeCopy(path, await probeVideo(path), out, () => {}), out };
  };
  /** Moments of the frames of a file. */
  const timesOf = async (path: string) => {
    const entries = ['-select_streams', 'v:0', '-show_entries', 'packet=pts_time', '-of', 'csv=p=0'];
    return String(await media('ffprobe', ...entries, path))
      .trim()
      .split(/\s+/)
      .map(Number.parseFloat);
  };
  /** The tenth frame, at a size, in RGB. */
  const tenth = async (path: string, size: string, height: number) => {
    const filter = `select=eq(n\\,10),crop=iw:ih*${height}:0:0,scale=${size}:flags=area,format=rgb24`;
    return media('ffmpeg', '-i', path, '-vf', filter, '-frames:v', '1', '-f', 'rawvideo', '-');
  };

  it.each([
    ['opaque.mp4', ['-c:v', 'libx264', '-pix_fmt', 'yuv420p'], 1],
    [
      'clear.mov',
      ['-vf', 'format=rgba,colorchannelmixer=aa=0.5', '-c:v', 'prores_ks', '-profile:v', '4'],
      0.5,
    ],
  ] as const)(
    '%s has a smaller copy with the same frames at the same times',
    async (name, encoder, pictured) => {
      const { info, out } = await copiesOf(name, ...encoder);
      expect(info).toMatchObject({ width: 1440, height: 810, small: { width: 960, height: 540 } });
      expect(await timesOf(out.small)).toEqual(await timesOf(out.whole));
      expect(info.times).toHaveLength((await timesOf(out.small)).length);
      const [whole, small] = [
        await tenth(out.whole, '96:54', pictured),
        await tenth(out.small, '96:54', pictured),
      ];
      let difference = 0;
      whole.forEach((value, i) => (difference += Math.abs(value - small[i]!)));
      expect(difference / whole.length).toBeLessThan(1);
      // Another frame is another picture: the test can tell.
      const other = await media(
        'ffmpeg',
        ...['-i', out.small, '-vf', `crop=iw:ih*${pictured}:0:0,scale=96:54:flags=area,format=rgb24`],
        ...['-frames:v', '1', '-f', 'rawvideo', '-'],
      );
      let far = 0;
      whole.forEach((value, i) => (far += Math.abs(value - other[i]!)));
      expect(far / whole.length).toBeGreaterThan(2);
    },
  );
});
