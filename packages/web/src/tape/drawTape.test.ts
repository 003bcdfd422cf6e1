import { defaultFilm, defaultFollower, defaultTrack, fadesStandard, spanStandard } from '@cyclogram/core';
import { createCanvas, Path2D, type Canvas } from '@napi-rs/canvas';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { FollowerReport } from '../workers/messages';
import { drawTape, type TapeContents } from './drawTape';
import { yOfLevel } from './drawTrace';
import { fadeRows, rowCount } from './fadeRows';
import { yOfHz } from './frequencyAxis';
import { layLanes } from './lanes';

const [width, height, end] = [400, 220, 10];

beforeAll(() => {
  vi.stubGlobal('window', { devicePixelRatio: 1 });
  vi.stubGlobal('Path2D', Path2D);
});
afterAll(() => vi.unstubAllGlobals());

/** A track that is loud from 2 to 4 seconds, and silent else: lowest, highest and mean level of every 10 ms. */
const overview = Int16Array.from({ length: 3 * 100 * end }, (_, i) => {
  const point = Math.floor(i / 3);
  return point >= 200 && point < 400 ? [-20000, 20000, 8000][i % 3]! : 0;
});
const report: FollowerReport = {
  ...{
    rate: 10,
    raw: new Float32Array(100).fill(-30),
    values: new Float32Array(100),
    gate: -20,
    ceiling: -8,
  },
  ...{
    low: -60,
    high: 0,
    histogram: [0, 1, 0],
    fires: [8],
    firesPerMinute: 6,
    lead: undefined,
    percentiles: [],
  },
  wholeSong: undefined,
};
const follower = { ...defaultFollower('f', 'e'), fromHz: 100, toHz: 400 };

type Pixel = (x: number, y: number) => [number, number, number];

/** Draws a Tape; its colour at a place. */
function drawn(change: Partial<TapeContents> = {}): Pixel {
  const lanes = change.lanes ?? layLanes(height, false, { rows: 1, keys: 0, sections: false });
  const canvas = createCanvas(1, 1);
  drawTape(canvas as unknown as HTMLCanvasElement, {
    ...{ width, height, covered: 0, view: { from: 0, to: end }, end, overview, detail: undefined, tiles: [] },
    track: defaultTrack('t', 'T', { path: 't.wav' }),
    ...{ loop: undefined, cached: [], beats: null, followers: [], follower: undefined, report: undefined },
    lanes,
    fades: fadeRows(fadesStandard, undefined, lanes, end),
    held: undefined,
    ...change,
  });
  expect([canvas.width, canvas.height]).toEqual([width, height]);
  return pixelOf(canvas);
}

function pixelOf(canvas: Canvas): Pixel {
  const { data } = canvas.getContext('2d').getImageData(0, 0, width, height);
  return (x, y) => {
    const at = 4 * (Math.round(y) * width + Math.round(x));
    // What is clear lies on the dark of the room.
    return [0, 1, 2].map((i) => (data[at + i]! * data[at + 3]!) / 255) as [number, number, number];
  };
}

const sum = ([r, g, b]: [number, number, number]) => r + g + b;
const isAmber = ([r, g, b]: [number, number, number]) => r > 100 && r > g && g > b;
const isGlass = ([r, g, b]: [number, number, number]) => g > r + 5 && g > b;
const xAt = (time: number) => (time / end) * width;

