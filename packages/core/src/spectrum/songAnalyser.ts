import { decimate, decimationFilter, usableShare } from './decimate';
import { planAnalysis, type AnalysisPlan, type BandSettings, type WindowGroup } from './plan';
import { Tier } from './tier';
import type { WindowKind } from './windows';

/** A band is wide enough for the shortest transform when it covers this many of its bins. */
const wideBandBins = 4;

const decimations = [32, 16, 8, 4, 2];

/**
 * Band levels of many segments, as {@link SegmentAnalyser} would find them, in a
 * fraction of the time.
 *
 * One long transform is needed for the narrow low bands only. They are taken
 * from a copy of the song at a lower rate, where a shorter transform has bins as
 * fine; the wide bands above are taken from the shortest transform that holds a
 * segment. Tests hold both analysers together.
 */
export class SongAnalyser {
  readonly plan: AnalysisPlan;
  private readonly tiers: { decimation: number; tier: Tier }[];
  private readonly filters = new Map<number, Float64Array>();

  /**
   * @param hop samples from one segment's centre to the next, all of them multiples of it
   * @throws RangeError when the bands cannot be made
   */
  constructor(
    settings: BandSettings,
    private readonly sampleRate: number,
    private readonly hop: number,
  ) {
    this.plan = planAnalysis(settings, sampleRate);
    this.tiers = this.plan.groups.flatMap((group) => this.tiersOf(group, settings.windowShape));
    for (const { decimation } of this.tiers) {
      if (decimation > 1) this.filters.set(decimation, decimationFilter(decimation));
    }
  }

  private tiersOf(group: WindowGroup, windowShape: WindowKind): { decimation: number; tier: Tier }[] {
    const { segmentLength, shortestFft, fftSize, bands } = group;
    const { edges } = this.plan;
    const { sampleRate } = this;
    const tier = (decimation: number, size: number, served: number[]) => ({
      decimation,
      tier: new Tier(
        { sampleRate: sampleRate / decimation, decimation, fftSize: size, windowShape, segmentLength },
        edges,
        served,
      ),
    });
    const widest = (wideBandBins * sampleRate) / shortestFft;
    const isWide = (band: number) => fftSize === shortestFft || edges[band + 1]! - edges[band]! >= widest;
    const wide = bands.filter(isWide);
    const narrow = bands.filter((band) => !isWide(band));
    if (narrow.length === 0) return this.lowTiers(group, windowShape, tier) ?? [tier(1, shortestFft, wide)];
    const decimation = this.decimationFor(Math.max(...narrow.map((band) => edges[band + 1]!)), windowShape);
    if (decimation === 1) return [tier(1, fftSize, bands)];
    const tiers = [tier(decimation, fftSize / decimation, narrow)];
    return wide.length > 0 ? [tier(1, shortestFft, wide), ...tiers] : tiers;
  }

  /** Bands that all lie low need no transform at the full rate, even where its shortest is fine enough. */
  private lowTiers(
    { shortestFft, bands }: WindowGroup,
    windowShape: WindowKind,
    tier: (decimation: number, size: number, served: number[]) => { decimation: number; tier: Tier },
  ) {
    const highest = Math.max(...bands.map((band) => this.plan.edges[band + 1]!));
    const decimation = this.decimationFor(highest, windowShape);
    return decimation > 1 && shortestFft / decimation >= 64
      ? [tier(decimation, shortestFft / decimation, bands)]
      : undefined;
  }

  /**
   * How much the rate can be lowered for bands up to a frequency. Not for the
   * rectangular window, whose far side lobes carry what a low-pass takes away.
   */
  private decimationFor(highestHz: number, windowShape: WindowKind): number {
    if (windowShape === 'rectangular') return 1;
    return (
      decimations.find((d) => this.hop % d === 0 && highestHz <= (usableShare * this.sampleRate) / d) ?? 1
    );
  }

  /** Samples before and after a segment's centre that its levels depend on. */
  get reach(): number {
    const longest = Math.max(...this.plan.groups.map(({ segmentLength }) => segmentLength));
    const filters = [...this.filters.values()].map((filter) => filter.length);
    return (longest >> 1) + 1 + Math.max(0, ...filters);
  }

  /**
   * Levels in dBFS of segments at equal distances.
   * @param samples mono, -1..1; silence is assumed beyond their ends
   * @param firstCentre index of the first segment's centre, a multiple of 32
   * @param hop samples between centres
   * @param count how many segments
   * @param out `count` rows of levels, from `offset` on
   */
  levels(
    samples: Float32Array,
    firstCentre: number,
    hop: number,
    count: number,
    out: Float32Array,
    offset: number,
  ): void {
    const bands = this.plan.edges.length - 1;
    const copies = new Map<number, Float32Array>([[1, samples]]);
    for (const [decimation, filter] of this.filters) {
      copies.set(decimation, decimate(samples, decimation, filter));
    }
    for (const { decimation, tier } of this.tiers) {
      const copy = copies.get(decimation)!;
      tier.levels(copy, firstCentre / decimation, hop / decimation, count, out, offset, bands);
    }
  }
}
