import { bandPlaces, edgePoints, placeCount, type BandPlace } from './bandPlaces';
import { mostFilled, tapCount } from './betweenBins';
import { rampBins } from './binWeights';
import { cutRange } from './cutSegments';
import { usableShare } from './halve';
import { nextPowerOfTwo } from '../spectrum/nextPowerOfTwo';
import type { WindowGroup } from '../spectrum/plan';
import { stepOf, type WindowKind } from '../spectrum/windows';

/** A transform of a copy of the song at a lower rate. */
interface Transform {
  /** Only every so many-th sample is kept: 1 for all. */
  decimation: number;
  fftSize: number;
}

/** Bands that are taken from one transform, of a copy of the song at a lower rate. */
export interface BandRun extends Transform {
  /** Indices of the bands. */
  bands: number[];
  /** Bins of the definition's transform to one of this one: less than 1 where this one is finer. */
  finer: number;
  /** Bins at the edges of wide bands that do not count whole. */
  ramp: number;
  /** Where those are read that cover few bins, unless these are as fine as the definition's. */
  betweenBins: { band: number; places: BandPlace[] }[];
}

/** A window keeps its shape with so many samples. */
const fewestSamples = 32;

const decimations = [1, 2, 4, 8, 16, 32];
/** Every decimation divides this one. */
export const mostDecimation = 32;

/** Steps of a transform that each sample costs of which a copy at a lower rate is made. */
const stepsPerSample = 3;

/** Cost of a transform of two segments, in steps of its butterflies, with all that belongs to it. */
const transformCost = (size: number) => size * Math.log2(size) + 2500;

/** Cost of cutting two segments out of the song before they are lowered in rate, see cutSegments.ts, in the same steps. */
const cutCost = (decimation: number) => 1000 + 1900 * Math.log2(decimation);

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
  const isStepped = stepOf(windowShape) > 0;
  const allowed = decimations.filter((d) => d === 1 || (hop % d === 0 && segmentLength / d >= fewestSamples));
  /** Samples that are transformed. */
  const lengthAt = (decimation: number) =>
    decimation > 1 && isStepped
      ? cutRange(segmentLength, decimation).length
      : Math.ceil(segmentLength / decimation);
  const given = (band: number) =>
    [edges[band]!, edges[band + 1]!, sampleRate, group.fftSize, segmentLength] as const;
  const placesOf = remembered((band: number) => placeCount(...given(band)));
  const classes = classesOf(group, edges, sampleRate, allowed);

  const finerOf = ({ decimation, fftSize }: Transform) => group.fftSize / (decimation * fftSize);
  const widthOf = (band: number) => Math.min(edges[band + 1]!, sampleRate / 2) - edges[band]!;
  const filledOf = ({ decimation, fftSize }: Transform) => lengthAt(decimation) / fftSize;
  const rampOf = (transform: Transform) => rampBins(filledOf(transform));
  /** Bands that are less wide, in Hz, are read between bins. */
  const narrowOf = (transform: Transform) =>
    finerOf(transform) > 1
      ? (2 * rampOf(transform) * sampleRate) / (transform.fftSize * transform.decimation)
      : 0;

  /** What it costs to read the bands of a class from a transform; Infinity where they cannot be. */
  const readingCost = remembered((index: number, decimation: number, fftSize: number) => {
    const transform = { decimation, fftSize };
    const filled = filledOf(transform);
    const isFiner = finerOf(transform) > 1;
    if (isFiner && filled > mostFilled) return Infinity;
    const costOfPlace = isFiner ? tapCost * tapCount(filled) : 0;
    const costOfEdges = 2 * edgePoints(rampOf(transform)) * costOfPlace;
    const costOfHz = (binCost * fftSize * decimation) / sampleRate;
    const narrow = narrowOf(transform);
    let cost = 0;
    for (const band of classes[index]!.bands) {
      const width = widthOf(band);
      cost += bandCost + (width < narrow ? costOfPlace * placesOf(band) : costOfHz * width + costOfEdges);
    }
    return cost;
  });

  /** The least work for the classes from one on, after a copy of some decimation has been made. */
  const divide = remembered((first: number, made: number): Division => {
    if (first === classes.length) return { cost: 0, parts: [] };
    let least: Division = { cost: Infinity, parts: [] };
    for (let end = first + 1; end <= classes.length; end++) {
      const indices = Array.from({ length: end - first }, (_, i) => first + i);
      const lowest = Math.min(...indices.map((index) => classes[index]!.decimation));
      for (const decimation of allowed.filter((d) => d >= made && d <= lowest)) {
        const copy = decimation > made ? (stepsPerSample * 2 * hop) / made : 0;
        const cut = decimation > 1 && isStepped ? cutCost(decimation) : 0;
        const rest = divide(end, decimation);
        const shortest = Math.max(16, nextPowerOfTwo(lengthAt(decimation)));
        const ofDefinition = Math.max(shortest, group.fftSize / decimation);
        for (const fftSize of new Set([shortest, 2 * shortest, ofDefinition])) {
          const reading = indices.reduce((sum, index) => sum + readingCost(index, decimation, fftSize), 0);
          const cost = copy + cut + transformCost(fftSize) + reading + rest.cost;
          if (cost < least.cost) {
            least = { cost, parts: [{ decimation, fftSize, classes: indices }, ...rest.parts] };
          }
        }
      }
    }
    return least;
  });
  return divide(0, 1).parts.map(({ classes: indices, ...transform }) => {
    const bands = indices.flatMap((index) => classes[index]!.bands).sort((a, b) => a - b);
    const narrow = narrowOf(transform);
    const between = bands.filter((band) => widthOf(band) < narrow);
    return {
      ...transform,
      finer: finerOf(transform),
      ramp: rampOf(transform),
      bands,
      betweenBins: between.map((band) => ({ band, places: bandPlaces(...given(band)) })),
    };
  });
}

/** Classes of bands divided among transforms, and what they cost in all. */
interface Division {
  cost: number;
  parts: (Transform & { classes: number[] })[];
}

/** A function of few integers, each below 2^20 or the first of them, that remembers what it has found. */
function remembered<Given extends number[], Result>(
  find: (...given: Given) => Result,
): (...given: Given) => Result {
  const found = new Map<number, Result>();
  return (...given) => {
    const key = given.reduce((key, number) => key * 2 ** 20 + number, 0);
    let result = found.get(key);
    if (result === undefined) found.set(key, (result = find(...given)));
    return result;
  };
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
