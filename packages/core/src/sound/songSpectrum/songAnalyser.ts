import { exact } from '../../contract';
import { divideBands } from './divideBands';
import { loweringMargin } from '../signal/halve';
import { neighbours } from '../spectrum/neighbours';
import { planAnalysis, type AnalysisPlan, type BandSettings } from '../spectrum/plan';
import { align, floatsAt } from '../signal/signalEngine';
import { putRows } from './putRows';
import { loadSong } from './songCopies';
import { SongTier } from './songTier';

/** A tier, and how many moments its segments are apart. */
interface TierSteps {
  decimation: number;
  every: number;
  tier: SongTier;
}

/**
 * Band levels of many segments, as {@link SegmentAnalyser} would find them, in a
 * fraction of the time.
 *
 * Instead of a transform that is padded until it is fine enough for the narrowest band, narrow bands are read between
 * the bins of a short one, see bandReading.ts; low ones may be taken from copies of the song at lower rates, see
 * {@link divideBands}. Tests hold both analysers together.
 */
export class SongAnalyser {
  readonly plan: AnalysisPlan;
  private readonly tiers: TierSteps[];
  /** That of the copy at the lowest rate. */
  private readonly maxDecimation: number;

  /**
   * @param hop samples from one segment's centre to the next, all of them multiples of it
   * @param everyOf how many moments apart segments are analysed through a window of so many seconds; between them levels
   *   are interpolated, for what lasts long changes slowly
   * @throws RangeError when the bands cannot be made
   */
  constructor(
    settings: BandSettings,
    sampleRate: number,
    private readonly hop: number,
    everyOf: (window: number) => number = () => 1,
  ) {
    this.plan = planAnalysis(settings, sampleRate);
    const { groups, edges } = this.plan;
    const { windowShape } = settings;
    this.tiers = groups.flatMap((group) => {
      const { segmentLength } = group;
      const every = everyOf(segmentLength / sampleRate);
      return divideBands(group, edges, sampleRate, hop * every, windowShape).map((run) => {
        const { decimation, fftSize } = run;
        const rate = sampleRate / decimation;
        const shape = { sampleRate: rate, decimation, fftSize, windowShape, segmentLength };
        return { decimation, every, tier: new SongTier(shape, edges, run) };
      });
    });
    this.maxDecimation = Math.max(...this.tiers.map(({ decimation }) => decimation));
  }

  /** Samples before and after a moment that its levels depend on. */
  get lookAround(): number {
    const longest = Math.max(...this.plan.groups.map(({ segmentLength }) => segmentLength));
    const max = Math.max(...this.tiers.map(({ every }) => every));
    return (max - 1) * this.hop + (longest >> 1) + 1 + loweringMargin(this.maxDecimation);
  }

  /**
   * Levels in dBFS of segments at equal distances.
   * @param signals one, -1..1, or two of the same length for the mean of their powers; silence is assumed beyond their ends
   * @param firstCentre index of the first segment's centre; the centres that are analysed are multiples of each decimation
   * @param hop samples between centres
   * @param count how many segments
   * @param out `count` rows of levels, from `offset` on
   * @param firstMoment number of the first segment in the song, so that what is analysed less often is at the same moments
   *   however the song is cut
   */
  levels(
    signals: readonly Float32Array[],
    firstCentre: number,
    hop: number,
    count: number,
    out: Float32Array,
    offset: number,
    firstMoment = 0,
  ): void {
    const width = this.plan.edges.length - 1;
    const loaded = loadSong(signals, exact.log2(this.maxDecimation));
    const all = { at: loaded.end, width };
    // Rows are put together here: then they travel at once.
    const song = { ...loaded, end: align(all.at + 4 * width * count) };
    for (const { every, tier } of this.tiers) {
      const { bands } = tier;
      const first = Math.floor(firstMoment / every);
      const last = Math.ceil((firstMoment + count - 1) / every);
      const phase = firstMoment - first * every;
      const centre = firstCentre - phase * hop;
      if (every === 1 && neighbours(bands).length === 1) {
        const position = { at: all.at + 4 * bands[0]!, stride: 4 * width };
        tier.levels(song, centre, hop, count, position);
      } else {
        const rows = tier.levels(song, centre, hop * every, last - first + 1);
        putRows(rows, bands, count, all, every, phase);
      }
    }
    out.set(floatsAt(all.at, width * count), offset);
  }
}
