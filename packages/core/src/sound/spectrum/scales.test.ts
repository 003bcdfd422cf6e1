import { describe, expect, it } from 'vitest';
import { bandSettings } from '../../testing';
import { bandCount, bandEdges, equalScales, noteName, type ScaleKind, type ScaleSettings } from './scales';

const edgesOf = (part: Partial<ScaleSettings>) => Array.from(bandEdges(bandSettings(part)));
const equalKinds = Object.keys(equalScales) as (keyof typeof equalScales)[];

describe('scales that divide equally', () => {
  it.each(equalKinds)('%s goes there and back, and rises', (kind) => {
    const { toUnits, toHz } = equalScales[kind];
    let last = -Infinity;
    for (const hz of [20, 100, 150, 440, 1000, 5000, 9000, 16000, 23000]) {
      const units = toUnits(hz, 2.5);
      expect(toHz(units, 2.5)).toBeCloseTo(hz, 6);
      expect(units).toBeGreaterThan(last);
      last = units;
    }
  });

  it('mel: 1000 Hz is 1000 mel, and the values of the formula (O’Shaughnessy 1987)', () => {
    const { toUnits } = equalScales.mel;
    expect(toUnits(1000)).toBeCloseTo(1000, 1);
    expect(toUnits(0)).toBe(0);
    expect(toUnits(700)).toBeCloseTo(2595 * Math.log10(2), 9);
    expect(toUnits(4000)).toBeCloseTo(2146.1, 0);
  });

  it('Bark: Zwicker’s 24 critical bands (J. Acoust. Soc. Am. 33 (1961) 248) have whole numbers as edges', () => {
    const zwicker = [
      100, 200, 300, 400, 510, 630, 770, 920, 1080, 1270, 1480, 1720, 2000, 2320, 2700, 3150, 3700, 4400,
      5300, 6400, 7700, 9500, 12000, 15500,
    ];
    const { toUnits, toHz } = equalScales.bark;
    zwicker.forEach((hz, i) => {
      // Traunmueller states 0.05 Bark for his formula up to 6.7 kHz; the corrected ends are a little further off.
      expect(Math.abs(toUnits(hz) - (i + 1))).toBeLessThan(hz >= 200 && hz <= 6700 ? 0.07 : 0.11);
      expect(Math.abs(toHz(i + 1) / hz - 1)).toBeLessThan(0.05);
    });
    expect(bandCount(bandSettings({ scale: 'bark', bands: 24 }))).toBe(24);
  });

  it('ERB-rate: the values of Glasberg and Moore (Hearing Research 47 (1990) 103)', () => {
    const { toUnits } = equalScales.erb;
    expect(toUnits(1000)).toBeCloseTo(21.4 * Math.log10(5.37), 9);
    // One ERB wide at f is 24.7 (4.37 f / 1000 + 1) Hz: their equation 3.
    for (const hz of [100, 1000, 8000]) {
      const width = 24.7 * ((4.37 * hz) / 1000 + 1);
      expect(toUnits(hz + width / 2) - toUnits(hz - width / 2)).toBeCloseTo(1, 1);
    }
  });

  it('log: whole octaves when there are as many bands', () => {
    const edges = edgesOf({ scale: 'log', fromHz: 62.5, toHz: 16000, bands: 8 });
    [62.5, 125, 250, 500, 1000, 2000, 4000, 8000, 16000].forEach((hz, i) =>
      expect(edges[i]).toBeCloseTo(hz, 8),
    );
  });

  it('linear, and power with exponent 1: equal steps; with exponent 2: squares', () => {
    const range = { fromHz: 0, toHz: 1000, bands: 4 };
    expect(edgesOf({ scale: 'linear', ...range })).toEqual([0, 250, 500, 750, 1000]);
    expect(edgesOf({ scale: 'power', exponent: 1, ...range })).toEqual([0, 250, 500, 750, 1000]);
    edgesOf({ scale: 'power', exponent: 2, fromHz: 0, toHz: 1600, bands: 4 }).forEach((hz, i) =>
      expect(hz).toBeCloseTo([0, 100, 400, 900, 1600][i]!, 9),
    );
  });

  it.each(equalKinds)('%s: equal steps on its scale, the ends exactly', (scale) => {
    const edges = edgesOf({ scale, fromHz: 31.7, toHz: 15999.9, bands: 57, exponent: 3 });
    expect([edges[0], edges[57], edges.length]).toEqual([31.7, 15999.9, 58]);
    const units = edges.map((hz) => equalScales[scale].toUnits(hz, 3));
    const step = (units[57]! - units[0]!) / 57;
    for (let i = 1; i <= 57; i++) expect((units[i]! - units[i - 1]!) / step).toBeCloseTo(1, 6);
  });
});

