import { describe, expect, it } from 'vitest';
import { createFft } from './fft';
import { coherentGain, noiseBandwidth, windowSamples } from './windows';

/** Amplitude of a window's transform at `bin` (fractions allowed), relative to that at 0. */
function response(window: Float64Array, bin: number): number {
  let re = 0;
  let im = 0;
  let sum = 0;
  window.forEach((w, n) => {
    re += w * Math.cos((2 * Math.PI * bin * n) / window.length);
    im += w * Math.sin((2 * Math.PI * bin * n) / window.length);
    sum += w;
  });
  return Math.hypot(re, im) / sum;
}

const db = (ratio: number) => 20 * Math.log10(ratio);

// Source: Harris, Proc. IEEE 66 (1978), table 1, row "Hanning, alpha = 2".
describe('Hann window', () => {
  const window = windowSamples('hann', 4096);

  it('has a coherent gain of 0.50', () => expect(coherentGain(window)).toBeCloseTo(0.5, 10));
  it('has a noise bandwidth of 1.50 bins', () => expect(noiseBandwidth(window)).toBeCloseTo(1.5, 10));
  it('has a scalloping loss of 1.42 dB', () => expect(-db(response(window, 0.5))).toBeCloseTo(1.42, 2));
  it('has a 6 dB bandwidth of 2.00 bins', () => expect(db(response(window, 1))).toBeCloseTo(-6.02, 2));
  it('has its highest side lobe at -32 dB', () => {
    let highest = -Infinity;
    for (let bin = 2; bin < 6; bin += 0.01) highest = Math.max(highest, db(response(window, bin)));
    expect(highest).toBeGreaterThan(-32);
    expect(highest).toBeLessThan(-31);
  });

  it('is periodic: its transform has three bins and no more', () => {
    const fft = createFft(4096);
    window.forEach((value, n) => (fft.input[2 * n] = value));
    fft.transform();
    const real = Array.from({ length: 2049 }, (_, k) => fft.output[2 * k]!);
    expect(real[0]! / 4096).toBeCloseTo(0.5, 12);
    expect(real[1]! / 4096).toBeCloseTo(-0.25, 12);
    expect(Math.max(...real.slice(2).map(Math.abs))).toBeLessThan(1e-8);
  });
});
