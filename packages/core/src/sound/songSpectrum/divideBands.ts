import { exact } from '../../contract';
import {
  bandNodes,
  edgePoints,
  maxFilled,
  nodeCount,
  rampBins,
  type BandRun,
  type Transform,
} from './bandReading';
import { cutRange } from './cutSegments';
import { usableShare } from '../signal/halve';
import { nextPowerOfTwo } from '../spectrum/nextPowerOfTwo';
import type { WindowGroup } from '../spectrum/plan';
import { stepOf, type WindowKind } from '../spectrum/windows';

/** A window keeps its shape with so many samples. */
const fewestSamples = 32;

const decimations = [1, 2, 4, 8, 16, 32];
/** Every decimation divides this one. */
export const maxDecimation = 32;

/** Cost of a transform, in steps of its butterflies: finer measures of what else is done chose the same divisions. */
const transformCost = (size: number) => size * exact.log2(size);

/** Cost of reading between bins, for each place, in the same steps. A bin that is added up, and a sample of a copy, are one. */
const nodeCost = 2;

/** A transform that bands may be taken from, and what that would cost. */
interface Candidate extends Transform {
  finer: number;
  ramp: number;
  /** Bands that are less wide, in Hz, are read between bins. */
  narrow: number;
  cost: number;
  /** Of each class of bands: what it costs to read them; Infinity where they cannot be. */
  reading: number[];
}

/** The classes from one on up to `end` are taken from one transform. */
interface Choice {
  /** Of all classes from that one on. */
  cost: number;
  candidate: Candidate | undefined;
  end: number;
}

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
  const classes = classesOf(group, edges, sampleRate, allowed);
  const widthOf = (band: number) => Math.min(edges[band + 1]!, sampleRate / 2) - edges[band]!;
  const placed = (band: number) =>
    [edges[band]!, edges[band + 1]!, sampleRate, group.fftSize, segmentLength] as const;
  const sums = classes.map(({ bands }) => sumsByWidth(bands, widthOf, (band) => nodeCount(...placed(band))));

  const candidateOf = (decimation: number, fftSize: number, filled: number): Candidate => {
    const finer = group.fftSize / (decimation * fftSize);
    const ramp = rampBins(filled);
    const narrow = finer > 1 ? (2 * ramp * sampleRate) / (fftSize * decimation) : 0;
    const costOfNode = finer > 1 ? nodeCost : 0;
    // A transform that segments fill has a ramp without end, and none of its bands needs it.
    const costOfEdges = finer > 1 ? 2 * edgePoints(ramp) * costOfNode : 0;
    const costOfHz = (fftSize * decimation) / sampleRate;
    const canBeRead = finer <= 1 || filled <= maxFilled;
    const reading = classes.map(({ decimation: max }, index) => {
      if (!canBeRead || decimation > max) return Infinity;
      const { bands, narrower, nodes, wideHz } = sums[index]!(narrow);
      const wide = costOfHz * wideHz + costOfEdges * (bands - narrower);
      return costOfNode * nodes + wide;
    });
    return { decimation, fftSize, finer, ramp, narrow, cost: transformCost(fftSize), reading };
  };
  const candidates = allowed.flatMap((decimation) => {
    /** Samples that are transformed. */
    const length =
      decimation > 1 && isStepped
        ? cutRange(segmentLength, decimation).length
        : Math.ceil(segmentLength / decimation);
    const shortest = Math.max(16, nextPowerOfTwo(length));
    const ofDefinition = Math.max(shortest, group.fftSize / decimation);
    const sizes = new Set([shortest, 2 * shortest, ofDefinition]);
    return [...sizes].map((fftSize) => candidateOf(decimation, fftSize, length / fftSize));
  });

  const choices = minWork(candidates, classes.length, allowed, (made) => (2 * hop) / made);
  return choices.map(({ candidate, first, end }) => {
    const { decimation, fftSize, finer, ramp, narrow } = candidate;
    const bands = classes.slice(first, end).flatMap((one) => one.bands);
    bands.sort((a, b) => a - b);
    const betweenBins = bands
      .filter((band) => widthOf(band) < narrow)
      .map((band) => ({ band, nodes: bandNodes(...placed(band)) }));
    return { decimation, fftSize, finer, ramp, bands, betweenBins };
  });
}

/**
 * Sums over bands that are narrower than some width, and over those that are not: in order of their width, so that they
 * need not be added anew for each width.
 */
function sumsByWidth(
  bands: readonly number[],
  widthOf: (band: number) => number,
  nodesOf: (band: number) => number,
) {
  const sorted = bands.map((band) => ({ width: widthOf(band), nodes: nodesOf(band) }));
  sorted.sort((a, b) => a.width - b.width);
  const nodes = [0];
  const hz = [0];
  sorted.forEach((band, i) => {
    nodes.push(nodes[i]! + band.nodes);
    hz.push(hz[i]! + band.width);
  });
  return (width: number) => {
    const found = sorted.findIndex((band) => band.width >= width);
    const narrower = found < 0 ? sorted.length : found;
    return {
      bands: sorted.length,
      narrower,
      nodes: nodes[narrower]!,
      wideHz: hz[sorted.length]! - hz[narrower]!,
    };
  };
}

/**
 * Divides classes of bands among transforms, from the last class back: for each that may come next, and each copy that may
 * be the last one made then, the choice that leaves least work.
 * @param copyCost of a copy at a lower rate than that of the decimation given
 */
function minWork(
  candidates: readonly Candidate[],
  classes: number,
  allowed: readonly number[],
  copyCost: (made: number) => number,
) {
  const nothing: Choice = { cost: 0, candidate: undefined, end: classes };
  const min = Array.from({ length: classes + 1 }, () => new Map(allowed.map((made) => [made, nothing])));
  for (let first = classes - 1; first >= 0; first--) {
    for (const made of allowed) {
      let best: Choice = { ...nothing, cost: Infinity };
      for (const candidate of candidates) {
        const { decimation, reading } = candidate;
        if (decimation < made) continue;
        let cost = candidate.cost + (decimation > made ? copyCost(made) : 0);
        for (let end = first + 1; end <= classes && cost < best.cost; end++) {
          cost += reading[end - 1]!;
          const all = cost + min[end]!.get(decimation)!.cost;
          if (all < best.cost) best = { cost: all, candidate, end };
        }
      }
      min[first]!.set(made, best);
    }
  }
  const chosen: { candidate: Candidate; first: number; end: number }[] = [];
  for (let [first, made] = [0, 1]; first < classes;) {
    const { candidate, end } = min[first]!.get(made)!;
    chosen.push({ candidate: candidate!, first, end });
    [first, made] = [end, candidate!.decimation];
  }
  return chosen;
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
