import { describe, expect, it } from 'vitest';
import { defaultEar } from '../ear/ear';
import type { Ear } from '../ear/ear';
import { shownBands } from '../ear/shownBands';
import { noise, pinkNoise, readerOf, sine } from '../../testing';
import { EarHearing } from './earHearing';
import { fitToSong } from './fitToSong';
import { hearStretch, listenToAll } from './listen';
import { emptyTables, TableHearing } from './tableHearing';
import { trimSilentBands } from './trimBands';

const ear: Ear = { ...defaultEar('e'), bands: 24, smoothing: 'none' };

async function hear(part: Partial<Ear>, sound: Float32Array): Promise<EarHearing> {
  const hearing = new EarHearing({ ...ear, ...part }, sound.length);
  await listenToAll(hearing, readerOf(sound));
  hearing.settle();
  return hearing;
}

describe('what an ear hears', () => {
  const song = noise(48000 * 2, 2);

  it('shows a part as soon as it is heard, as it will look when all is', async () => {
    const whole = await hear({ release: 0.2, smoothing: 'attackRelease' }, song);
    const part = new EarHearing({ ...ear, release: 0.2, smoothing: 'attackRelease' }, song.length);
    part.settle();
    expect(part.levels.every((level) => level === 0)).toBe(true);
    await hearStretch(part, readerOf(song), { first: 30, count: 60 });
    part.settle();
    expect(part.levelsAt(0.4).every((level) => level === 0)).toBe(true);
    expect(part.levelsAt(1.6).every((level) => level === 0)).toBe(true);
    // A second after the start, what came before it has faded: exp(-1 / 0.2) of it is left.
    const late = part.levelsAt(1.48);
    whole.levelsAt(1.48).forEach((level, band) => expect(late[band]).toBeCloseTo(level, 1));
    expect(Math.max(...late)).toBeGreaterThan(0.3);
  });

  it('is the same in memory that has been used before, also where nothing has been heard', async () => {
    const used = (length: number) => new Float32Array(length).fill(0.7);
    const settings: Ear = { ...ear, peaks: true, limits: 'fitted' };
    const [own, again] = [undefined, { rows: used, table: used }].map(
      (memory) => new EarHearing(settings, song.length, memory),
    );
    for (const hearing of [own!, again!]) {
      await hearStretch(hearing, readerOf(song), { first: 30, count: 60 });
      hearing.settle();
    }
    expect(again!.levels).toEqual(own!.levels);
    expect(again!.peaks).toEqual(own!.peaks);
    expect(again!.limits).toEqual(own!.limits);
    expect(again!.bandStatistics()).toEqual(own!.bandStatistics());
  });

  it.each([
    { smoothing: 'attackRelease', release: 0.1 },
    { smoothing: 'average', averageTime: 0.2 },
    { smoothing: 'none', peaks: true, peakHold: 0.05, peakFall: 5, acrossBands: 1.5 },
    { smoothing: 'spring', mutes: [0, 7], limits: 'fitted' },
  ] satisfies Partial<Ear>[])('is settled around a moment as it will be in the whole: %o', async (part) => {
    const settings = { ...ear, ...part };
    const hearing = await hear(part, song);
    const whole = new TableHearing({ ...emptyTables(), ears: new Map([['e', hearing.takeTable()]]) });
    hearing.settle(settings, { first: 40, count: 80 });
    expect(hearing.levels).toHaveLength(80 * hearing.shown.length);
    const table = hearing.takeTable();
    expect(table.first).toBe(40);
    const around = new TableHearing({ ...emptyTables(), ears: new Map([['e', table]]) });
    for (const t of [1.6, 1.71, 1.8]) {
      around.levelsAt('e', t)!.forEach((level, band) => {
        expect(Math.abs(level - whole.levelsAt('e', t)![band]!)).toBeLessThan(0.01);
      });
      around.peaksAt('e', t)?.forEach((peak, band) => {
        expect(Math.abs(peak - whole.peaksAt('e', t)![band]!)).toBeLessThan(0.01);
      });
    }
    // Beyond its ends the nearest row there is.
    expect(around.levelsAt('e', 0)!.slice()).toEqual(around.levelsAt('e', 40 / 60));
    expect(around.levelsAt('e', 9)!.slice()).toEqual(around.levelsAt('e', 119 / 60));
  });

  it('gives its table away, and has it again once settled', async () => {
    const hearing = await hear({ peaks: true }, song);
    const first = hearing.levels.slice();
    const { bands, levels, peaks, rate } = hearing.takeTable();
    expect([bands, rate, hearing.levels.length]).toEqual([24, hearing.rate, 0]);
    expect(levels).toEqual(first);
    expect(peaks).toHaveLength(levels.length);
    hearing.settle();
    expect(hearing.levels).toEqual(first);
    // With other bands in between: nothing of them is left.
    hearing.settle({ ...ear, peaks: true, mutes: [3] });
    hearing.settle({ ...ear, peaks: true });
    expect(hearing.levels).toEqual(first);
  });

  it('finds limits from samples all over the song, however many moments there are', async () => {
    // Loud and soft by turns, for 40 s, in so many bands that only some moments of a whole song count.
    const long = noise(48000 * 40, 3).map((value, n) => value * (0.02 + 0.5 * Math.sin(n / 30000) ** 2));
    const fitted: Ear = { ...ear, bands: 400, limits: 'fitted', floorPercent: 30, ceilingPercent: 95 };
    const whole = await hear(fitted, long);
    const sampled = new EarHearing(fitted, long.length);
    for (let i = 0; i < 48; i++) {
      const first = Math.floor((i * (sampled.moments - 2)) / 48);
      await hearStretch(sampled, readerOf(long), { first, count: 2 });
    }
    sampled.settle();
    expect(Math.abs(sampled.limits.floorDb - whole.limits.floorDb)).toBeLessThan(1.5);
    expect(Math.abs(sampled.limits.ceilingDb - whole.limits.ceilingDb)).toBeLessThan(1);
  });

  it('has no marks for muted bands', async () => {
    const all = await hear({}, song);
    const some = await hear({ mutes: [0, 5] }, song);
    expect(shownBands({ ...ear, mutes: [0, 5] })).toHaveLength(22);
    expect(Array.from(some.levelsAt(1))).toEqual(
      Array.from(all.levelsAt(1)).filter((_, band) => band !== 0 && band !== 5),
    );
  });

  it('takes floor and ceiling from the song: another level of the whole song looks the same', async () => {
    const part = { limits: 'fitted', floorPercent: 20, ceilingPercent: 99 } as const;
    const loud = await hear(part, song);
    const quiet = await hear(
      part,
      song.map((value) => value * 0.03),
    );
    Array.from(loud.levelsAt(1)).forEach((level, band) =>
      expect(quiet.levelsAt(1)[band]).toBeCloseTo(level, 3),
    );
    const full = loud.levels.filter((level) => level >= 1).length / loud.levels.length;
    const empty = loud.levels.filter((level) => level <= 0).length / loud.levels.length;
    expect(full).toBeGreaterThan(0.001);
    expect(full).toBeLessThan(0.02);
    expect(Math.abs(empty - 0.2)).toBeLessThan(0.03);
  });

  it('reads the same at the same times at 24, 30 and 60 frames a second', async () => {
    const hearing = await hear({ smoothing: 'attackRelease' }, song);
    // Times that are frames at every rate: multiples of a sixth of a second.
    for (let sixth = 0; sixth < 12; sixth++) {
      const [a, b, c] = [24, 30, 60].map((fps) => Array.from(hearing.levelsAt((sixth * fps) / 6 / fps)));
      expect(a).toEqual(b);
      expect(b).toEqual(c);
    }
  });

  it('knows what each band does over the song', async () => {
    // Faded in and out: a tone that begins at once is heard in all bands for a moment.
    const tone = sine(1000, 48000 * 2).map((value, n) => value * Math.sin((Math.PI * n) / 96000) ** 2);
    const hearing = await hear({ bands: 8, floorDb: -60, tiltDbPerOctave: 0 }, tone);
    const statistics = hearing.bandStatistics();
    const loudest = statistics.findIndex(({ loudDb }) => loudDb > -1);
    expect(hearing.edges[loudest]!).toBeLessThan(1000);
    expect(hearing.edges[loudest + 1]!).toBeGreaterThan(1000);
    // The fade's square is sin^4, whose mean is 3/8.
    expect(statistics[loudest]!.meanDb).toBeCloseTo(10 * Math.log10(3 / 8), 0);
    expect(statistics.filter(({ silent }) => !silent)).toHaveLength(1);
  });

  it('averages the powers of both channels, in which nothing cancels', async () => {
    const tone = sine(1000, 48000);
    const opposite = (signal: string, start: number, out: Float32Array) => {
      readerOf(tone)(signal, start, out);
      if (signal === 'right') for (let n = 0; n < out.length; n++) out[n] = -out[n]!;
      if (signal === 'mid') out.fill(0);
    };
    const level = async (channel: Ear['channel']) => {
      const hearing = new EarHearing(
        { ...ear, channel, bands: 1, scale: 'linear', fromHz: 100, toHz: 9000 },
        tone.length,
      );
      await listenToAll(hearing, opposite);
      return hearing.db[30]!;
    };
    expect(await level('mid')).toBe(-200);
    expect(await level('mix')).toBeCloseTo(0, 1);
  });

  it('can be smoothed another way for comparison, and stays as it is', async () => {
    const hearing = await hear({ smoothing: 'none' }, song);
    const before = hearing.levels.slice();
    const slow = hearing.levelsWith({ ...ear, smoothing: 'average', averageTime: 0.5 });
    expect(hearing.levels).toEqual(before);
    const jumps = (levels: Float32Array) => {
      let sum = 0;
      for (let i = 24; i < levels.length; i++) sum += Math.abs(levels[i]! - levels[i - 24]!);
      return sum;
    };
    expect(jumps(slow)).toBeLessThan(jumps(before) / 3);
  });
});

