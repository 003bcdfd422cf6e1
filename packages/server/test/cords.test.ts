import {
  cordRecord,
  defaultFollower,
  defaultPath,
  defaultsOf,
  newLayer,
  plainPaint,
  sourceKinds,
  type Cord,
  type Film,
} from '@cyclogram/core';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { cyclogram, decodeFrames, smallFilm, temporaryFolder, writeWav } from './support';

const folder = temporaryFolder();
const data = join(folder, 'data');
const beat = 0.5;
const [rest, peak] = [60, 120];
const nowhere = { width: 0, height: 0 };

/** Four on the floor: 60 Hz for a third of each beat, then silence. */
const kicks = Float32Array.from({ length: 48000 * 4 }, (_, n) =>
  n % 24000 < 8000 ? 0.8 * Math.sin((2 * Math.PI * 60 * n) / 48000) : 0,
);

/** A white board on black, whose height follows the kick. */
function boardFilm(): Film {
  return smallFilm({ path: 'kicks.wav' }, (film) => {
    film.ears = [{ ...film.ears[0]!, window: 0.04 }];
    film.followers = [
      {
        ...defaultFollower('kick', film.ears[0]!.id, 'Kick'),
        ...{ unit: 'db', gateDb: -60, ceilingDb: -24, attack: 0, release: 0 },
      },
    ];
    film.paths = [
      defaultPath('rectangle', 'board', 'Board', film, { width: 100, height: rest, radius: 0 } as object, {
        position: { x: film.width / 2, y: film.height / 2 },
      }),
    ];
    const shape = newLayer('shape', film, { id: 'sign', name: 'Sign', path: 'board' });
    film.layers = [{ ...shape, fill: { ...shape.fill, ...plainPaint('#ffffff') } }];
    const source = {
      ...defaultsOf(sourceKinds.follower.record, nowhere),
      kind: 'follower',
      follower: 'kick',
      how: 'to',
      peak,
    };
    film.cords = [
      {
        ...defaultsOf(cordRecord, nowhere),
        id: 'tie',
        target: { list: 'paths', id: 'board', key: 'shape.height', item: '' },
        source: source as unknown as Cord['source'],
      },
    ];
  });
}

/** Rows of the middle column that are lit, each by how much. */
function heightIn(frame: Buffer, width: number, height: number): number {
  let rows = 0;
  for (let y = 0; y < height; y++) rows += frame[3 * (y * width + width / 2)]! / 255;
  return rows;
}

describe('a sign that is tied to the kick', () => {
  let film: string;
  beforeAll(async () => {
    await writeWav(join(folder, 'kicks.wav'), kicks);
    film = join(folder, 'board.json');
    await writeFile(film, JSON.stringify(boardFilm()));
  });

  it('is as high as its peak at every kick of the rendered file, within 1 %, and at rest between them', async () => {
    const out = join(folder, 'board.mp4');
    const { code, stderr } = await cyclogram(data, ['render', film, '--out', out, '--size', '640x360']);
    expect([code, stderr]).toEqual([0, '']);
    const { width, height } = boardFilm();
    const scale = 360 / height;
    const frames = await decodeFrames(out, 640, 360);
    expect([width / height, frames.length > 100]).toEqual([640 / 360, true]);
    const fps = frames.length / 4;
    for (let kick = 0; kick < 8; kick++) {
      // In the middle of the sound, and in the middle of the silence.
      const at = (seconds: number) => heightIn(frames[Math.floor(seconds * fps)]!, 640, 360) / scale;
      const full = at(kick * beat + 0.09);
      const still = at(kick * beat + 0.35);
      expect(Math.abs(full - peak) / peak, `kick ${kick}: ${full}`).toBeLessThan(0.01);
      expect(Math.abs(still - rest) / rest, `after kick ${kick}: ${still}`).toBeLessThan(0.02);
    }
  });

  it('has its values in a table: a row for each frame, whatever their rate', async () => {
    for (const fps of [24, 30, 60]) {
      const csv = join(folder, `values-${fps}.csv`);
      const { code, stderr } = await cyclogram(data, [
        'values',
        film,
        '--fps',
        String(fps),
        '--csv',
        csv,
        '--from',
        '1',
        '--to',
        '3',
      ]);
      expect([code, stderr]).toEqual([0, '']);
      const [head, ...rows] = (await readFile(csv, 'utf8')).trim().split('\n');
      expect(head).toBe('time,board.shape.height');
      expect(rows).toHaveLength(2 * fps);
      const values = rows.map((row) => row.split(',').map(Number) as [number, number]);
      expect(values[0]![0]).toBeCloseTo(1 + 0.5 / fps, 6);
      for (const [time, value] of values) {
        const since = time % beat;
        if (since > 0.03 && since < 0.14) expect(value).toBe(peak);
        if (since > 0.2 && since < 0.47) expect(value).toBe(rest);
      }
    }
  });

  it('names cords whose property is gone, and ends with 1', async () => {
    const lost = boardFilm();
    lost.cords.push({
      ...lost.cords[0]!,
      id: 'lost',
      target: { list: 'layers', id: 'gone', key: 'opacity', item: '' },
    });
    const path = join(folder, 'lost.json');
    await writeFile(path, JSON.stringify(lost));
    const csv = join(folder, 'lost.csv');
    const { code, stderr } = await cyclogram(data, ['values', path, '--csv', csv]);
    expect(code).toBe(1);
    expect(stderr).toContain('"lost" moves nothing, for the film has no property layers gone opacity');
    expect((await readFile(csv, 'utf8')).split('\n')[0]).toBe('time,board.shape.height');
  });

  it('has none where nothing moves, and says so', async () => {
    const still = join(folder, 'still.json');
    await writeFile(still, JSON.stringify({ ...boardFilm(), cords: [] }));
    const { code, stderr } = await cyclogram(data, ['values', still, '--csv', join(folder, 'x.csv')]);
    expect(code).not.toBe(0);
    expect(stderr).toContain('no cords');
  });
});
