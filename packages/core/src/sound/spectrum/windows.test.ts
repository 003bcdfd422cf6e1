import { describe, expect, it } from 'vitest';
import { referenceTransform } from '../../testing';
import {
  coherentGain,
  noiseBandwidth,
  resolutionHz,
  windowMeans,
  windowKinds,
  windowSamples,
  windowShapes,
  type WindowKind,
} from './windows';

const length = 4096;

/** Magnitude of the window's transform at a bin, fractions allowed, relative to bin 0. */
function response(window: Float64Array, bin: number): number {
  let re = 0;
  let im = 0;
  window.forEach((w, n) => {
    re += w * Math.cos((2 * Math.PI * bin * n) / length);
    im -= w * Math.sin((2 * Math.PI * bin * n) / length);
  });
  return Math.hypot(re, im) / window.reduce((sum, w) => sum + w, 0);
}
const db = (ratio: number) => 20 * Math.log10(ratio);

/** The highest value beyond the first zero of the response, in dB. */
function highestSideLobe(window: Float64Array, from: number): number {
  let highest = -Infinity;
  for (let bin = from; bin < from + 8; bin += 0.02) highest = Math.max(highest, db(response(window, bin)));
  return highest;
}

/**
 * F. J. Harris, Proc. IEEE 66 (1978), table 1: coherent gain, noise bandwidth in
 * bins, scalloping loss in dB, highest side lobe in dB, 6 dB bandwidth in bins.
 * The first zero is where the main lobe of a sum of so many cosines ends.
 */
const harris: [WindowKind, number, number, number, number, number, number][] = [
  ['rectangular', 1, 1, 3.92, -13, 1.21, 1],
  ['hann', 0.5, 1.5, 1.42, -32, 2, 2],
  ['hamming', 0.54, 1.36, 1.78, -43, 1.81, 2],
  ['blackmanHarris', 0.36, 2, 0.83, -92, 2.72, 4],
];

describe.each(harris)('window %s, against Harris', (kind, gain, bandwidth, scalloping, lobe, sixDb, zero) => {
  const window = windowSamples(kind, length);
  it('coherent gain', () => expect(Math.abs(coherentGain(window) - gain)).toBeLessThan(0.005));
  it('noise bandwidth', () => expect(Math.abs(noiseBandwidth(window) - bandwidth)).toBeLessThan(0.006));
  // Harris's figure for Hamming is that of its exact coefficients, 25/46 and 21/46: 0.03 dB from that of 0.54 and 0.46.
  it('scalloping loss', () => expect(Math.abs(-db(response(window, 0.5)) - scalloping)).toBeLessThan(0.035));
  it('highest side lobe', () => expect(Math.abs(highestSideLobe(window, zero) - lobe)).toBeLessThan(0.75));
  it('6 dB bandwidth', () => expect(db(response(window, sixDb / 2))).toBeCloseTo(-6.02, 0));
});

describe('the flat top', () => {
  // D'Antona and Ferrero (2006): noise bandwidth 3.77 bins, scalloping 0.02 dB at most, side lobes at -90 dB (from memory).
  const window = windowSamples('flatTop', length);
  it('reads amplitudes within 0.02 dB wherever they lie between bins', () =>
    expect(-db(response(window, 0.5))).toBeLessThan(0.02));
  it('has its noise bandwidth and side lobes', () => {
    expect(noiseBandwidth(window)).toBeCloseTo(3.77, 2);
    expect(highestSideLobe(window, 5)).toBeLessThan(-88);
  });
});

describe('all windows', () => {
  it.each(windowKinds)('%s has the means of its samples and of their squares', (kind) => {
    for (const length of [16, 481, 4096]) {
      const window = windowSamples(kind, length);
      const { mean, meanSquare } = windowMeans(kind);
      expect(coherentGain(window)).toBeCloseTo(mean, 12);
      expect(noiseBandwidth(window)).toBeCloseTo(meanSquare / mean ** 2, 10);
    }
  });

  it.each(windowKinds)('%s tells apart what its 6 dB bandwidth says', (kind) => {
    const half = windowShapes[kind].resolutionBins / 2;
    expect(Math.abs(db(response(windowSamples(kind, length), half)) + 6.02)).toBeLessThan(0.1);
    expect(resolutionHz(kind, 0.1)).toBeCloseTo(windowShapes[kind].resolutionBins * 10, 9);
  });

  it('Hann is periodic: its transform has three bins and no more', () => {
    const real = Array.from(referenceTransform(windowSamples('hann', length))[0].subarray(0, length / 2 + 1));
    expect(real[0]! / length).toBeCloseTo(0.5, 12);
    expect(real[1]! / length).toBeCloseTo(-0.25, 12);
    expect(Math.max(...real.slice(2).map(Math.abs))).toBeLessThan(1e-8);
  });
});
