import { describe, expect, it } from 'vitest';
import { bandSettings, noise, pinkNoise, sine } from '../../testing';
import { SegmentAnalyser } from './analyser';
import type { BandSettings } from './plan';
import { bandEdges } from './scales';
import { SongAnalyser } from '../songSpectrum/songAnalyser';
import { weightingDb } from '../levels/weighting';
import { windowSamples } from './windows';

const sampleRate = 48000;
const ear = bandSettings();

/** Measures the segment in the middle of a second of sound: by the definition, or as whole songs are. */
type Measure = (settings: BandSettings, samples: Float32Array, out: Float32Array, centre?: number) => void;
const definition: Measure = (settings, samples, out, centre = 24000) =>
  new SegmentAnalyser(settings, sampleRate).levels(samples, centre, out);
const fast: Measure = (settings, samples, out, centre = 24000) =>
  new SongAnalyser(settings, sampleRate, 800).levels([samples], centre, 800, 1, out, 0);
const ways = [
  ['by the definition', definition],
  ['of whole songs', fast],
] as const;

function levelsBy(
  measure: Measure,
  part: Partial<BandSettings>,
  samples: Float32Array,
): { levels: Float32Array; edges: Float64Array } {
  const settings = { ...ear, ...part };
  const edges = bandEdges(settings);
  const levels = new Float32Array(edges.length - 1);
  measure(settings, samples, levels);
  return { levels, edges };
}
const powerOf = (levels: Float32Array) => levels.reduce((sum, db) => sum + 10 ** (db / 10), 0);

const bin = sampleRate / 4096;

describe.each(ways)('level of a sine %s', (_way, measure) => {
  const levelsOf = (part: Partial<BandSettings>, samples: Float32Array) => levelsBy(measure, part, samples);

  it.each([85, 85.5, 85.25, 300, 300.5, 1200.37])(
    'in a wide band is 0 dBFS within 0.05 dB, at bin %d',
    (position) => {
      const { levels } = levelsOf(
        { scale: 'linear', fromHz: 100, toHz: 20000, bands: 1 },
        sine(position * bin, 48000),
      );
      expect(Math.abs(levels[0]!)).toBeLessThan(0.05);
    },
  );

  it('of half the amplitude is 6.02 dB lower', () => {
    const half = sine(1000, 48000).map((value) => value / 2);
    expect(levelsOf({ scale: 'linear', fromHz: 100, toHz: 9000, bands: 1 }, half).levels[0]).toBeCloseTo(
      -6.02,
      1,
    );
  });

  it.each([256, 4096, 16384])('does not depend on the zero-padding: a window of %i samples', (length) => {
    for (const bands of [1, 4]) {
      const settings = {
        window: length / sampleRate,
        fromHz: 3000,
        toHz: 15000,
        bands,
        scale: 'linear' as const,
      };
      const { levels } = levelsOf(settings, sine(4500, 48000));
      expect(Math.abs(levels[0]!)).toBeLessThan(0.1);
    }
  });

  it.each([16, 100, 400])('falls into the band that holds it, of %i', (bands) => {
    const { levels, edges } = levelsOf({ bands }, sine(1000, 48000));
    const loudest = levels.indexOf(Math.max(...levels));
    expect(edges[loudest]).toBeLessThan(1000);
    expect(edges[loudest + 1]).toBeGreaterThan(1000);
  });

  // Harris 1978, table 1: highest side lobes at -31 (Hann), -43 (Hamming), -92 (Blackman-Harris) and -13 dB (rectangular).
  it.each([
    ['hann', 2, -31],
    ['hamming', 2, -42],
    ['blackmanHarris', 4, -91],
    ['rectangular', 1, -13],
  ] as const)(
    'through a %s window, beyond %i bins from it, is as far down as its side lobes',
    (windowShape, lobe, down) => {
      // Bands of a fifth of a bin, read against the one at the top.
      const width = bin / 5;
      const tone = 300 * bin;
      const edges = Array.from({ length: 120 }, (_, i) => tone + (i - 0.5) * width);
      const { levels } = levelsOf({ scale: 'hand', edges, windowShape }, sine(tone, 48000));
      const beyond = levels.subarray(5 * lobe + 1);
      expect(Math.max(...beyond) - levels[0]!).toBeLessThan(down + 0.6);
      expect(Math.max(...beyond) - levels[0]!).toBeGreaterThan(down - 2.5);
    },
  );
});

