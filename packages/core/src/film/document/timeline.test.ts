import { describe, expect, it } from 'vitest';
import { defaultFilm } from './defaults';
import { defaultTrack } from './track';
import { parseFilm } from './parse';
import { coveredPart, filmSamples, placeTrack } from './timeline';

const track = { ...defaultTrack('a', 'A', { path: 'a.wav' }), start: 2, in: 1, out: 4 };

describe('a track in the film', () => {
  it('covers its part of the file, from its start on', () => {
    expect(placeTrack(track, 48000 * 10)).toEqual({ start: 96000, first: 48000, last: 192000 });
    expect(placeTrack({ ...track, out: null }, 48000 * 3)).toEqual({
      start: 96000,
      first: 48000,
      last: 144000,
    });
    expect(placeTrack({ ...track, in: 50, out: null }, 480)).toEqual({ start: 96000, first: 480, last: 480 });
  });

  it('gives each stretch of the film what it has there', () => {
    const placement = placeTrack(track, 48000 * 10);
    expect(coveredPart(placement, 0, 96000)).toBeUndefined();
    expect(coveredPart(placement, 90000, 100000)).toEqual({ from: 48000, to: 52000, offset: 6000 });
    expect(coveredPart(placement, 100000, 110000)).toEqual({ from: 52000, to: 62000, offset: 0 });
    expect(coveredPart(placement, 230000, 300000)).toEqual({ from: 182000, to: 192000, offset: 0 });
    expect(coveredPart(placement, 240000, 300000)).toBeUndefined();
  });
});

describe('length of a film', () => {
  const film = defaultFilm('x', [track, { ...defaultTrack('b', 'B', { path: 'b.wav' }), soundtrack: false }]);
  const lengthOf = () => 48000 * 10;

  it('follows the longest track of the soundtrack', () => {
    expect(filmSamples(film, lengthOf) / 48000).toBe(5);
    expect(filmSamples({ ...film, tracks: [film.tracks[1]!] }, lengthOf) / 48000).toBe(10);
  });

  it('is what was set', () => expect(filmSamples({ ...film, length: 7.5 }, lengthOf)).toBe(360000));
  it('is nothing without a song', () => expect(filmSamples(defaultFilm('x'), lengthOf)).toBe(0));
});

describe('a film of version 1', () => {
  const first = {
    ...{ version: 1, title: 'Old', width: 1920, height: 1080, fps: 30 },
    background: { color: '#000000', edgeColor: '#000000' },
    tracks: [
      { id: 'a', name: 'A', source: { path: 'a.wav' }, gain: 0, muted: false },
      { id: 'b', name: 'B', source: { path: 'b.wav' }, gain: 0, muted: true },
    ],
    ears: [
      {
        ...{ id: 'e', name: 'E', tracks: ['b'], channel: 'mix', windowShape: 'hann', fromHz: 40, toHz: 9000 },
        ...{ bands: 12, scale: 'mel', window: 0.68, floorDb: -60, ceilingDb: -20, tiltDbPerOctave: 1 },
        ...{ attack: 0.1, release: 0.2 },
      },
    ],
    layers: [
      {
        ...{ id: 'l', kind: 'figure', name: 'L', visible: true, opacity: 1, blend: 'normal', ear: 'e' },
        path: { kind: 'circle', centerX: 0, centerY: 0, radius: 9, start: 0 },
        figure: {
          ...{ kind: 'bars', mirrored: true, side: 'outward', ends: 'flat', reach: 5, rest: 1, width: 0.5 },
          ...{ color: '#ffffff', colorHigh: '#ffffff' },
        },
      },
    ],
  };

  it('is read: what was muted is neither in the soundtrack nor analysed, both channels are added as before', () => {
    const film = parseFilm(first);
    expect(film.tracks.map(({ soundtrack, analysed }) => [soundtrack, analysed])).toEqual([
      [true, true],
      [false, false],
    ]);
    expect(film.ears[0]).toMatchObject({
      channel: 'mid',
      bands: 12,
      window: 0.5,
      smoothing: 'attackRelease',
    });
    expect(film).toMatchObject({ version: 8, followers: [], beats: null, length: null });
    expect(parseFilm(film)).toEqual(film);
  });

  it('has its path and its colours where they are now', () => {
    const film = parseFilm(first);
    expect(film.paths).toEqual([
      expect.objectContaining({
        id: 'path-1',
        shape: { kind: 'circle', radius: 9 },
        position: { x: 0, y: 0 },
        offset: 0,
      }),
    ]);
    expect(film.layers[0]).toMatchObject({
      ...{ path: 'path-1', locked: false, group: null, falloffs: [] },
      figure: { kind: 'bars', form: 'square', order: 'mirrored', reach: 5, rest: 1, width: 0.5 },
      color: { by: 'band', mix: 'oklab', stops: [{ color: '#ffffff' }, { color: '#ffffff' }] },
    });
  });

  it('of version 2, a line has one colour and keeps its copies', () => {
    const [layer] = first.layers;
    const copies = {
      ...{ count: 3, around: 'path', moveX: 0, moveY: 4, turn: 10, scale: 1, reach: 1 },
      ...{ opacity: 1, delay: 0.1, share: false },
    };
    const second = {
      ...first,
      version: 2,
      ...{
        length: null,
        followers: [],
        beats: null,
        tracks: [],
        ears: [{ ...first.ears[0], tracks: [], channel: 'left', window: 0.1 }],
      },
      layers: [
        {
          ...layer,
          path: { ...layer!.path, ...{ from: 0, to: 0.5, shift: 0, reverse: false } },
          figure: {
            ...{ kind: 'line', order: 'up', side: 'inward', smooth: false, reach: 50, rest: 0 },
            ...{ thickness: 3, color: '#123456' },
          },
          copies,
        },
      ],
    };
    const film = parseFilm(second);
    expect(film.layers[0]).toMatchObject({
      figure: { kind: 'line', side: 'inward', smooth: false, thickness: 3, bandFrom: 1 },
      color: { by: 'one', stops: [{ color: '#123456' }] },
      copies: {
        ...{ count: 3, offset: { x: 0, y: 4 }, rotation: 10, delay: 0.1, hue: 0 },
        ...{ bandOffset: 0, continueBands: false },
      },
    });
    expect(film.paths[0]).toMatchObject({ trimEnd: 0.5, join: 'round' });
  });

  it('is still refused when it is broken', () =>
    expect(() => parseFilm({ ...first, ears: 'none' })).toThrow('ears'));
});
