import { planAnalysis, type AnalysisPlan, type BandSettings } from './analyser';
import { decimate, decimationFilter, usableShare } from './decimate';
import { Tier } from './tier';

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
  private readonly wide: Tier | undefined;
  private readonly narrow: Tier | undefined;
  private readonly decimation: number;
  private readonly filter: Float64Array | undefined;

  /** @param hop samples from one segment's centre to the next, all of them multiples of it */
  constructor(settings: BandSettings, sampleRate: number, hop: number) {
    this.plan = planAnalysis(settings, sampleRate);
    const { segmentLength, shortestFft, fftSize, edges } = this.plan;
    const { windowShape, bands } = settings;
    const widest = (wideBandBins * sampleRate) / shortestFft;
    let firstWide = 0;
    if (fftSize > shortestFft) {
      while (firstWide < bands && edges[firstWide + 1]! - edges[firstWide]! < widest) firstWide++;
    }
    const highest = edges[firstWide]!;
    this.decimation =
      firstWide === 0
        ? 1
        : (decimations.find((d) => hop % d === 0 && highest <= (usableShare * sampleRate) / d) ?? 1);
    const tier = (decimation: number, size: number, first: number, count: number) =>
      count === 0
        ? undefined
        : new Tier(
            { sampleRate: sampleRate / decimation, decimation, fftSize: size, windowShape, segmentLength },
            edges,
            Array.from({ length: count }, (_, i) => first + i),
          );
    if (this.decimation === 1 && firstWide > 0) {
      this.wide = tier(1, fftSize, 0, bands);
    } else {
      this.wide = tier(1, shortestFft, firstWide, bands - firstWide);
      this.narrow = tier(this.decimation, fftSize / this.decimation, 0, firstWide);
      if (this.narrow) this.filter = decimationFilter(this.decimation);
    }
  }

  /** Samples before and after a segment's centre that its levels depend on. */
  get reach(): number {
    return (this.plan.segmentLength >> 1) + 1 + (this.filter?.length ?? 0);
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
    const { decimation, narrow, wide, filter } = this;
    const low = narrow && filter ? decimate(samples, decimation, filter) : undefined;
    for (let i = 0; i < count; i += 2) {
      const centre = firstCentre + i * hop;
      const next = i + 1 < count ? centre + hop : undefined;
      const row = offset + i * bands;
      wide?.levels(samples, centre, next, out, row, row + bands);
      if (low) narrow!.levels(low, centre / decimation, next && next / decimation, out, row, row + bands);
    }
  }
}
