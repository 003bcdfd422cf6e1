import {
  defaultEar,
  EarHearing,
  FollowerHearing,
  defaultFollower,
  listenToAll,
  SpectrogramListener,
  type Ear,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { answerQuestion } from './answers';
import type { EarSounds } from './earSounds';
import { reportFollower } from './followerReport';
import { EarAnalysis } from './earAnalysis';
import { AnalysisQueue } from './analysisQueue';
import type { QuestionName, Questions } from './messages';

const length = 48000 * 6;
/** A tone of 1 kHz that sounds for the first half of every second. */
const song = Float32Array.from({ length }, (_, n) =>
  n % 48000 < 24000 ? 0.5 * Math.sin((2 * Math.PI * 1000 * n) / 48000) : 0,
);
const read = (_signal: string, start: number, out: Float32Array) => {
  for (let n = Math.max(0, -start); n < out.length && start + n < length; n++) out[n] = song[start + n]!;
};
const ear: Ear = { ...defaultEar('e'), bands: 12, smoothing: 'none', tiltDbPerOctave: 0 };
const sounds = { reader: () => read, tracksReader: () => read } as unknown as EarSounds;

function knowledge() {
  const queue = new AnalysisQueue(
    () => {},
    () => {},
  );
  const put = (name: string, listener: EarHearing | SpectrogramListener) =>
    queue.put(name, '', '', {
      create: () => new EarAnalysis(listener, read, { all: () => {} }),
      failed: () => {},
    });
  put('ear e', new EarHearing(ear, length));
  put('spectrogram', new SpectrogramListener('mid', length));
  return { sources: [{ ear, tracks: [] }], length, sounds, queue };
}

const known = knowledge();
const ask = <Name extends QuestionName>(what: Name, given: Questions[Name]['given']) =>
  answerQuestion(what, given, known) as Promise<Questions[Name]['answer']>;

describe('questions to what listens', () => {
  it('what each band does over the song', async () => {
    const statistics = await ask('statistics', { earId: 'e' });
    expect(statistics).toHaveLength(12);
    const loudest = Math.max(...statistics.map(({ loudDb }) => loudDb));
    expect(loudest).toBeCloseTo(-6.02, 1);
    expect(Math.max(...statistics.map(({ meanDb }) => meanDb))).toBeCloseTo(-9.03, 0);
  });

  it('what each band does, of the ear as it is in the end, when it is changed meanwhile', async () => {
    const changing = knowledge();
    const asked = answerQuestion('statistics', { earId: 'e' }, changing) as Promise<unknown[]>;
    // While bands are looked at, in turns.
    await changing.queue.complete('ear e');
    const few = new EarHearing({ ...ear, bands: 5 }, length);
    changing.queue.put('ear e', 'few', '', {
      create: () => new EarAnalysis(few, read, { all: () => {} }),
      failed: () => {},
    });
    expect(await asked).toHaveLength(5);
  });

  it('the spectrum around a moment: the tone where it is, at its level; nothing while it is silent', async () => {
    const given = { earId: 'e', count: 400, fromHz: 20, toHz: 20000 };
    const loud = await ask('spectrum', { ...given, time: 2.25 });
    const peak = loud.indexOf(Math.max(...loud));
    expect(20 * 1000 ** (peak / 399)).toBeGreaterThan(980);
    expect(20 * 1000 ** (peak / 399)).toBeLessThan(1020);
    // A single bin: up to 1.42 dB of scalloping (Harris, Hann window).
    expect(loud[peak]!).toBeLessThan(-5.9);
    expect(loud[peak]!).toBeGreaterThan(-7.5);
    const silent = await ask('spectrum', { ...given, time: 2.75 });
    expect(Math.max(...silent)).toBeLessThan(-150);
  });

  it('two smoothers over the same passage: the other one is slower', async () => {
    const bands = await ask('statistics', { earId: 'e' });
    const band = bands.findIndex(({ loudDb }) => loudDb > -10);
    const other = { ...ear, smoothing: 'attackRelease' as const, attack: 0.3, release: 0.3 };
    const { rate, own, other: slow } = await ask('traces', { earId: 'e', band, from: 1.5, to: 3.5, other });
    expect(own).toHaveLength(2 * rate);
    const steepest = (values: Float32Array) =>
      values.reduce((max, value, i) => Math.max(max, Math.abs(value - (values[i - 1] ?? value))), 0);
    expect(steepest(slow)).toBeLessThan(steepest(own) / 2);
  });

  it('the tempo: a stroke a second', async () => {
    const beats = await ask('beats', { tracks: [] });
    expect([60, 120]).toContain(Math.round(beats!.bpm));
  });

  it('a part of the spectrogram', async () => {
    await known.queue.complete('spectrogram');
    const picture = (await ask('spectrogram', { from: 1, to: 3, columns: 50 }))!;
    expect([picture.width, picture.from, picture.to]).toEqual([50, 1, 3]);
  });

  it('what suits the song, for an ear that is there', async () => {
    const { settings } = await ask('fit', { earId: 'e' });
    expect(settings.fromHz).toBeLessThan(1000);
    expect(settings.toHz).toBeGreaterThan(1000);
    await expect(ask('fit', { earId: 'gone' })).rejects.toThrow('the ear is gone');
  });
});

describe('what is told of a follower', () => {
  it('its level, value, limits, and how often it fires', async () => {
    const follower = { ...defaultFollower('f', 'e'), fromHz: 900, toHz: 1100, unit: 'db' as const };
    const hearing = new FollowerHearing({ ...follower, gateDb: -30, ceilingDb: -10 }, ear, length);
    await listenToAll(hearing, read);
    hearing.settle();
    const report = reportFollower(hearing);
    expect(report.fires).toHaveLength(6);
    expect([report.gate, report.ceiling]).toEqual([-30, -10]);
    expect(report.low).toBeLessThan(-30);
    expect(report.high).toBeGreaterThan(-7);
    expect(report.percentiles).toHaveLength(101);
    expect(Math.max(...report.histogram)).toBe(1);
    expect(report.wholeSong).toBeUndefined();
    // A copy: what is sent away does not empty what is kept.
    expect(report.raw.buffer).not.toBe(hearing.raw.buffer);
  });
});