describe('the Tape', () => {
  const { wave, spectrogram, rows } = layLanes(height, false, { rows: 1, keys: 0, sections: false });
  const middle = wave.top + wave.height / 2;

  it('shows the waveform where the track is loud', () => {
    const pixel = drawn();
    expect(isAmber(pixel(xAt(3), middle + 4))).toBe(true);
    expect(isAmber(pixel(xAt(3), middle + wave.height * 0.27))).toBe(true);
    expect(sum(pixel(xAt(3), middle + wave.height * 0.4))).toBeLessThan(60);
    expect(sum(pixel(xAt(1.5), middle + 4))).toBeLessThan(60);
  });

  it('shows a track where it stands in the film, and only its part', () => {
    const track = { ...defaultTrack('t', 'T', { path: 't.wav' }), start: 4, in: 3, out: 3.5 };
    const pixel = drawn({ track });
    // Its file is loud from 3 to 3.5 s, which is heard from 4 to 4.5 s.
    expect([3, 4.25, 4.75].map((time) => isAmber(pixel(xAt(time), middle + 4)))).toEqual([
      false,
      true,
      false,
    ]);
  });

  it('zooms: what is seen is what the view spans', () => {
    const pixel = drawn({ view: { from: 3.5, to: 4.5 } });
    expect(isAmber(pixel(0.4 * width, middle + 4))).toBe(true);
    expect(isAmber(pixel(0.6 * width, middle + 4))).toBe(false);
  });

  it('dims what the sound’s fades take away', () => {
    const sound = { ...fadesStandard.sound, fadeIn: 4, curve: 'linear' as const };
    const lanes = layLanes(height, false, { rows: 1, keys: 0, sections: false });
    const faded = drawn({ fades: fadeRows({ ...fadesStandard, sound }, undefined, lanes, end) });
    const plain = drawn();
    // At 2.2 s the level is 55 %: the top of the waveform lies above it, its middle below.
    const [x, top] = [xAt(2.2), wave.top + wave.height * 0.25];
    expect(sum(faded(x, top))).toBeLessThan(sum(plain(x, top)) / 2);
    expect(faded(x, wave.top + wave.height * 0.65)).toEqual(plain(x, wave.top + wave.height * 0.65));
    expect(faded(xAt(3.98), middle)).toEqual(plain(xAt(3.98), middle));
  });

  it('shows when the picture and the open layer are there, in rows of their own', () => {
    const layer = { ...defaultFilm('x').layers[0]!, span: { ...spanStandard, from: 3, to: 8, fadeIn: 2 } };
    const lanes = layLanes(height, false, { rows: rowCount(layer), keys: 0, sections: false });
    const fades = fadeRows(
      { ...fadesStandard, picture: { ...fadesStandard.picture, fadeOut: 5 } },
      layer,
      lanes,
      end,
    );
    const pixel = drawn({ lanes, fades });
    const [picture, own] = lanes.rows;
    const lit = (lane: typeof picture, time: number) => isGlass(pixel(xAt(time), lane!.top + 8));
    expect([2.5, 4, 9.8].map((time) => lit(picture, time))).toEqual([true, true, false]);
    expect([2, 2.9, 6, 9].map((time) => lit(own, time))).toEqual([false, false, true, false]);
    // The handle stands where the layer is fully there.
    expect(isGlass(pixel(xAt(5), own!.top + 5))).toBe(true);
    expect(pixel(xAt(5), own!.top + 5)[1]).toBeGreaterThan(190);
  });

  it('gives the room of rows to the sound where there are none', () => {
    const without = layLanes(height, false, { rows: 0, keys: 0, sections: false });
    expect(without.wave.height + without.spectrogram.height).toBe(
      wave.height + spectrogram.height + rows[0]!.height + 4,
    );
  });

  it('shows a follower’s range on the spectrogram, and its gate and ceiling over its level', () => {
    const lanes = layLanes(height, true, { rows: 1, keys: 0, sections: false });
    const pixel = drawn({ lanes, followers: [follower], follower, report });
    for (const hz of [100, 400]) {
      const y = Math.round(yOfHz(lanes.spectrogram, hz)) - (hz === 100 ? 1 : 0);
      expect(sum(pixel(200, y))).toBeGreaterThan(600);
    }
    const between = yOfHz(lanes.spectrogram, 200);
    const outside = yOfHz(lanes.spectrogram, 2000);
    expect(sum(pixel(200, between))).toBeGreaterThan(sum(pixel(200, outside)) + 20);
    expect(sum(pixel(250, Math.floor(yOfLevel(lanes.trace, report, -20))))).toBeGreaterThan(400);
    // The level itself is an amber line.
    const level = [-1, 0, 1].map((dy) => pixel(250, yOfLevel(lanes.trace, report, -30) + dy));
    expect(level.some(isAmber)).toBe(true);
    // Where it fires there is a tick, and the most frequent levels stand out at the right.
    expect(sum(pixel(xAt(8), lanes.trace.top + 2))).toBeGreaterThan(500);
    expect(sum(pixel(width - 10, yOfLevel(lanes.trace, report, -35)))).toBeGreaterThan(100);
  });

  it('marks bars higher than beats, and only bars where beats lie too close', () => {
    const beats = { bpm: 60, first: 0, perBar: 4 };
    const near = drawn({ beats });
    const lit = (pixel: Pixel, time: number, y: number) => isAmber(pixel(xAt(time), y));
    expect([4, 8].map((time) => lit(near, time, 14))).toEqual([true, true]);
    expect([5, 6].map((time) => lit(near, time, 14))).toEqual([false, false]);
    expect([5, 6].map((time) => lit(near, time, 18))).toEqual([true, true]);
    const dense = drawn({ beats: { ...beats, bpm: 900 } });
    expect(lit(dense, 60 / 900 + 0.001, 18)).toBe(false);
  });

  it('shows the loop over everything', () => {
    const pixel = drawn({ loop: [2, 4] });
    expect(sum(pixel(xAt(3), 1))).toBeGreaterThan(650);
    expect(sum(pixel(xAt(1), 1))).toBeLessThan(250);
    expect(sum(pixel(xAt(2), 100))).toBeGreaterThan(600);
  });

  it('hatches what of the loop is painted in advance, and nothing beside it', () => {
    const plain = drawn({ loop: [2, 6] });
    // What would lie beside the loop is not drawn either.
    const hatched = drawn({
      loop: [2, 6],
      cached: [
        [1, 3],
        [5, 5.5],
      ],
    });
    const changed = (from: number, to: number) => {
      let count = 0;
      for (let x = Math.ceil(xAt(from)); x < xAt(to); x++)
        for (let y = 30; y < 60; y++) if (sum(hatched(x, y)) > sum(plain(x, y)) + 3) count++;
      return count / (30 * (xAt(to) - xAt(from)));
    };
    expect(changed(2.1, 2.9)).toBeGreaterThan(0.1);
    expect(changed(5.1, 5.4)).toBeGreaterThan(0.1);
    expect(changed(2.1, 2.9)).toBeLessThan(0.6);
    for (const [from, to] of [
      [1, 1.95],
      [3.1, 4.9],
      [5.6, 5.9],
      [6.1, 7],
    ] as const)
      expect(changed(from, to)).toBe(0);
  });

  it('draws nothing without a song', () => {
    const pixel = drawn({ end: 0 });
    for (const x of [0, 100, 399]) for (const y of [0, 60, 219]) expect(sum(pixel(x, y))).toBe(0);
  });
});