describe('octave fractions', () => {
  const middles = (fraction: '1' | '3' | '6' | '12', fromHz: number, toHz: number) => {
    const edges = edgesOf({ scale: 'octave', fraction, fromHz, toHz });
    return edges.slice(1).map((high, i) => Math.sqrt(high * edges[i]!));
  };

  it('have the exact mid-band frequencies of IEC 61260-1:2014, table 1 (base ten)', () => {
    // Exact thirds from 1 kHz up; their nominal names in ISO 266 are 1k, 1.25k, 1.6k, 2k ... 10k.
    const exact = [1000, 1258.9, 1584.9, 1995.3, 2511.9, 3162.3, 3981.1, 5011.9, 6309.6, 7943.3, 10000];
    middles('3', 999, 10001).forEach((hz, i) => expect(Math.abs(hz / exact[i]! - 1)).toBeLessThan(1e-4));
    const octaves = [31.623, 63.096, 125.89, 251.19, 501.19, 1000, 1995.3, 3981.1, 7943.3, 15849];
    middles('1', 31, 16000).forEach((hz, i) => expect(Math.abs(hz / octaves[i]! - 1)).toBeLessThan(1e-4));
  });

  it('are near their nominal names in ISO 266', () => {
    const nominal = [25, 31.5, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400, 500, 630, 800];
    middles('3', 25, 800).forEach((hz, i) => expect(Math.abs(hz / nominal[i]! - 1)).toBeLessThan(0.015));
  });

  it('of even number have an edge on 1 kHz, of odd number a middle', () => {
    for (const fraction of ['6', '12'] as const) {
      const edges = edgesOf({ scale: 'octave', fraction });
      expect(Math.min(...edges.map((hz) => Math.abs(hz - 1000)))).toBeLessThan(1e-6);
    }
    expect(Math.min(...middles('3', 20, 16000).map((hz) => Math.abs(hz - 1000)))).toBeLessThan(1e-6);
  });

  it('of a range without a middle are the nearest one', () =>
    expect(middles('1', 700, 710)).toEqual([expect.closeTo(501.19, 0)]));
});

describe('notes', () => {
  it('have A4 at 440 Hz and twelve equal steps (ISO 16:1975)', () => {
    const edges = edgesOf({ scale: 'notes', fromHz: 430, toHz: 900 });
    const middles = edges.slice(1).map((high, i) => Math.sqrt(high * edges[i]!));
    expect(middles).toHaveLength(13);
    // Equal temperament, common practice: A4, A#4, B4, C5.
    [440, 466.164, 493.883, 523.251].forEach((hz, i) => expect(middles[i]).toBeCloseTo(hz, 2));
    expect(middles[12]).toBeCloseTo(880, 6);
  });

  it('follow another A4', () => {
    const edges = edgesOf({ scale: 'notes', a4: 415, fromHz: 410, toHz: 420 });
    expect(Math.sqrt(edges[0]! * edges[1]!)).toBeCloseTo(415, 6);
  });

  it('have names', () => {
    expect([440, 261.63, 27.5, 4186, 466.16].map((hz) => noteName(hz))).toEqual([
      'A4',
      'C4',
      'A0',
      'C8',
      'A#4',
    ]);
  });
});

describe('bands by hand', () => {
  it('are what was given', () =>
    expect(edgesOf({ scale: 'hand', edges: [40, 90, 4000] })).toEqual([40, 90, 4000]));
  it.each([[[]], [[40]], [[40, 30]], [[40, 40]], [[-1, 40]]])('refuse %j', (edges) =>
    expect(() => edgesOf({ scale: 'hand', edges })).toThrow(RangeError),
  );
});

it.each([
  ['log', 0, 100, 4],
  ['linear', 100, 100, 4],
  ['mel', 200, 100, 4],
  ['linear', -1, 100, 4],
  ['linear', 0, 100, 0],
  ['linear', 0, 100, 2.5],
  ['octave', 300, 100, 1],
  ['linear', NaN, 100, 4],
] satisfies [ScaleKind, number, number, number][])(
  'refuses %s from %d to %d Hz in %d bands',
  (scale, fromHz, toHz, bands) => {
    expect(() => edgesOf({ scale, fromHz, toHz, bands })).toThrow(RangeError);
  },
);