describe('odd sounds', () => {
  it.each([
    ['nothing', new Float32Array(0)],
    ['one sample', Float32Array.of(0.5)],
    ['silence', new Float32Array(48000)],
    ['a constant', new Float32Array(48000).fill(0.7)],
    ['full-scale clipping', sine(100, 48000).map((value) => Math.sign(value))],
  ])('%s gives levels from 0 to 1', async (_name, sound) => {
    for (const part of [{}, { limits: 'fitted' }, { law: 'power' }, { smoothing: 'spring' }] as const) {
      const { levels } = await hear(part, sound);
      expect(levels.every((level) => Number.isFinite(level) && level >= -1 && level <= 2)).toBe(true);
    }
  });

  it('a constant is heard in no band above 20 Hz', async () => {
    const { levels, moments } = await hear({ fromHz: 60 }, new Float32Array(96000).fill(0.7));
    const middle = levels.subarray(24 * Math.floor(moments / 2), 24 * (Math.floor(moments / 2) + 1));
    expect(Math.max(...middle)).toBe(0);
  });

  it('512 bands in 10 Hz share bins, and say so', async () => {
    const hearing = await hear({ bands: 512, scale: 'linear', fromHz: 100, toHz: 110 }, sine(105, 48000));
    expect(hearing.plan.sharesBins).toBe(true);
    expect(hearing.levels.every(Number.isFinite)).toBe(true);
  });

  it('bands above half the sample rate are silent', async () => {
    const hearing = await hear({ scale: 'hand', edges: [1000, 23000, 24000] }, noise(48000));
    expect(hearing.levels.every(Number.isFinite)).toBe(true);
    expect(() => new EarHearing({ ...ear, fromHz: 500, toHz: 400 }, 100)).toThrow(RangeError);
  });
});

