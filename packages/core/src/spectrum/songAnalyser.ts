import { decimate, decimationFilter } from './decimate';
import { divideBands } from './divideBands';
import { planAnalysis, type AnalysisPlan, type BandSettings } from './plan';
import { SongTier } from './songTier';

/** A copy of the song at a lower rate, made from the next finer one. */
interface Copy {
  decimation: number;
  /** Decimation of the copy that it is made from, 1 for the song. */
  from: number;
  filter: Float64Array;
}

/**
 * Band levels of many segments, as {@link SegmentAnalyser} would find them, in a
 * fraction of the time.
 *
 * Instead of a transform that is padded until it is fine enough for the narrowest band, narrow bands are read between
 * the bins of a short one, see bandReader.ts; low ones may be taken from copies of the song at lower rates, see
 * {@link divideBands}. Tests hold both analysers together.
 */
export class SongAnalyser {
  readonly plan: AnalysisPlan;
  private readonly tiers: { decimation: number; tier: SongTier }[];
  private readonly copies: Copy[] = [];

  /**
   * @param hop samples from one segment's centre to the next, all of them multiples of it
   * @throws RangeError when the bands cannot be made
   */
  constructor(settings: BandSettings, sampleRate: number, hop: number) {
    this.plan = planAnalysis(settings, sampleRate);
    const { groups, edges } = this.plan;
    const { windowShape } = settings;
    this.tiers = groups.flatMap((group) =>
      divideBands(group, edges, sampleRate, hop, windowShape).map((run) => {
        const { decimation, fftSize } = run;
        const { segmentLength } = group;
        const rate = sampleRate / decimation;
        const shape = { sampleRate: rate, decimation, fftSize, windowShape, segmentLength };
        return { decimation, tier: new SongTier(shape, edges, run) };
      }),
    );
    let from = 1;
    for (const decimation of new Set(this.tiers.map((tier) => tier.decimation).sort((a, b) => a - b))) {
      if (decimation === 1) continue;
      this.copies.push({ decimation, from, filter: decimationFilter(decimation / from) });
      from = decimation;
    }
  }

  /** Samples before and after a segment's centre that its levels depend on. */
  get reach(): number {
    const longest = Math.max(...this.plan.groups.map(({ segmentLength }) => segmentLength));
    return (longest >> 1) + 1 + this.copies.reduce((sum, { from, filter }) => sum + from * filter.length, 0);
  }

  /**
   * Levels in dBFS of segments at equal distances.
   * @param signals one, -1..1, or two of the same length for the mean of their powers; silence is assumed beyond their ends
   * @param firstCentre index of the first segment's centre, a multiple of 32
   * @param hop samples between centres
   * @param count how many segments
   * @param out `count` rows of levels, from `offset` on
   */
  levels(
    signals: readonly Float32Array[],
    firstCentre: number,
    hop: number,
    count: number,
    out: Float32Array,
    offset: number,
  ): void {
    const bands = this.plan.edges.length - 1;
    const copies = new Map<number, readonly Float32Array[]>([[1, signals]]);
    for (const { decimation, from, filter } of this.copies) {
      const lowered = copies.get(from)!.map((signal) => decimate(signal, decimation / from, filter));
      copies.set(decimation, lowered);
    }
    for (const { decimation, tier } of this.tiers) {
      const copy = copies.get(decimation)!;
      tier.levels(copy, firstCentre / decimation, hop / decimation, count, out, offset, bands);
    }
  }
}
