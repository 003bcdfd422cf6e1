import { describe, expect, it } from 'vitest';
import { noise } from '../testing';
import { bandCovers, bandPower } from './bands';
import { bandKernels, correlationCost, loadCorrelations } from './segmentCorrelation';
import { loadSegments } from './segmentTransform';
import { windowSamples } from './windows';

const samples = noise(4000, 6);
/** Bands of all kinds: of less than a bin, within one, over an edge of two, of many, and none. */
const edges = Float64Array.of(0, 0.3, 0.45, 1.5, 2.5, 7.2, 60, 60, 61, 400.7, 512);

describe('band powers by autocorrelation', () => {
  it.each([
    [255, 1024],
    [240, 8192],
    [64, 1024],
    [7, 1024],
    [1, 1024],
    [1000, 1024],
  ])('of segments of %i samples are those of a transform of %i', (length, size) => {
    const scale = 0.37;
    const window = windowSamples('hann', length).map((value) => value + 0.05);
    const covers = bandCovers(edges, 1, size / 2 + 1);
    const padded = loadSegments(samples, window, size, 0, size / 2, scale);
    const expected = [100, 1333].map((start) => {
      padded.transform(start, undefined);
      return covers.map((cover) => bandPower(padded.powerA, cover));
    });
    const loaded = loadCorrelations(samples, window, bandKernels(covers, size, length, scale));
    loaded.correlate(100, 1333);
    [loaded.powerA, loaded.powerB].forEach((power, i) => {
      const most = Math.max(...expected[i]!);
      expected[i]!.forEach((value, band) =>
        expect(Math.abs(power[band]! - value) / most).toBeLessThan(1e-12),
      );
    });
  });

  it.each([-200, -1, 3999, 3950, 5000])(
    'take what lies beyond the signal for silence: from %i on',
    (start) => {
      const window = windowSamples('hamming', 100);
      const covers = bandCovers(edges, 1, 513);
      const padded = loadSegments(samples, window, 1024, 0, 512, 1);
      padded.transform(start, undefined);
      const expected = covers.map((cover) => bandPower(padded.powerA, cover));
      const loaded = loadCorrelations(samples, window, bandKernels(covers, 1024, 100, 1));
      loaded.correlate(start, undefined);
      expected.forEach((value, band) => expect(loaded.powerA[band]).toBeCloseTo(value, 9));
      expect(Math.max(...loaded.powerB.map(Math.abs))).toBeLessThan(1e-12);
    },
  );

  it('hold a full-scale sine at its level, and next to nothing far from it', () => {
    // 20 periods in the window: 80 bins of 1024 padded ones.
    const length = 256;
    const sine = Float32Array.from({ length }, (_, n) => Math.sin((2 * Math.PI * 20 * n) / length));
    const window = windowSamples('blackmanHarris', length);
    const gain = window.reduce((sum, value) => sum + value, 0);
    const bandwidth = (window.reduce((sum, value) => sum + value ** 2, 0) / gain ** 2) * 1024;
    const covers = bandCovers(Float64Array.of(60, 100, 300, 340), 1, 513);
    const kernels = bandKernels(covers, 1024, length, (2 / gain) ** 2);
    const loaded = loadCorrelations(sine, window, kernels);
    loaded.correlate(0, undefined);
    const db = Array.from(loaded.powerA, (power) => 10 * Math.log10(Math.max(power, 1e-20) / bandwidth));
    expect(db[0]).toBeCloseTo(0, 3);
    // Harris 1978, table 1: the highest side lobe of this window is at -92 dB.
    expect(db[2]).toBeLessThan(-92);
  });

  it('are empty for bands without bins', () => {
    const covers = bandCovers(Float64Array.of(5, 5), 1, 513);
    expect(Array.from(bandKernels(covers, 1024, 9, 1))).toEqual(new Array(10).fill(0));
  });

  it('cost less than a long transform for short segments, more for many bands', () => {
    const transform = (size: number) => size * Math.log2(size);
    expect(correlationCost(240, 51)).toBeLessThan(transform(16384) / 5);
    expect(correlationCost(2040, 405)).toBeGreaterThan(transform(16384));
    expect(correlationCost(4080, 36)).toBeGreaterThan(transform(4096));
  });
});