/** Sum of a window's samples, turned at a frequency in cycles per sample: its transform (real, imaginary). */
function windowTransform(window: Float64Array, cycles: number): [number, number] {
  let [re, im] = [0, 0];
  window.forEach((w, n) => {
    re += w * Math.cos(2 * Math.PI * cycles * n);
    im -= w * Math.sin(2 * Math.PI * cycles * n);
  });
  return [re, im];
}

describe.each(ways)('what a tone beside a band leaves in it, %s', (_way, measure) => {
  const seconds = 0.02;
  const length = seconds * sampleRate;

  // Bands wide enough that most of their bins lie inside, with the tone up to three bins beyond or before an edge.
  it.each(
    (['hann', 'hamming', 'blackmanHarris', 'flatTop', 'rectangular'] as const).flatMap((shape) =>
      [-1.3, 0, 0.8, 1.7, 2.6].map((beyond) => [shape, beyond] as const),
    ),
  )('is the power of its window’s transform there: %s, %d bins beyond the edge', (windowShape, beyond) => {
    // The narrowest asks for a fine transform.
    const edges = [4000, 6000, 9000, 9003];
    const tone = 6000 + beyond / seconds;
    const settings = { ...ear, scale: 'hand' as const, edges, window: seconds, windowShape };
    const levels = new Float32Array(3);
    measure(settings, sine(tone, 48000, sampleRate, 0.3), levels);

    const window = windowSamples(windowShape, length);
    const sum = window.reduce((total, w) => total + w, 0);
    const step = 1 / seconds / 20;
    const bandwidth = (sampleRate * window.reduce((total, w) => total + w * w, 0)) / sum ** 2;
    [0, 1].forEach((band) => {
      let power = 0;
      for (let hz = edges[band]! + step / 2; hz < edges[band + 1]!; hz += step) {
        const [re, im] = windowTransform(window, (hz - tone) / sampleRate);
        power += (re * re + im * im) / sum ** 2;
      }
      const expected = 10 * Math.log10((power * step) / bandwidth);
      // The tone's mirror image at negative frequencies is left out.
      expect(Math.abs(levels[band]! - expected)).toBeLessThan(0.5);
    });
  });
});

describe('a single bin', () => {
  it.each([0, 0.25, 0.5])(
    'on a single bin is off by the scalloping of Harris, figure 12, at %d bins from it',
    (offset) => {
      // Response of the Hann window between bins: sinc(x) / (1 - x^2).
      const settings = { ...ear, scale: 'linear' as const, fromHz: 900, toHz: 1100, bands: 1 };
      const analyser = new SegmentAnalyser(settings, sampleRate);
      const spectrum = analyser.spectrum(sine((85 + offset) * bin, 48000), 24000);
      const amplitude = Math.sqrt(spectrum[85 * (analyser.plan.groups[0]!.fftSize / 4096)]!);
      const expected = offset === 0 ? 1 : Math.sin(Math.PI * offset) / (Math.PI * offset) / (1 - offset ** 2);
      expect(Math.abs(20 * Math.log10(amplitude / expected))).toBeLessThan(0.05);
    },
  );
});

