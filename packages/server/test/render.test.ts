import {
  defaultPath,
  DrawCache,
  figureKinds,
  oneColor,
  frameMoment,
  frameRange,
  SegmentAnalyser,
  TableHearing,
  momentOf,
  pictureAt,
  type FigureLayer,
  type Film,
} from '@cyclogram/core';
import { Painter, readPng } from '@cyclogram/painter';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { hearFilm } from '../src/hearing/hearFilm';
import { formatOf } from '../src/render/format/registry';
import { encodePlanOf, planRender, segmentsOf } from '../src/render/plan';
import {
  clicks,
  cyclogram,
  decodeFrames,
  filmsIn,
  media,
  smallFilm,
  streams,
  temporaryFolder,
  tone,
  writeWav,
} from './support';

const folder = temporaryFolder();
const data = join(folder, 'data');
const { write: writeFilm, render } = filmsIn(folder);

/**
 * A film that is black but for one bar that covers it all while a click lies in
 * the middle of the window: a window of two frames, and floor and ceiling around
 * the level that a click has half a frame off.
 */
function flashFilm(fps: number, gain: number): Film {
  return smallFilm({ path: 'clicks.wav' }, (film) => {
    film.fps = { numerator: fps, denominator: 1 };
    const ear = {
      ...film.ears[0]!,
      bands: 1,
      scale: 'linear' as const,
      fromHz: 500,
      toHz: 20000,
      window: 2 / fps,
    };
    const level = new Float32Array(1);
    const click = new Float32Array(48000);
    click[24000] = gain;
    new SegmentAnalyser(ear, 48000).levels(click, 24000, level);
    film.ears = [
      {
        ...ear,
        floorDb: level[0]! - 8,
        ceilingDb: level[0]! - 5.5,
        tiltDbPerOctave: 0,
        attack: 0,
        release: 0,
      },
    ];
    const layer = film.layers[0] as FigureLayer;
    // One bar on top of a circle far above the picture, hanging down through all of it.
    film.paths[0] = defaultPath(
      'circle',
      film.paths[0]!.id,
      'Circle',
      film,
      { radius: 1000 },
      { position: { x: 160, y: -2000 } },
    );
    layer.figure = {
      ...figureKinds.bars.defaults(film),
      ...{ order: 'up', form: 'square', width: 1, reach: 4000, rest: 0 },
    };
    layer.color = oneColor('#ffffff');
  });
}

const brightness = (frame: Buffer) => frame.reduce((sum, value) => sum + value, 0) / frame.length / 255;

describe.each([24, 30, 60])('a click track at %i frames per second', (fps) => {
  const gain = 0.9;
  // Clicks all over the frame's time, though not at its very edges, where two frames have the same right.
  const expected = [3, 17, 40, 59, 83, 101, 127].map((n, i) => Math.round((n * fps) / 30) + (i % 2));
  const times = expected.map((frame, i) => (frame + 0.5 + ((i % 7) - 3) * 0.1) / fps);
  let video: string;

  beforeAll(async () => {
    await writeWav(join(folder, 'clicks.wav'), clicks(5, times, gain));
    video = await render(await writeFilm(`flash-${fps}.json`, flashFilm(fps, gain)), `flash-${fps}.mp4`);
  });

  it('has one white flash for each click, on the frame whose time holds it', async () => {
    const frames = await decodeFrames(video, 32, 18);
    expect(frames).toHaveLength(5 * fps);
    const levels = frames.map(brightness);
    const flashes = levels.flatMap((level, frame) => (level > 0.5 ? [frame] : []));
    expect(flashes).toEqual(times.map((time) => Math.floor(time * fps)));
    for (const frame of flashes) expect(levels[frame]).toBeGreaterThan(0.95);
  });

  it('has the song from its first sample on: every click within 0.2 ms', async () => {
    const pcm = await media(
      'ffmpeg',
      '-i',
      video,
      '-map',
      '0:a',
      '-ac',
      '1',
      '-ar',
      '48000',
      '-f',
      's16le',
      '-',
    );
    const samples = new Int16Array(pcm.buffer, pcm.byteOffset, pcm.length / 2);
    for (const time of times) {
      const at = Math.round(time * 48000);
      let loudest = at - 480;
      for (let n = at - 480; n < at + 480; n++)
        if (Math.abs(samples[n]!) > Math.abs(samples[loudest]!)) loudest = n;
      expect(Math.abs(loudest - at)).toBeLessThan(10);
    }
  });

  it('gives frames their exact times, and picture and sound the same length', async () => {
    const { video: picture, audio } = await streams(video);
    expect(Number(picture.start_time)).toBe(0);
    expect(Number(audio.start_time)).toBe(0);
    expect(Number(picture.duration)).toBeCloseTo(5, 2);
    expect(Math.abs(Number(audio.duration) - 5)).toBeLessThan(0.03);
    const times = String(
      await media(
        'ffprobe',
        '-select_streams',
        'v:0',
        '-show_entries',
        'frame=pts_time',
        '-of',
        'csv=p=0',
        video,
      ),
    );
    times
      .trim()
      .split(/\n+/)
      .forEach((line, frame) => expect(Number.parseFloat(line)).toBeCloseTo(frame / fps, 4));
  });
});

