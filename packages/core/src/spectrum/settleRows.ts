import { lawTerms, type LevelLaw } from './levelLaw';
import { align, reach, scratch, signal } from './signalEngine';
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

/** Places in memory, one after the other. */
class Room {
  end = scratch();
  take(bytes: number): number {
    const start = this.end;
    this.end = align(start + bytes);
    return start;
  }
}

/** Neighbours among the bands that are wanted: the first of them, where it goes, and how many they are. */
function runsOf(shown: readonly number[]): { from: number; at: number; length: number }[] {
  const runs: { from: number; at: number; length: number }[] = [];
  shown.forEach((band, at) => {
    const run = runs.at(-1);
    if (run && run.from + run.length === band) run.length++;
    else runs.push({ from: band, at, length: 1 });
  });
  return runs;
}

/** Copies values; few of them one by one, for `set` takes its time to begin. */
function copy(from: Float32Array, start: number, to: Float32Array, at: number, length: number): void {
  if (length > 16) to.set(from.subarray(start, start + length), at);
  else for (let i = 0; i < length; i++) to[at + i] = from[start + i]!;
}

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
  const width = mapping?.shown.length ?? bands;
  const count = width > 0 ? out.length / width : 0;
  if (count === 0) return;
  const code = signal();
  const row = align(4 * width);
  const stride = row / 4;
  const law = mapping && lawTerms(mapping.law);
  const spread = how.acrossBands > 0 ? spreadTerms(how.acrossBands, width) : undefined;
  const average = how.smoothing === 'average' ? averageTerms(how.averageTime / step) : undefined;
  const spring = how.smoothing === 'spring' ? springStep(how.springHz, how.springDamping, step) : undefined;
  const [up, down] = [onePoleShare(how.attack, step), onePoleShare(how.release, step)];
  const isFollowing = how.smoothing === 'attackRelease' && (up < 1 || down < 1);
  const lead = average ? average.whole + 1 : 0;
  const chunk = Math.min(count, Math.max(8, Math.floor(chunkBytes / row), 2 * lead));
  const side = spread ? spread.weights.length - 1 : 0;

  const room = new Room();
  const gainsAt = room.take(row);
  const weightsAt = room.take(4 * (side + 1));
  const totalsAt = room.take(row);
  const spreadAt = room.take(row + 8 * side + 16);
  const positionsAt = room.take(2 * row);
  const velocitiesAt = room.take(2 * row);
  const leftAt = room.take(row);
  const loadedAt = room.take(average ? (chunk + 2 * lead) * row : 0);
  const before = room.take(row);
  const rowsAt = room.take(chunk * row);
  const peakBefore = room.take(row);
  const peaksAt = room.take(peaks ? chunk * row : 0);
  const buffer = reach(room.end);
  const memory = new Float32Array(buffer);
  const runs = runsOf(mapping?.shown ?? Array.from({ length: bands }, (_, band) => band));
  const put = (at: number, values: ArrayLike<number>) => memory.set(values, at / 4);
  const copyRow = (from: number, to: number) => memory.copyWithin(to / 4, from / 4, from / 4 + stride);
  memory.fill(0, gainsAt / 4, loadedAt / 4);
  if (mapping)
    put(
      gainsAt,
      mapping.shown.map((band) => mapping.gains[band]!),
    );
  if (spread) {
    put(weightsAt, spread.weights);
    put(totalsAt, spread.totals);
  }

  /** Loads rows from..to, of which those before the first and after the last are as these. */
  const load = (at: number, from: number, to: number): void => {
    const first = Math.max(from, 0);
    const end = Math.min(to, count);
    const start = at + (first - from) * row;
    if (stride === bands && width === bands) put(start, source.subarray(first * bands, end * bands));
    else {
      for (let r = first, place = start / 4; r < end; r++, place += stride) {
        for (const { from, at, length } of runs) copy(source, r * bands + from, memory, place + at, length);
      }
    }
    for (let r = from; r < first; r++) copyRow(start, at + (r - from) * row);
    for (let r = end; r < to; r++) copyRow(at + (end - 1 - from) * row, at + (r - from) * row);
  };
  const store = (at: number, to: Float32Array, first: number, rows: number): void => {
    if (stride === width) {
      to.set(memory.subarray(at / 4, at / 4 + rows * stride), first * width);
      return;
    }
    for (let r = 0; r < rows; r++) copy(memory, at / 4 + r * stride, to, (first + r) * width, width);
  };

  for (let first = 0; first < count; first += chunk) {
    const rows = Math.min(chunk, count - first);
    const at = average ? loadedAt : rowsAt;
    const loaded = rows + 2 * lead;
    load(at, first - lead, first + rows + lead);
    if (law) code.mapRows(at, loaded, row, gainsAt, law.octaves, law.low, law.factor);
    if (spread) code.spreadRows(at, loaded, row, width, weightsAt, side, totalsAt, spreadAt);
    if (first === 0) {
      copyRow(at, before);
      const positions = new Float64Array(buffer, positionsAt, stride);
      positions.set(memory.subarray(at / 4, at / 4 + stride));
    }
    if (average) {
      const { whole, part, scale } = average;
      code.averageRows(at, rows, row, whole, part, scale, positionsAt, rowsAt);
    } else if (isFollowing) {
      code.followRows(rowsAt, rows, row, up, down);
    } else if (spring) {
      const { a, b, c, d } = spring;
      code.swingRows(rowsAt, rows, row, positionsAt, velocitiesAt, a, b, c, d);
    }
    store(rowsAt, out, first, rows);
    if (peaks) {
      if (first === 0) {
        copyRow(rowsAt, peakBefore);
        memory.fill(peaks.hold, leftAt / 4, leftAt / 4 + stride);
      }
      code.holdRows(rowsAt, rows, row, peaksAt, leftAt, peaks.hold, peaks.fall, step);
      store(peaksAt, peaks.out, first, rows);
      copyRow(peaksAt + (rows - 1) * row, peakBefore);
    }
    copyRow(rowsAt + (rows - 1) * row, before);
  }
}

/** Smooths rows of levels 0..1 in place. Parameters as for {@link settleRows}. */
export function smooth(rows: Float32Array, bands: number, step: number, how: Smoothing): void {
  settleRows(rows.slice(), bands, step, how, rows);
}