describe.each(ways)('powers of bands %s', (_way, measure) => {
  const levelsOf = (part: Partial<BandSettings>, samples: Float32Array) => levelsBy(measure, part, samples);

  it.each(['linear', 'log', 'mel'] as const)('add up to the power of the range, on the %s scale', (scale) => {
    const sound = noise(48000);
    const whole = powerOf(levelsOf({ scale, bands: 1, fromHz: 60 }, sound).levels);
    for (const bands of [3, 17, 64]) {
      const parts = powerOf(levelsOf({ scale, bands, fromHz: 60 }, sound).levels);
      expect(10 * Math.log10(parts / whole)).toBeCloseTo(0, 1);
    }
  });

  it('of noise over all frequencies are its mean square, against a sine’s of one half', () => {
    const sound = noise(48000, 5);
    let windowed = 0;
    let weights = 0;
    for (let n = 0; n < 4096; n++) {
      const w = (0.5 - 0.5 * Math.cos((2 * Math.PI * n) / 4096)) ** 2;
      windowed += w * sound[24000 - 2048 + n]! ** 2;
      weights += w;
    }
    const { levels } = levelsOf({ scale: 'linear', fromHz: 0, toHz: 24000, bands: 1 }, sound);
    expect(10 ** (levels[0]! / 10)).toBeCloseTo(windowed / weights / 0.5, 6);
  });
});

describe('choice of the transform', () => {
  it('gives the narrowest band at least two bins', () => {
    for (const bands of [4, 12, 24]) {
      const { plan } = new SegmentAnalyser({ ...ear, bands }, sampleRate);
      expect(plan.edges[1]! - plan.edges[0]!).toBeGreaterThanOrEqual(2 * plan.binHz);
      expect(plan.sharesBins).toBe(false);
    }
  });

  it('says when bands share bins', () => {
    const { plan } = new SegmentAnalyser({ ...ear, bands: 200 }, sampleRate);
    expect(plan.groups[0]!.fftSize).toBe(32768);
    expect(plan.sharesBins).toBe(true);
  });

  it('states the noise bandwidth: 1.5 bins of the window for Hann', () => {
    expect(new SegmentAnalyser(ear, sampleRate).noiseBandwidthHz).toBeCloseTo((1.5 * 48000) / 4096, 6);
  });
});

describe.each(ways)('noise %s', (_way, measure) => {
  /** Mean power of each band over many segments, in dB. */
  function meanLevels(sound: Float32Array, part: Partial<BandSettings>): number[] {
    const settings = { ...ear, ...part };
    const bands = bandEdges(settings).length - 1;
    const row = new Float32Array(bands);
    const powers = new Float64Array(bands);
    let count = 0;
    for (let centre = 8192; centre < sound.length - 8192; centre += 2048, count++) {
      measure(settings, sound.subarray(centre - 8192, centre + 8192), row, 8192);
      row.forEach((level, band) => (powers[band]! += 10 ** (level / 10)));
    }
    return Array.from(powers, (power) => 10 * Math.log10(power / count));
  }
  const octaves = { scale: 'octave', fraction: '1', fromHz: 120, toHz: 9000 } as const;

  it('that is white rises by 3 dB an octave in octave bands', () => {
    const levels = meanLevels(noise(48000 * 20, 3), octaves);
    expect(levels.length).toBeGreaterThan(5);
    for (let i = 1; i < levels.length; i++) {
      expect(Math.abs(levels[i]! - levels[i - 1]! - 3.01)).toBeLessThan(0.5);
    }
  });

  // Pink noise has the same power in every octave, and loses 3 dB an octave in bands of the same width in Hz.
  it.each([
    ['octave bands without a tilt', octaves, 0],
    [
      'linear bands under a tilt of 3 dB per octave',
      { scale: 'linear', bands: 40, fromHz: 200, toHz: 10200 },
      3,
    ],
  ] as const)('that is pink is level within 0.5 dB in %s', (_name, settings, tiltDbPerOctave) => {
    const gains = weightingDb(bandEdges({ ...ear, ...settings }), {
      tiltDbPerOctave,
      weights: [],
      aWeighting: false,
    });
    const levels = meanLevels(pinkNoise(48000 * 40, 4), settings).map((level, band) => level + gains[band]!);
    const mean = levels.reduce((sum, level) => sum + level, 0) / levels.length;
    levels.forEach((level) => expect(Math.abs(level - mean)).toBeLessThan(0.5));
  });
});