describe('a frame alone', () => {
  it('is, pixel for pixel, the frame in the middle of all', async () => {
    const sound = tone(8, 330).map((value, n) => value * Math.abs(Math.sin(n / 9000)));
    const wav = await writeWav(join(folder, 'long.wav'), sound);
    const film = smallFilm({ path: 'long.wav' }, (f) => {
      const second = { ...structuredClone(f.layers[0] as FigureLayer), id: 'second' };
      f.layers.push({ ...second, blend: 'screen', place: { ...second.place, opacity: 0.6 } });
    });
    const raw = join(folder, 'long.pcm');
    await media('ffmpeg', '-i', wav, '-f', 's16le', '-y', raw);
    const placement = { start: 0, first: 0, last: sound.length };
    const track = { path: raw, channels: 2 as const, length: sound.length, gain: 0, placement };
    const tracks = { 'track-1': track };
    const drawer = async () => {
      const hearing = new TableHearing(await hearFilm(film, tracks));
      const painter = new Painter();
      const cache = new DrawCache();
      return (frame: number) => {
        const picture = pictureAt(momentOf(film, hearing, frameMoment(frame, 30), { cache }));
        return painter.paint(picture, 320, 180, (surface) => Buffer.from(surface.bytes.slice()));
      };
    };
    const all = await drawer();
    let inTheMiddle = Buffer.alloc(0);
    const { count } = frameRange(0, 8, 30);
    for (let frame = 0; frame < count; frame++) {
      const pixels = all(frame);
      if (frame === 200) inTheMiddle = pixels;
    }
    const alone = (await drawer())(200);
    expect(alone.equals(inTheMiddle)).toBe(true);
    expect((await drawer())(201).equals(inTheMiddle)).toBe(false);

    const path = await writeFilm('long.json', film);
    const png = join(folder, 'frame.png');
    expect((await cyclogram(data, ['frame', path, '--at', String(200 / 30), '--out', png])).code).toBe(0);
    expect(Buffer.from(readPng(await readFile(png)).rgba).equals(alone)).toBe(true);

    // And the encoded frame 200 of a whole render shows it, as far as the encoder lets it.
    const frames = await decodeFrames(await render(path, 'long.mp4'), 320, 180);
    let difference = 0;
    frames[200]!.forEach(
      (value, i) => (difference += Math.abs(value - alone[Math.floor(i / 3) * 4 + (i % 3)]!)),
    );
    expect(difference / frames[200]!.length).toBeLessThan(4);
  });
});

