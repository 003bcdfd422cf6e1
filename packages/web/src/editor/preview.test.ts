import { defaultFilm, defaultTrack, figureKinds, type FigureLayer, type Film } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Asset } from '../api/assets';
import type { FromHearing, FromPainting, ToHearing, ToPainting } from '../workers/messages';
import { Preview } from './preview';

/** A worker that only notes what it is told; answers are given by hand. */
class FakeWorker<To, From> {
  static all: FakeWorker<never, never>[] = [];
  told: To[] = [];
  ended = false;
  onmessage: (event: { data: From }) => void = () => {};
  onerror: () => void = () => {};
  constructor(readonly url: URL) {
    FakeWorker.all.push(this as never);
  }
  postMessage(message: To): void {
    this.told.push(message);
  }
  terminate(): void {
    this.ended = true;
  }
  say(data: From): void {
    this.onmessage({ data });
  }
  /** The last message of a kind. */
  last<Say extends string>(say: Say): Extract<To, { say: Say }> {
    const found = this.told.filter((message) => (message as { say: string }).say === say).at(-1);
    if (!found) throw new Error(`it was not told ${say}`);
    return found as Extract<To, { say: Say }>;
  }
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
let hearing: FakeWorker<ToHearing, FromHearing>;
let painting: FakeWorker<ToPainting, FromPainting>;

beforeEach(() => {
  FakeWorker.all = [];
  vi.stubGlobal('Worker', FakeWorker);
  preview = new Preview();
  const named = (name: string) => FakeWorker.all.find(({ url }) => url.pathname.includes(name))!;
  hearing = named('hearing') as never;
  painting = named('painting') as never;
});
afterEach(() => {
  preview.close();
  vi.unstubAllGlobals();
});

describe('the preview', () => {
  it('joins the two workers, so that levels need not pass the page', () => {
    expect(hearing.told[0]).toHaveProperty('painter');
    expect(painting.told[0]).toHaveProperty('hearing');
  });

  it('tells both of a film: the length that its soundtrack gives, the tracks of each ear', () => {
    const film = makeFilm(({ ears }) =>
      ears.push({ ...structuredClone(ears[0]!), id: 'low', tracks: ['bass'] }),
    );
    preview.setFilm(film, assets);
    expect(painting.last('film')).toEqual({ say: 'film', film, end: 60 });
    const { ears, length } = hearing.last('film');
    expect(length).toBe(60 * 48000);
    expect(ears.map(({ tracks }) => tracks.map(({ sha256 }) => sha256))).toEqual([[hash('a')], [hash('b')]]);
    expect(preview.seconds).toBe(60);
  });

  it('leaves out sounds that are not known yet', () => {
    preview.setFilm(makeFilm(), new Map());
    expect(hearing.last('film')).toMatchObject({ length: 0, ears: [{ tracks: [] }] });
    expect(preview.seconds).toBe(0);
  });

  it('takes a set length, and still knows that of the tracks', () => {
    preview.setFilm(
      makeFilm((film) => (film.length = 20)),
      assets,
    );
    expect(painting.last('film').end).toBe(20);
    expect(preview.state.getState().trackSeconds).toBe(60);
  });

  it('asks for waveforms only of ears whose figures show them, or that the gallery wants', () => {
    const film = makeFilm();
    preview.setFilm(film, assets);
    expect(hearing.last('film').waved).toEqual([]);
    preview.wantWaveform('ear-1');
    expect(hearing.last('film').waved).toEqual(['ear-1']);
    preview.wantWaveform(undefined);
    const waveforms = makeFilm(({ layers, width, height }) => {
      (layers[0] as FigureLayer).figure = figureKinds.waveform.defaults({ width, height });
    });
    preview.setFilm(waveforms, assets);
    expect(hearing.last('film').waved).toEqual(['ear-1']);
  });

  it('tells of images once, and again when they change', () => {
    const film = makeFilm(
      ({ images }) => void images.push({ id: 'p', name: 'P', source: { asset: hash('c') } }),
    );
    preview.setFilm(film, assets);
    preview.setFilm({ ...film, title: 'y' }, assets);
    const told = () => painting.told.filter(({ say }) => say === 'images');
    expect(told()).toHaveLength(1);
    expect(told()[0]).toMatchObject({ addresses: { p: expect.stringContaining(hash('c')) as string } });
    preview.setFilm({ ...film, images: [] }, assets);
    expect(told()).toHaveLength(2);
  });

  it('moves in time within the film, and says so', () => {
    preview.setFilm(makeFilm(), assets);
    const frames = vi.fn();
    const stop = preview.onFrame(frames);
    preview.seek(12);
    expect(preview.time()).toBe(12);
    expect(hearing.last('now')).toEqual({ say: 'now', time: 12 });
    expect(painting.last('clock').clock).toMatchObject({ time: 12, playing: false, end: 60 });
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

  it('keeps what was asked for apart: answers come to whom they belong, in any order', async () => {
    preview.setFilm(makeFilm(), assets);
    const [one, other] = [preview.request('pick', pick), preview.request('pick', pick)];
    const [first, second] = painting.told.flatMap((message) =>
      message.say === 'request' ? [message.id] : [],
    );
    painting.say({ say: 'answer', id: second!, answer: 'second' });
    painting.say({ say: 'noAnswer', id: first!, text: 'nothing is there' });
    await expect(other).resolves.toBe('second');
    await expect(one).rejects.toThrow('nothing is there');
  });

  it('asks for beats in the tracks that are analysed', async () => {
    preview.setFilm(makeFilm(), assets);
    const found = preview.findBeats();
    const { id, given } = hearing.last('ask');
    expect(given).toMatchObject({ tracks: [{ sha256: hash('a') }] });
    hearing.say({ say: 'answer', id, answer: { bpm: 124, first: 0, perBar: 4 } });
    await expect(found).resolves.toMatchObject({ bpm: 124 });
  });

  it('passes on what is heard', () => {
    const { getState } = preview.state;
    hearing.say({ say: 'progress', share: 0.4 });
    hearing.say({ say: 'spectrogram' });
    hearing.say({ say: 'failed', text: 'The ear cannot hear.' });
    expect(getState()).toMatchObject({ heard: 0.4, spectrogramVersion: 1, problem: 'The ear cannot hear.' });
    const limits = { floorDb: -60, ceilingDb: -20 };
    const report = {
      ...{ edges: new Float64Array(2), windows: new Float64Array(1), sharesBins: false, binHz: 1, limits },
    };
    hearing.say({ say: 'ear', earId: 'ear-1', report });
    expect(getState().ears['ear-1']).toBe(report);
    expect(getState().problem).toBeUndefined();
  });

  it('says when a worker has died, and ends both when it is closed', () => {
    painting.onerror();
    expect(preview.state.getState().problem).toContain('Reload the page');
    preview.close();
    expect([hearing.ended, painting.ended]).toEqual([true, true]);
  });
});

const pick = { time: 0, x: 0, y: 0, slack: 1, layers: [] };