describe.each(ways)('a chord of known sines %s', (_way, measure) => {
  const tones = [
    [110, 0.5],
    [440, 0.25],
    [1320, 0.1],
    [6000, 0.02],
  ] as const;
  const chord = new Float32Array(48000);
  for (const [hz, gain] of tones) sine(hz, 48000).forEach((value, n) => (chord[n]! += gain * value));

  it.each(['log', 'mel', 'bark', 'erb', 'octave', 'power'] as const)(
    'is found in the right bands at the right levels, on the %s scale',
    (scale) => {
      const { levels, edges } = levelsBy(
        measure,
        { scale, bands: 12, exponent: 3, fraction: '1', window: 0.3 },
        chord,
      );
      for (const [hz] of tones) {
        const band = edges.findIndex((edge) => edge > hz) - 1;
        const inside = tones.filter(([other]) => other > edges[band]! && other < edges[band + 1]!);
        const power = inside.reduce((sum, [, other]) => sum + other ** 2, 0);
        expect(Math.abs(levels[band]! - 10 * Math.log10(power))).toBeLessThan(0.2);
      }
    },
  );
});

describe('long windows for low bands', () => {
  const settings = { ...ear, bands: 60, fromHz: 30, toHz: 12000, window: 0.04, longWindow: 0.4 };
  const { plan } = new SegmentAnalyser(settings, sampleRate);

  it('give each band the shortest window that still resolves it', () => {
    plan.windows.forEach((window, band) => {
      const width = plan.edges[band + 1]! - plan.edges[band]!;
      const resolves = (seconds: number) => 2 / seconds <= width;
      if (window < 0.4) expect(resolves(window)).toBe(true);
      if (window > 0.04) expect(resolves(window / 2)).toBe(false);
    });
    expect(plan.groups.length).toBeGreaterThan(2);
    expect(plan.groups.flatMap(({ bands }) => bands).sort((a, b) => a - b)).toEqual(
      Array.from({ length: 60 }, (_, band) => band),
    );
  });

  it('tell bass notes apart that the short window does not', () => {
    const contrast = (longWindow: number) => {
      const analyser = new SegmentAnalyser({ ...settings, longWindow }, sampleRate);
      const sound = sine(55, 48000).map((value, n) => value + Math.sin((2 * Math.PI * 73.4 * n) / 48000));
      const levels = new Float32Array(60);
      analyser.levels(sound, 24000, levels);
      const at = (hz: number) => levels[analyser.plan.edges.findIndex((edge) => edge > hz) - 1]!;
      return at(55) - at(64);
    };
    expect(contrast(0)).toBeLessThan(3);
    expect(contrast(0.4)).toBeGreaterThan(10);
  });

  it('leave the high bands quick: a click is over as soon as with the short window', () => {
    const click = new Float32Array(48000);
    click[24000] = 1;
    const levels = new Float32Array(60);
    new SegmentAnalyser(settings, sampleRate).levels(click, 24000 + 1400, levels);
    expect(levels[59]).toBe(-200);
    expect(levels[0]).toBeGreaterThan(-100);
  });
});

describe('the ends of a track', () => {
  it('are followed by silence', () => {
    const analyser = new SegmentAnalyser({ ...ear, bands: 1, scale: 'linear' }, sampleRate);
    const levels = new Float32Array(1);
    analyser.levels(sine(1000, 48000), -4096, levels);
    expect(levels[0]).toBe(-200);
    analyser.levels(sine(1000, 48000), 0, levels);
    // Half of the window holds sound: its coherent sum halves.
    expect(levels[0]).toBeGreaterThan(-6);
    expect(levels[0]).toBeLessThan(-2);
  });
});
