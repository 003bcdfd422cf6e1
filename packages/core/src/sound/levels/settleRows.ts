import { lawTerms, type LevelLaw } from './levelLaw';
import { RowMemory } from './rowMemory';
import { putAverageTask, putMapTask, putPeakTask, putSpreadTask, putSwingTask } from '../signal/signalCalls';
import { signal } from '../signal/signalEngine';
import { averageTerms, onePoleShare, spreadTerms, type Smoothing } from './smoothing';
import { springStep } from './spring';

/**
 * From band levels in dBFS to what figures show: mapped to 0..1, averaged over neighbouring bands, smoothed in time, and
 * held as peaks. Rows go through WebAssembly some at a time, see assembly/settle.ts: an ear of many bands has tens of
 * millions of levels, and may be changed at any time.
 */

/** How rows of levels in dBFS become 0..1. */
export interface Mapping {
  /** dB added to each band. */
  gains: ArrayLike<number>;
  /** The bands that are wanted, in order. */
  shown: readonly number[];
  law: LevelLaw;
}

/** How peaks are held, and where they go. */
export interface PeakHold {
  /** Seconds. */
  hold: number;
  /** Levels per second. */
  fall: number;
  /** As many rows as there are. */
  out: Float32Array;
}

/** Rows are worked on that fill about so many bytes. */
const chunkBytes = 1 << 17;

/**
 * Smooths rows of levels over time, a whole stretch, so that any moment can be looked up.
 * A spring may overshoot 0 and 1; all others stay within. Attack and release, springs and peaks begin settled on the first
 * row. An average has no lag: it looks ahead; beyond the ends the first and last row hold.
 *
 * @param source rows of levels, in dBFS where they are mapped
 * @param bands in a row of `source`
 * @param step seconds between rows
 * @param out rows of the bands that are wanted, as many
 * @param mapping undefined when levels are 0..1 already
 */
export function settleRows(
  source: Float32Array,
  bands: number,
  step: number,
  how: Smoothing,
  out: Float32Array,
  mapping?: Mapping,
  peaks?: PeakHold,
): void {
  const shown = mapping?.shown ?? Array.from({ length: bands }, (_, band) => band);
  const width = shown.length;
  const count = width > 0 ? out.length / width : 0;
  if (count === 0) return;
  const law = mapping && lawTerms(mapping.law);
  const spread = how.acrossBands > 0 ? spreadTerms(how.acrossBands, width) : undefined;
  const average = how.smoothing === 'average' ? averageTerms(how.averageTime / step) : undefined;
  const spring = how.smoothing === 'spring' ? springStep(how.springHz, how.springDamping, step) : undefined;
  const [up, down] = [onePoleShare(how.attack, step), onePoleShare(how.release, step)];
  const isFollowing = how.smoothing === 'attackRelease' && (up < 1 || down < 1);
  /** Rows that an average looks back, and ahead. */
  const lead = average ? average.whole + 1 : 0;

  const memory = new RowMemory(bands, shown);
  const { row } = memory;
  const chunk = Math.min(count, Math.max(8, Math.floor(chunkBytes / row), 2 * lead));
  const extent = spread ? spread.weights.length - 1 : 0;
  const gains = memory.take(row);
  const weights = memory.take(4 * (extent + 1));
  const totals = memory.take(row);
  const spreading = memory.take(row + 8 * extent + 16);
  /** Of springs; sums of averages. */
  const positions = memory.take(2 * row);
  const velocities = memory.take(2 * row);
  /** How long peaks are still held. */
  const left = memory.take(row);
  const loaded = memory.take(average ? (chunk + 2 * lead) * row : 0);
  /** The row before, and rows as they are smoothed; the same of peaks. */
  const before = memory.take(row);
  const rows = memory.take(chunk * row);
  const peakBefore = memory.take(row);
  const peakRows = memory.take(peaks ? chunk * row : 0);
  memory.open(loaded);
  if (mapping) {
    const ofShown = shown.map((band) => mapping.gains[band]!);
    memory.put(gains, ofShown);
  }
  if (spread) {
    memory.put(weights, spread.weights);
    memory.put(totals, spread.totals);
  }

  const code = signal();
  const { buffer } = code.memory;
  for (let first = 0; first < count; first += chunk) {
    const size = Math.min(chunk, count - first);
    const at = average ? loaded : rows;
    memory.load(source, count, first - lead, first + size + lead, at);
    const loadedRows = { rows: at, count: size + 2 * lead, row };
    if (law) code.mapRows(putMapTask(buffer, { ...loadedRows, gains, ...law }));
    if (spread) {
      const work = { bands: width, weights, extent, totals, work: spreading };
      code.spreadRows(putSpreadTask(buffer, { ...loadedRows, ...work }));
    }
    if (first === 0) {
      memory.copyRow(at, before);
      memory.copyRowAsDoubles(at, positions);
    }
    if (average) {
      const task = { rows: at, count: size, row, ...average, sums: positions, out: rows };
      code.averageRows(putAverageTask(buffer, task));
    } else if (isFollowing) {
      code.followRows(rows, size, row, up, down);
    } else if (spring) {
      const task = { rows, count: size, row, positions, velocities, ...spring };
      code.swingRows(putSwingTask(buffer, task));
    }
    memory.store(rows, size, out, first);
    if (peaks) {
      if (first === 0) {
        memory.copyRow(rows, peakBefore);
        memory.fillRow(left, peaks.hold);
      }
      const { hold, fall } = peaks;
      code.holdRows(putPeakTask(buffer, { rows, count: size, row, out: peakRows, left, hold, fall, step }));
      memory.store(peakRows, size, peaks.out, first);
      memory.copyRow(peakRows + (size - 1) * row, peakBefore);
    }
    memory.copyRow(rows + (size - 1) * row, before);
  }
}

/** Smooths rows of levels 0..1 in place. Parameters as for {@link settleRows}. */
export function smooth(rows: Float32Array, bands: number, step: number, how: Smoothing): void {
  settleRows(rows.slice(), bands, step, how, rows);
}
