import { usableShare } from './decimate';
import { nextPowerOfTwo } from './nextPowerOfTwo';
import { maxFftSize, type WindowGroup } from './plan';
import { transformCost } from './tier';
import type { WindowKind } from './windows';

/** Bands that are taken from one transform, of a copy of the song at a lower rate. */
export interface BandRun {
  /** Only every so many-th sample is kept: 1 for all. */
  decimation: number;
  fftSize: number;
  /** Indices of the bands. */
  bands: number[];
}

/** What a window that falls to nothing at its ends asks for, and one that ends in a small step and so has far side lobes. */
const needs = {
  smooth: {
    /** A band is measured well by a transform of which it covers so many bins; finer ones cost more and tell the same. */
    enoughBins: 4,
    /** A window keeps its shape with so many samples. */
    fewestSamples: 32,
  },
  stepped: { enoughBins: 8, fewestSamples: 1024 },
};

const decimations = [1, 2, 4, 8, 16, 32];

/** Steps of a transform that each sample costs of which a copy at a lower rate is made. */
const stepsPerSample = 6;

/** Bands that ask for the same. */
interface BandClass {
  /** Most the rate can be lowered by. */
  decimation: number;
  /** Size of a transform of the whole song that is fine enough. */
  fftSize: number;
  bands: number[];
}

/**
 * Divides bands that are heard through one window among transforms: low ones
 * have short transforms of a copy at a low rate, with bins as fine as they need,
 * high ones short transforms with wide bins. Of all divisions, the one that is least work.
 *
 * @param edges of all bands in Hz, one more than bands
 * @param hop samples from one moment to the next, of which decimations are divisors
 */
export function divideBands(
  group: WindowGroup,
  edges: Float64Array,
  sampleRate: number,
  hop: number,
  windowShape: WindowKind,
): BandRun[] {
  const { segmentLength } = group;
  // The rectangular window's spectrum has edges that coarse bins miss, and far side lobes that a low-pass would take away.
  if (windowShape === 'rectangular') return [{ decimation: 1, fftSize: group.fftSize, bands: group.bands }];
  const { enoughBins, fewestSamples } = windowShape === 'hamming' ? needs.stepped : needs.smooth;
  const allowed = decimations.filter((d) => d === 1 || (hop % d === 0 && segmentLength / d >= fewestSamples));
  const classes = classesOf(group, edges, sampleRate, allowed, enoughBins);

  /** The least work for the classes from one on, after a copy of some decimation has been made. */
  const best = new Map<string, { cost: number; runs: BandRun[] }>();
  const divide = (first: number, made: number): { cost: number; runs: BandRun[] } => {
    if (first === classes.length) return { cost: 0, runs: [] };
    const key = `${first} ${made}`;
    const known = best.get(key);
    if (known) return known;
    let least = { cost: Infinity, runs: [] as BandRun[] };
    for (let end = first + 1; end <= classes.length; end++) {
      const together = classes.slice(first, end);
      const bands = together.flatMap((one) => one.bands).sort((a, b) => a - b);
      const wanted = Math.max(...together.map(({ fftSize }) => fftSize));
      const most = Math.min(...together.map(({ decimation }) => decimation));
      for (const decimation of allowed.filter((d) => d >= made && d <= most)) {
        const fftSize = wanted / decimation;
        const copy = decimation > made ? (stepsPerSample * 2 * hop) / made : 0;
        const own = transformCost(Math.ceil(segmentLength / decimation), fftSize, bands.length);
        const rest = divide(end, decimation);
        const cost = copy + own + rest.cost;
        if (cost < least.cost) least = { cost, runs: [{ decimation, fftSize, bands }, ...rest.runs] };
      }
    }
    best.set(key, least);
    return least;
  };
  return divide(0, 1).runs;
}

/** Classes of bands, from those that need the full rate down. */
function classesOf(
  { bands, fftSize, shortestFft }: WindowGroup,
  edges: Float64Array,
  sampleRate: number,
  allowed: readonly number[],
  enoughBins: number,
): BandClass[] {
  const classes = new Map<string, BandClass>();
  for (const band of bands) {
    const [low, high] = [edges[band]!, edges[band + 1]!];
    const decimation = Math.max(...allowed.filter((d) => d === 1 || high <= (usableShare * sampleRate) / d));
    const fine = nextPowerOfTwo(Math.min((enoughBins * sampleRate) / (high - low), maxFftSize));
    const size = Math.min(Math.max(fine, shortestFft), fftSize);
    const key = `${decimation} ${size}`;
    const known = classes.get(key);
    if (known) known.bands.push(band);
    else classes.set(key, { decimation, fftSize: size, bands: [band] });
  }
  return [...classes.values()].sort((a, b) => a.decimation - b.decimation || a.fftSize - b.fftSize);
}
