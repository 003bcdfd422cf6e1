import { describe, expect, it } from 'vitest';
import { bandEdges, frequencyScales, scaleKinds } from './scales';

describe('frequency scales', () => {
  it.each(scaleKinds)('%s goes there and back', (kind) => {
    const { toUnits, toHz } = frequencyScales[kind];
    for (const hz of [20, 100, 440, 1000, 5000, 16000]) expect(toHz(toUnits(hz))).toBeCloseTo(hz, 6);
  });

  it('mel: 1000 Hz is 1000 mel, and the values of the formula (O’Shaughnessy 1987)', () => {
    const { toUnits } = frequencyScales.mel;
    expect(toUnits(1000)).toBeCloseTo(1000, 1);
    expect(toUnits(0)).toBe(0);
    expect(toUnits(700)).toBeCloseTo(2595 * Math.log10(2), 9);
    expect(toUnits(4000)).toBeCloseTo(2146.1, 0);
  });

  it('log: whole octaves when there are as many bands', () => {
    const edges = bandEdges('log', 62.5, 16000, 8);
    [62.5, 125, 250, 500, 1000, 2000, 4000, 8000, 16000].forEach((hz, i) =>
      expect(edges[i]).toBeCloseTo(hz, 8),
    );
  });

  it('linear: equal steps', () => {
    expect(Array.from(bandEdges('linear', 0, 1000, 4))).toEqual([0, 250, 500, 750, 1000]);
  });

  it('mel: equal steps in mel', () => {
    const edges = Array.from(bandEdges('mel', 20, 16000, 10), frequencyScales.mel.toUnits);
    const step = (edges[10]! - edges[0]!) / 10;
    for (let i = 1; i <= 10; i++) expect(edges[i]! - edges[i - 1]!).toBeCloseTo(step, 8);
  });

  it('keeps the ends exactly', () => {
    for (const kind of scaleKinds) {
      const edges = bandEdges(kind, 31.7, 15999.9, 57);
      expect([edges[0], edges[57], edges.length]).toEqual([31.7, 15999.9, 58]);
    }
  });

  it.each([
    ['log', 0, 100, 4],
    ['linear', 100, 100, 4],
    ['mel', 200, 100, 4],
    ['linear', -1, 100, 4],
    ['linear', 0, 100, 0],
    ['linear', 0, 100, 2.5],
  ] as const)('refuses %s from %d to %d Hz in %d bands', (scale, from, to, bands) => {
    expect(() => bandEdges(scale, from, to, bands)).toThrow(RangeError);
  });
});
