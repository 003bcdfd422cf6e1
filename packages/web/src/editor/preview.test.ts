import { defaultFilm, defaultTrack, figureKinds, type FigureLayer, type Film } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Asset } from '../api/assets';
import type { Remote } from 'comlink';
import type { HearingApi, HearingReport, PaintingApi } from '../workers/messages';
import { Preview } from './preview';

/** A worker that only notes what it is asked. */
class FakeWorker<Api> {
  readonly calls: [string, ...unknown[]][] = [];
  starts = 1;
  ended = false;
  /** What it answers, by the name of what is asked. */
  answers: Record<string, (...given: never[]) => Promise<unknown>> = {};
  private readonly remote = new Proxy(
    {},
    {
      get:
        (_target, name: string) =>
        (...given: unknown[]) => {
          this.calls.push([name, ...given]);
          return this.answers[name]?.(...(given as never[])) ?? Promise.resolve();
        },
    },
  ) as Remote<Api>;
  constructor(readonly stop: () => void) {}
  ask = <T>(call: (remote: Remote<Api>) => Promise<T>): Promise<T> => call(this.remote);
  start = () => void (this.starts++, (this.ended = false));
  end = () => void (this.ended = true);
  /** What the last call of this name was given. */
  last(name: string): unknown[] {
    const found = this.all(name).at(-1);
    if (!found) throw new Error(`it was not asked to ${name}`);
    return found.slice(1);
  }
  all = (name: string) => this.calls.filter(([called]) => called === name);
}

const hash = (digit: string) => digit.repeat(64);
const asset = (digit: string, seconds: number): Asset => ({
  sha256: hash(digit),
  name: digit,
  channels: 2,
  length: seconds * 48000,
  seconds,
  overviewStep: 480,
});
const assets = new Map([asset('a', 60), asset('b', 90)].map((one) => [one.sha256, one]));

function makeFilm(change: (film: Film) => void = () => {}): Film {
  const film = structuredClone(
    defaultFilm('x', [
      defaultTrack('mix', 'Mix', { asset: hash('a') }),
      { ...defaultTrack('bass', 'Bass', { asset: hash('b') }), soundtrack: false, analysed: false },
    ]),
  );
  change(film);
  return film;
}

let preview: Preview;
let hearing: FakeWorker<HearingApi>;
let painting: FakeWorker<PaintingApi>;

beforeEach(() => {
  preview = new Preview({
    hearing: (stopped) => (hearing = new FakeWorker(stopped)),
    painting: (stopped) => (painting = new FakeWorker(stopped)),
  });
});
afterEach(() => preview.close());

/** Tells the page what is heard. */
const report = (message: HearingReport) =>
  (hearing.last('connect')[1] as (message: HearingReport) => void)(message);

