import { exact } from '../../contract';
import { powerToDb, silenceDb } from '../spectrum/bands';

/** What one band does over a song. */
export interface BandStatistics {
  /** Mean power, in dBFS. */
  meanDb: number;
  /** Level that it is below for 95 % of the time, in dBFS. */
  loudDb: number;
  /** Whether it is never above the floor, but for a two-hundredth of the time. */
  silent: boolean;
}

/** Levels are counted in steps of so many dB, from silence up to the highest. */
const stepDb = 0.02;
const highestDb = 60;
const steps = Math.round((highestDb - silenceDb) / stepDb);
/** Bands that are counted at a time: what is counted then stays in the nearest caches. */
export const bandsTogether = 16;
/** Moments that are looked at, at most: a quarter of an hour has as many. */
const maxMoments = 54_000;

/** Mean powers of the steps, whose levels are spread evenly over them. */
const powers = Float64Array.from({ length: steps }, (_, i) =>
  exact.pow(10, (silenceDb + (i + 0.5) * stepDb) / 10),
);

/** Counted levels of a band. */
class LevelCounts {
  private total = 0;

  constructor(private readonly counts: Uint32Array) {
    for (const count of counts) this.total += count;
  }

  /** Mean power in dB. */
  get meanDb(): number {
    let sum = 0;
    // What is silent has no power.
    for (let i = 1; i < steps; i++) if (this.counts[i]! > 0) sum += this.counts[i]! * powers[i]!;
    return powerToDb(this.total > 0 ? sum / this.total : 0);
  }

  /** Level that `percent` of all are below; silence when there are none. */
  percentile(percent: number): number {
    const position = (percent / 100) * (this.total - 1);
    let below = 0;
    for (let i = 0; i < steps; i++) {
      const count = this.counts[i]!;
      if (count > 0 && below + count > position) {
        return i === 0 ? silenceDb : silenceDb + (i + (position - below + 0.5) / count) * stepDb;
      }
      below += count;
    }
    return silenceDb;
  }
}

/**
 * What bands do over what has been heard of a song, to a hundredth of a dB.
 * @param db rows of levels in dBFS
 * @param bands in a row
 * @param heard 1 for each row that has been heard
 * @param first band of interest, and `end`, the one after the last
 * @param gains dB that are added before a level is compared with the floor
 */
export function bandStatistics(
  db: Float32Array,
  bands: number,
  analysed: Uint8Array,
  [first, end]: readonly [number, number],
  gains: ArrayLike<number>,
  floorDb: number,
): BandStatistics[] {
  const stride = Math.ceil(analysed.length / maxMoments);
  const found: BandStatistics[] = [];
  for (let band = first; band < end; band += bandsTogether) {
    const width = Math.min(bandsTogether, end - band);
    const counts = new Uint32Array(width * steps);
    for (let moment = 0; moment < analysed.length; moment += stride) {
      if (!analysed[moment]) continue;
      for (let i = 0, at = moment * bands + band; i < width; i++, at++) {
        const step = Math.floor((db[at]! - silenceDb) / stepDb);
        counts[i * steps + (step < 0 ? 0 : step < steps ? step : steps - 1)]!++;
      }
    }
    for (let i = 0; i < width; i++) {
      const own = new LevelCounts(counts.subarray(i * steps, (i + 1) * steps));
      const silent = own.percentile(99.5) + gains[band + i]! <= floorDb;
      found.push({ meanDb: own.meanDb, loudDb: own.percentile(95), silent });
    }
  }
  return found;
}
