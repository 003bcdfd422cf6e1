import { BandListener } from './bandListener';
import { bandStatistics, type BandStatistics } from './bandStatistics';
import { shownBands } from '../ear/shownBands';
import type { Ear } from '../ear/ear';
import { silenceDb } from '../spectrum/bands';
import { Distribution } from '../levels/distribution';
import { settleRows } from '../levels/settleRows';
import type { Smoothing } from '../levels/smoothing';
import { weightingDb } from '../levels/weighting';
import type { LevelTable } from './hearing';
import { interpolateRows } from './interpolateRows';
import type { Stretch } from './listen';

const limitsOf = ({ floorDb, ceilingDb }: Ear) => ({ floorDb, ceilingDb });

/** Makes room for large tables, which may hold anything. */
export interface TableMemory {
  /** For so many levels in dBFS. */
  rows: (length: number) => Float32Array;
  /** For so many levels that travel to another thread. */
  table: (length: number) => Float32Array;
}

const newMemory: TableMemory = {
  rows: (length) => new Float32Array(length),
  table: (length) => new Float32Array(length),
};

/**
 * What one ear has heard of a whole song: levels in dBFS for every analysed
 * moment, the same mapped to 0..1 and smoothed, and a look-up at any time.
 *
 * It is filled in stretches, in any order: {@link hear} analyses a stretch,
 * {@link settle} maps and smooths everything heard so far.
 */
export class EarHearing extends BandListener {
  /** Indices of the bands that give a mark. */
  shown: number[] = [];
  /** 0..1 after mapping and smoothing: rows of `shown.length`, of all moments or of a stretch. */
  levels: Float32Array = new Float32Array(0);
  /** Held peaks, as `levels`; undefined unless the ear holds peaks. */
  peaks: Float32Array | undefined;
  /** Moment of the first row of `levels`. */
  private first = 0;
  /** Floor and ceiling that were used, in dB. */
  limits = { floorDb: 0, ceilingDb: 0 };

  /**
   * @param lengthSamples length of the song in samples
   * @throws RangeError when the bands cannot be made
   */
  constructor(
    private ear: Ear,
    lengthSamples: number,
    private readonly memory = newMemory,
  ) {
    super(ear, ear.channel, lengthSamples, memory.rows);
  }

  /**
   * Maps and smooths anew, with the ear's levelling and smoothing.
   * @param only moments that are wanted now, all of them if left out: those of a long song and many bands take their time
   */
  settle(ear: Ear = this.ear, only: Stretch = { first: 0, count: this.moments }): void {
    this.ear = ear;
    const gains = weightingDb(this.edges, ear);
    this.shown = shownBands(ear, this.bands);
    this.limits = ear.limits === 'set' ? limitsOf(ear) : this.fittedLimits(gains, ear);
    const size = only.count * this.shown.length;
    if (this.levels.length !== size) this.levels = this.memory.table(size);
    this.peaks = ear.peaks ? this.memory.table(size) : undefined;
    this.first = only.first;
    this.fillLevels(ear, gains, only, this.levels, this.peaks);
  }

  /** The levels as they would be with another smoothing, all else as settled: a new table of all moments. */
  levelsWith(smoothing: Smoothing): Float32Array {
    const levels = new Float32Array(this.moments * this.shown.length);
    const gains = weightingDb(this.edges, this.ear);
    this.fillLevels({ ...this.ear, ...smoothing }, gains, { first: 0, count: this.moments }, levels);
    return levels;
  }

  /**
   * Each run of moments that have been heard by itself: smoothing starts where hearing did.
   * @param out rows of the moments `only`, silent where nothing has been heard
   * @param peaks as `out`
   */
  private fillLevels(
    ear: Ear,
    gains: Float64Array,
    only: Stretch,
    out: Float32Array,
    peaks?: Float32Array,
  ): void {
    const { bands, db, shown, analysed } = this;
    const mapping = { gains, shown, law: { law: ear.law, ...this.limits } };
    const width = shown.length;
    const last = only.first + only.count;
    for (let from = only.first; from < last;) {
      const next = analysed.indexOf(analysed[from] ? 0 : 1, from);
      const to = next < 0 ? last : Math.min(next, last);
      const part = (rows: Float32Array) =>
        rows.subarray((from - only.first) * width, (to - only.first) * width);
      if (analysed[from]) {
        const held = peaks && { hold: ear.peakHold, fall: ear.peakFall, out: part(peaks) };
        const levels = db.subarray(from * bands, to * bands);
        settleRows(levels, bands, 1 / this.rate, ear, part(out), mapping, held);
      } else {
        part(out).fill(0);
        if (peaks) part(peaks).fill(0);
      }
      from = to;
    }
  }

  /** For each moment whether something of it can be heard: some band is above silence by more than noise. */
  sounding(): Uint8Array {
    const { db, bands, moments, analysed } = this;
    const audible = silenceDb + 110;
    const out = new Uint8Array(moments);
    for (let moment = 0; moment < moments; moment++) {
      if (!analysed[moment]) continue;
      for (let band = 0; band < bands && !out[moment]; band++)
        if (db[moment * bands + band]! > audible) out[moment] = 1;
    }
    return out;
  }

  /** What bands do over what has been heard. @param end of the bands from `first` on that are of interest: many take their time */
  bandStatistics(first = 0, end = this.bands): BandStatistics[] {
    const { db, bands, analysed, limits } = this;
    const gains = weightingDb(this.edges, this.ear);
    return bandStatistics(db, bands, analysed, [first, Math.min(end, bands)], gains, limits.floorDb);
  }

  /** Percentiles of all levels of the bands that are shown, over what has been heard; silence does not count. */
  private fittedLimits(gains: Float64Array, { floorPercent, ceilingPercent }: Ear) {
    const distribution = this.levelledDistribution(gains);
    if (distribution.isEmpty) return { floorDb: -60, ceilingDb: 0 };
    const floorDb = distribution.percentile(floorPercent);
    return { floorDb, ceilingDb: Math.max(distribution.percentile(ceilingPercent), floorDb + 0.1) };
  }

  /** Levels in dB, weighted, of what has been heard, as a sample. @param gains of {@link weightingDb} */
  levelledDistribution(gains: Float64Array = weightingDb(this.edges, this.ear)): Distribution {
    const { db, bands, shown } = this;
    const values: number[] = [];
    const moments = [...this.analysed.keys()].filter((moment) => this.analysed[moment]);
    const step = Math.max(1, Math.floor((moments.length * shown.length) / 200_000));
    for (let i = 0; i < moments.length; i += step) {
      const row = moments[i]! * bands;
      for (const band of shown) {
        const level = db[row + band]!;
        if (level > silenceDb) values.push(level + gains[band]!);
      }
    }
    return new Distribution(values);
  }

  /** Levels, and peaks where held, to travel to another thread: they are gone from here until it is settled again. */
  takeTable(): LevelTable {
    const { levels, peaks, rate, first } = this;
    this.levels = new Float32Array(0);
    this.peaks = undefined;
    return { bands: this.shown.length, rate, first, levels, ...(peaks ? { peaks } : {}) };
  }

  /** Levels (0..1) of the bands that are shown at `t` seconds, interpolated between moments. */
  levelsAt(t: number, out = new Float32Array(this.shown.length)): Float32Array {
    return interpolateRows(this.levels, this.shown.length, t * this.rate - this.first, out);
  }
}