describe('the preview', () => {
  it('joins the two workers, so that levels need not pass the page', () => {
    expect(hearing.last('connect')[0]).toBeInstanceOf(MessagePort);
    expect(painting.last('connect')[0]).toBeInstanceOf(MessagePort);
  });

  it('tells both of a film: the length that its soundtrack gives, the tracks of each ear', () => {
    const film = makeFilm(({ ears }) =>
      ears.push({ ...structuredClone(ears[0]!), id: 'low', tracks: ['bass'] }),
    );
    preview.setFilm(film, assets);
    expect(painting.last('setFilm')).toEqual([film, 60, 1]);
    const [ears, , , length] = hearing.last('setFilm') as Parameters<HearingApi['setFilm']>;
    expect(length).toBe(60 * 48000);
    expect(ears.map(({ tracks }) => tracks.map(({ sha256 }) => sha256))).toEqual([[hash('a')], [hash('b')]]);
    expect(preview.seconds).toBe(60);
  });

  it('leaves out sounds that are not known yet', () => {
    preview.setFilm(makeFilm(), new Map());
    expect(hearing.last('setFilm')).toMatchObject([[{ tracks: [] }], [], [], 0, 1]);
    expect(preview.seconds).toBe(0);
  });

  it('takes a set length, and still knows that of the tracks', () => {
    preview.setFilm(
      makeFilm((film) => (film.length = 20)),
      assets,
    );
    expect(painting.last('setFilm')[1]).toBe(20);
    expect(preview.state.getState().trackSeconds).toBe(60);
  });

  it('asks for waveforms only of ears whose figures show them, or that the gallery wants', () => {
    const film = makeFilm();
    preview.setFilm(film, assets);
    expect(hearing.last('setFilm')[2]).toEqual([]);
    preview.wantWaveform('ear-1');
    expect(hearing.last('setFilm')[2]).toEqual(['ear-1']);
    preview.wantWaveform(undefined);
    const waveforms = makeFilm(({ layers, width, height }) => {
      (layers[0] as FigureLayer).figure = figureKinds.waveform.defaults({ width, height });
    });
    preview.setFilm(waveforms, assets);
    expect(hearing.last('setFilm')[2]).toEqual(['ear-1']);
  });

  it('tells of images once, and again when they change', () => {
    const film = makeFilm(
      ({ images }) => void images.push({ id: 'p', name: 'P', source: { asset: hash('c') } }),
    );
    preview.setFilm(film, assets);
    preview.setFilm({ ...film, title: 'y' }, assets);
    const told = () => painting.all('setImages');
    expect(told()).toHaveLength(1);
    expect(told()[0]![1]).toEqual({ p: expect.stringContaining(hash('c')) as string });
    preview.setFilm({ ...film, images: [] }, assets);
    expect(told()).toHaveLength(2);
  });

  it('moves in time within the film, and says so', () => {
    preview.setFilm(makeFilm(), assets);
    const frames = vi.fn();
    const stop = preview.onFrame(frames);
    preview.seek(12);
    expect(preview.time()).toBe(12);
    expect(hearing.last('setNow')).toEqual([12]);
    expect(painting.last('setClock')[0]).toMatchObject({ time: 12, playing: false, end: 60 });
    expect(frames).toHaveBeenCalled();
    preview.seek(99);
    expect(preview.time()).toBe(60);
    stop();
    frames.mockClear();
    preview.seek(1);
    expect(frames).not.toHaveBeenCalled();
  });

  it('steps from the middle of one frame to that of another', () => {
    preview.setFilm(makeFilm(), assets);
    preview.seek(1.01);
    preview.step(1, 30);
    expect(preview.time()).toBeCloseTo(31.5 / 30, 9);
    preview.step(-2, 30);
    expect(preview.time()).toBeCloseTo(29.5 / 30, 9);
    preview.step(-500, 30);
    expect(preview.time()).toBeCloseTo(0.5 / 30, 9);
  });

  it('asks for beats in the tracks that are analysed', async () => {
    preview.setFilm(makeFilm(), assets);
    hearing.answers['ask'] = () => Promise.resolve({ bpm: 124, first: 0, perBar: 4 });
    await expect(preview.findBeats()).resolves.toMatchObject({ bpm: 124 });
    expect(hearing.last('ask')).toMatchObject(['beats', { tracks: [{ sha256: hash('a') }] }]);
  });

  it('passes on what is heard', () => {
    const { getState } = preview.state;
    report({ say: 'progress', share: 0.4, of: 0 });
    report({ say: 'spectrogram' });
    report({ say: 'failed', text: 'The ear cannot hear.' });
    expect(getState()).toMatchObject({
      analysed: 0.4,
      spectrogramVersion: 1,
      problem: 'The ear cannot hear.',
    });
    const limits = { floorDb: -60, ceilingDb: -20 };
    const ear = {
      ...{ edges: new Float64Array(2), windows: new Float64Array(1), sharesBins: false, binHz: 1, limits },
    };
    report({ say: 'ear', earId: 'ear-1', report: ear });
    expect(getState().ears['ear-1']).toBe(ear);
    expect(getState().problem).toBeUndefined();
  });

  it('has heard all only when that is said of the film as it is now', () => {
    const heard = () => preview.state.getState().heard;
    const film = makeFilm();
    preview.setFilm(film, assets);
    const [, , , , number] = hearing.last('setFilm') as Parameters<HearingApi['setFilm']>;
    report({ say: 'progress', share: 0.9, of: number });
    expect(heard()).toBe(false);
    report({ say: 'progress', share: 1, of: number });
    expect(heard()).toBe(true);
    preview.setFilm({ ...film, title: 'y' }, assets);
    expect(heard()).toBe(false);
    // A report that was on its way is of the film before.
    report({ say: 'progress', share: 1, of: number });
    expect(heard()).toBe(false);
    report({ say: 'progress', share: 1, of: number + 1 });
    expect(heard()).toBe(true);
  });

  it('asks for files again when one is added, even under the address that it had', () => {
    const film = makeFilm();
    const own = { id: 'own', name: 'Own', source: { asset: hash('c') } };
    preview.setFilm({ ...film, typefaces: [own] }, assets);
    expect(painting.all('retry')).toHaveLength(0);
    preview.setFilm({ ...film, typefaces: [{ ...own }] }, assets);
    expect(painting.all('retry')).toHaveLength(1);
  });

  it('starts both workers again when one has stopped, tells them everything, and says so', () => {
    const film = makeFilm(
      ({ images }) => void images.push({ id: 'p', name: 'P', source: { asset: hash('c') } }),
    );
    preview.setFilm(film, assets);
    preview.setSize(640, 360);
    preview.watch('ear-1');
    preview.setBefore(true);
    preview.setCoarse(true);
    preview.setSize(800, 450);
    preview.seek(7);
    const said = {
      painting: new Set(painting.calls.map(([name]) => name)),
      hearing: new Set(hearing.calls.map(([name]) => name)),
    };
    const before = painting.last('connect')[0];
    hearing.calls.length = painting.calls.length = 0;
    painting.stop();
    expect([hearing.starts, painting.starts, hearing.ended, painting.ended]).toEqual([2, 2, false, false]);
    expect(painting.last('connect')[0]).not.toBe(before);
    expect(painting.last('setFilm')).toEqual([film, 60, 1]);
    expect(painting.last('setSize')).toEqual([800, 450]);
    // All that each was told, once, and the last of it.
    for (const [worker, names] of [
      [painting, said.painting],
      [hearing, said.hearing],
    ] as const)
      for (const name of names) expect(worker.all(name), name).toHaveLength(1);
    expect(painting.last('setBefore')).toEqual([true]);
    expect(painting.last('setCoarse')).toEqual([true]);
    expect(painting.last('setClock')[0]).toMatchObject({ time: 7 });
    expect(painting.all('setImages')).toHaveLength(1);
    expect(hearing.last('watch')).toEqual(['ear-1']);
    expect(hearing.all('setFilm')).toHaveLength(1);
    expect(preview.state.getState()).toMatchObject({ restarted: 1, problem: undefined });
  });

  it('gives up on workers that keep stopping, and says what to do', () => {
    for (let i = 0; i < 4; i++) hearing.stop();
    expect([hearing.starts, hearing.ended]).toEqual([4, true]);
    expect(preview.state.getState().problem).toContain('Reload the page');
  });

  it('ends both when it is closed', () => {
    preview.close();
    expect([hearing.ended, painting.ended]).toEqual([true, true]);
  });
});