describe('fitting to the song', () => {
  it('levels pink noise, neither dead on one side nor pinned at the top, and says why', async () => {
    const pink = pinkNoise(48000 * 12, 7);
    const fit = await fitToSong({ ...ear, bands: 40 }, pink.length, readerOf(pink));
    const { settings, reasons } = fit;
    expect(Math.abs(settings.tiltDbPerOctave)).toBeLessThanOrEqual(0.5);
    expect(reasons).toHaveLength(4);
    const hearing = await hear({ bands: 40, ...settings }, pink);
    const share = (test: (level: number) => boolean) =>
      hearing.levels.filter(test).length / hearing.levels.length;
    expect(share((level) => level >= 1)).toBeLessThan(0.02);
    // Neither side is dead: every third of the bands moves about as much as the others.
    const thirds = [0, 1, 2].map((third) => {
      let sum = 0;
      for (let i = 0; i < hearing.levels.length; i++) {
        if (Math.floor((i % 40) / 13.4) === third) sum += hearing.levels[i]!;
      }
      return sum;
    });
    expect(Math.min(...thirds) / Math.max(...thirds)).toBeGreaterThan(0.5);
  });

  it('lifts a song that falls with frequency, and leaves out where it is empty', async () => {
    let last = 0;
    const dull = noise(48000 * 8, 2).map((value) => (last = 0.97 * last + 0.03 * value));
    const { settings } = await fitToSong(ear, dull.length, readerOf(dull));
    expect(settings.tiltDbPerOctave).toBeGreaterThan(1);
    const bass = sine(80, 48000 * 4);
    const narrow = await fitToSong(ear, bass.length, readerOf(bass));
    expect(narrow.settings.toHz).toBeLessThan(200);
  });

  it('refuses silence', async () => {
    await expect(fitToSong(ear, 48000, readerOf(new Float32Array(48000)))).rejects.toThrow(RangeError);
  });
});

describe('trimming silent bands', () => {
  const silent = (...on: boolean[]) => on.map((loud) => !loud);

  it('keeps the bands that are left where they were', () => {
    const edges = new EarHearing({ ...ear, bands: 5 }, 0).edges;
    const trimmed = trimSilentBands(
      { ...ear, bands: 5, mutes: [0, 2] },
      edges,
      silent(false, true, true, false, false),
    )!;
    expect(trimmed).toMatchObject({ bands: 2, mutes: [1] });
    const after = new EarHearing({ ...ear, ...trimmed }, 0).edges;
    Array.from(after).forEach((edge, i) => expect(edge / edges[i + 1]!).toBeCloseTo(1, 6));
  });

  it('of bands by hand takes their edges and names', () => {
    const hand: Ear = { ...ear, scale: 'hand', edges: [10, 20, 30, 40], bandNames: ['a', 'b', 'c'] };
    expect(trimSilentBands(hand, hand.edges, silent(false, true, false))).toEqual({
      edges: [20, 30],
      bandNames: ['b'],
      mutes: [],
    });
  });

  it('does nothing when no end is silent, or all is', () => {
    expect(trimSilentBands(ear, [1, 2, 3, 4], silent(true, false, true))).toBeUndefined();
    expect(trimSilentBands(ear, [1, 2, 3], silent(false, false))).toBeUndefined();
  });
});
