import { bandPlaces, mostFilled, tapCount, type BandPlace } from './bandReader';
import { usableShare } from './decimate';
import { nextPowerOfTwo } from './nextPowerOfTwo';
import type { WindowGroup } from './plan';
import type { WindowKind } from './windows';

/** Bands that are taken from one transform, of a copy of the song at a lower rate. */
export interface BandRun {
  /** Only every so many-th sample is kept: 1 for all. */
  decimation: number;
  fftSize: number;
  /** Indices of the bands. */
  bands: number[];
  /** Where those are read that cover few bins. */
  betweenBins: { band: number; places: BandPlace[] }[];
}

/** What a window that falls to nothing at its ends asks for, and one that ends in a step and so has far side lobes. */
const needs = {
  /** A band that covers so many bins is measured well by their sum. */
  smooth: { enoughBins: 8, fewestSamples: 32 },
  /** A window keeps its shape with so many samples, and its side lobes that a low-pass takes away do not count. */
  stepped: { enoughBins: 24, fewestSamples: 1024 },
};

const decimations = [1, 2, 4, 8, 16, 32];

/** Steps of a transform that each sample costs of which a copy at a lower rate is made. */
const stepsPerSample = 6;

/** Cost of a transform of two segments, in steps of its butterflies, with all that belongs to it. */
const transformCost = (size: number) => size * Math.log2(size) + 2500;

/** Costs of a tap, of a bin of a cover and of a band, in the same steps. */
const tapCost = 1.9;
const binCost = 1.5;
const bandCost = 30;

/**
 * Divides bands that are heard through one window among transforms: low ones may
 * have short transforms of a copy at a low rate. Of all divisions, the one that is least work.
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
  const isStepped = windowShape === 'hamming' || windowShape === 'rectangular';
  const { enoughBins, fewestSamples } = isStepped ? needs.stepped : needs.smooth;
  // The rectangular window has far side lobes that a low-pass would take away, whatever its length.
  const most = windowShape === 'rectangular' ? 1 : Infinity;
  const allowed = decimations.filter(
    (d) => d === 1 || (d <= most && hop % d === 0 && segmentLength / d >= fewestSamples),
  );
  const places = new Map(
    group.bands.map((band) => {
      const [low, high] = [edges[band]!, edges[band + 1]!];
      return [band, bandPlaces(low, high, sampleRate, group.fftSize, segmentLength)] as const;
    }),
  );
  const classes = classesOf(group, edges, sampleRate, allowed);

  /** How bands are read from a transform, and what it costs; undefined when it cannot be told apart enough. */
  const readFrom = (bands: number[], decimation: number, fftSize: number) => {
    const filled = Math.ceil(segmentLength / decimation) / fftSize;
    const isDefinition = fftSize * decimation === group.fftSize;
    const betweenBins: BandRun['betweenBins'] = [];
    let cost = transformCost(fftSize);
    for (const band of bands) {
      const bins = ((edges[band + 1]! - edges[band]!) * fftSize * decimation) / sampleRate;
      cost += bandCost;
      if (isDefinition || bins >= enoughBins) {
        cost += binCost * bins;
      } else {
        if (filled > mostFilled) return undefined;
        betweenBins.push({ band, places: places.get(band)! });
        cost += tapCost * tapCount(filled) * places.get(band)!.length;
      }
    }
    return { cost, run: { decimation, fftSize, bands, betweenBins } };
  };

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
      const lowest = Math.min(...together.map(({ decimation }) => decimation));
      for (const decimation of allowed.filter((d) => d >= made && d <= lowest)) {
        const copy = decimation > made ? (stepsPerSample * 2 * hop) / made : 0;
        const rest = divide(end, decimation);
        const shortest = Math.max(16, nextPowerOfTwo(segmentLength / decimation));
        for (const fftSize of new Set([
          shortest,
          2 * shortest,
          Math.max(shortest, group.fftSize / decimation),
        ])) {
          const read = readFrom(bands, decimation, fftSize);
          if (!read) continue;
          const cost = copy + read.cost + rest.cost;
          if (cost < least.cost) least = { cost, runs: [read.run, ...rest.runs] };
        }
      }
    }
    best.set(key, least);
    return least;
  };
  return divide(0, 1).runs;
}

/** Bands whose frequencies last to the same lowered rate. */
interface BandClass {
  decimation: number;
  bands: number[];
}

/** Classes of bands, from those that need the full rate down. */
function classesOf(
  { bands }: WindowGroup,
  edges: Float64Array,
  sampleRate: number,
  allowed: readonly number[],
): BandClass[] {
  const classes = new Map<number, BandClass>();
  for (const band of bands) {
    const high = edges[band + 1]!;
    const decimation = Math.max(...allowed.filter((d) => d === 1 || high <= (usableShare * sampleRate) / d));
    const known = classes.get(decimation);
    if (known) known.bands.push(band);
    else classes.set(decimation, { decimation, bands: [band] });
  }
  return [...classes.values()].sort((a, b) => a.decimation - b.decimation);
}