describe('a part of a film', () => {
  it('is cut to the frame, with its own stretch of the song', async () => {
    const sound = clicks(6, [2.5, 4.5], 0.9);
    await writeWav(join(folder, 'part.wav'), sound);
    const film = await writeFilm('part.json', smallFilm({ path: 'part.wav' }));
    const video = await render(
      film,
      'part.mp4',
      '--from',
      '2',
      '--to',
      '3',
      '--size',
      '160x90',
      '--fps',
      '25',
    );
    expect(await streams(video)).toMatchObject({ video: { width: 160, height: 90, nb_frames: '25' } });
    const pcm = await media('ffmpeg', '-i', video, '-map', '0:a', '-ac', '1', '-f', 's16le', '-');
    const samples = new Int16Array(pcm.buffer, pcm.byteOffset, pcm.length / 2);
    let loudest = 0;
    samples.forEach((value, n) => (loudest = Math.abs(value) > Math.abs(samples[loudest]!) ? n : loudest));
    expect(Math.abs(loudest - 24000)).toBeLessThan(10);
  });

  it('is a draft of half the size, quickly encoded, where that is asked for', async () => {
    const film = smallFilm({ path: 'x' });
    const sizeOf = (width: number, height: number) => {
      const plan = planRender(film, 8, { width, height, quality: 'draft' });
      return [plan.width, plan.height];
    };
    expect(sizeOf(1920, 1080)).toEqual([960, 540]);
    expect(sizeOf(1080, 1350)).toEqual([540, 676]);
    expect(sizeOf(18, 16)).toEqual([16, 16]);
    expect(() => sizeOf(9000, 9000)).toThrow('9000 x 9000');
    const plan = encodePlanOf(planRender(film, 8, { quality: 'draft', speed: 'slow' }));
    const list = formatOf('h264-mp4').pictureArguments(plan);
    expect(list[list.indexOf('-preset') + 1]).toBe('ultrafast');
    await writeWav(join(folder, 'draft.wav'), clicks(1, [0.5], 0.9));
    const path = await writeFilm('draft.json', smallFilm({ path: 'draft.wav' }));
    const video = await render(path, 'draft.mp4', '--size', '320x180', '--quality', 'draft', '--to', '0.4');
    expect(await streams(video)).toMatchObject({ video: { width: 160, height: 90 } });
  });

  it('is planned in segments of half a second to four seconds, at least sixteen of a film of eight seconds', () => {
    const film = smallFilm({ path: 'x' });
    const counts = (seconds: number) => segmentsOf(planRender(film, seconds, {})).map(({ count }) => count);
    expect(counts(8)).toEqual(Array.from({ length: 16 }, () => 15));
    expect(counts(4)).toEqual(Array.from({ length: 8 }, () => 15));
    expect(counts(32)).toEqual(Array.from({ length: 16 }, () => 60));
    expect(Math.max(...counts(600))).toBe(120);
    // One that was begun before keeps its own.
    const plan = planRender(film, 8, {});
    delete plan.settings.segmentFrames;
    expect(segmentsOf(plan).map(({ count }) => count)).toEqual([120, 120]);
  });

  it('is planned in segments that leave no frame out', () => {
    const film = smallFilm({ path: 'x' });
    const plan = planRender(film, 30, { from: 1.3, to: 27.7 });
    const segments = segmentsOf(plan);
    expect(segments.reduce((sum, { count }) => sum + count, 0)).toBe(plan.frameCount);
    segments.forEach(({ first, count }, i) =>
      expect(segments[i + 1]?.first ?? plan.firstFrame + plan.frameCount).toBe(first + count),
    );
  });
});

describe('several tracks', () => {
  it('are mixed at their levels, those that are not in the soundtrack left out', async () => {
    await writeWav(join(folder, 'a.wav'), tone(1, 400, 0.25));
    await writeWav(join(folder, 'b.wav'), tone(1, 400, 0.25));
    await writeWav(join(folder, 'c.wav'), tone(1, 3000, 0.9));
    const film = smallFilm({ path: 'a.wav' }, (f) => {
      const [a] = f.tracks;
      f.tracks.push({ ...a!, id: 'b', source: { path: 'b.wav' }, gain: -6.0206 });
      f.tracks.push({ ...a!, id: 'c', source: { path: 'c.wav' }, soundtrack: false });
    });
    const video = await render(await writeFilm('mix.json', film), 'mix.mp4');
    const pcm = await media('ffmpeg', '-i', video, '-map', '0:a', '-ac', '1', '-f', 's16le', '-');
    const middle = new Int16Array(pcm.buffer, pcm.byteOffset, pcm.length / 2).subarray(12000, 36000);
    const rms = Math.sqrt(middle.reduce((sum, value) => sum + value * value, 0) / middle.length) / 32768;
    expect(rms).toBeCloseTo(0.375 / Math.SQRT2, 2);
  });
});

describe('hear', () => {
  it('writes edges in Hz and levels in dBFS', async () => {
    const wav = await writeWav(join(folder, 'hear.wav'), tone(2, 1000, 0.5));
    const csv = join(folder, 'levels.csv');
    const args = [
      '--from',
      '20',
      '--to',
      '16000',
      '--bands',
      '32',
      '--scale',
      'log',
      '--window',
      '85',
      '--fps',
      '30',
      '--csv',
      csv,
    ];
    expect((await cyclogram(data, ['hear', wav, ...args])).code).toBe(0);
    const [header, ...rows] = (await readFile(csv, 'utf8'))
      .trim()
      .split('\n')
      .map((line) => line.split(','));
    expect(header).toHaveLength(33);
    expect([header![0], header![1]!.split('-')[0], header![32]!.split('-')[1]]).toEqual([
      'time',
      '20',
      '16000',
    ]);
    expect(rows).toHaveLength(61);
    const row = rows[30]!.map(Number);
    expect(row[0]).toBe(1);
    const band = header!.findIndex(
      (edges) => Number(edges.split('-')[0]) <= 1000 && Number(edges.split('-')[1]) > 1000,
    );
    expect(row[band]).toBeCloseTo(-6.02, 1);
    expect(Math.max(...row.slice(1).filter((_, i) => Math.abs(i + 1 - band) > 1))).toBeLessThan(-60);
  });
});
