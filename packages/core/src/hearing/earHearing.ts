import { pcmSampleRate } from '../audio/pcm';
import type { Ear } from '../film/schema';
import type { AnalysisPlan } from '../spectrum/analyser';
import { silenceDb } from '../spectrum/bands';
import { mapLevels, tiltDb } from '../spectrum/levelLaw';
import { SongAnalyser } from '../spectrum/songAnalyser';
import { smoothAttackRelease } from '../spectrum/smoothing';
import { hopSamples, momentCount, momentsPerSecond } from './moments';

/**
 * What one ear has heard of a whole song: levels in dBFS for every analysed
 * moment, the same mapped to 0..1 and smoothed, and a look-up at any time.
 *
 * It is filled in stretches, in any order: {@link hear} analyses a stretch,
 * {@link settle} maps and smooths everything heard so far.
 */
export class EarHearing {
  readonly bands: number;
  /** Analysed moments per second. */
  readonly rate: number;
  /** Analysed moments in the song. */
  readonly moments: number;
  /** Band edges in Hz, one more than bands. */
  readonly edges: Float64Array;
  /** How the song is transformed. */
  readonly plan: AnalysisPlan;
  /** dBFS before any mapping: `moments` rows of `bands`. */
  readonly db: Float32Array;
  /** 0..1 after mapping and smoothing: `moments` rows of `bands`. */
  readonly levels: Float32Array;
  /** 1 for each moment that has been analysed. */
  readonly heard: Uint8Array;
  private readonly analyser: SongAnalyser;

  /** @param lengthSamples length of the song in samples */
  constructor(
    private ear: Ear,
    readonly lengthSamples: number,
  ) {
    this.rate = momentsPerSecond(ear.window);
    this.analyser = new SongAnalyser(ear, pcmSampleRate, hopSamples(this.rate));
    this.plan = this.analyser.plan;
    this.edges = this.plan.edges;
    this.bands = ear.bands;
    this.moments = momentCount(lengthSamples, this.rate);
    this.db = new Float32Array(this.moments * this.bands).fill(silenceDb);
    this.levels = new Float32Array(this.moments * this.bands);
    this.heard = new Uint8Array(this.moments);
  }

  /** The samples that moments `first` to `first + count - 1` need: [start, end) in the song, may lie outside it. */
  samplesFor(first: number, count: number): [number, number] {
    const hop = hopSamples(this.rate);
    // Whole steps of 32 samples, so that decimated copies of all stretches lie on one grid.
    const reach = Math.ceil(this.analyser.reach / 32) * 32;
    return [first * hop - reach, (first + count - 1) * hop + reach];
  }

  /**
   * Analyses `count` moments from `first` on.
   * @param samples mono samples, -1..1, of which the first is sample `start` of the song, see {@link samplesFor}
   */
  hear(samples: Float32Array, start: number, first: number, count: number): void {
    const hop = hopSamples(this.rate);
    this.analyser.levels(samples, first * hop - start, hop, count, this.db, first * this.bands);
    this.heard.fill(1, first, first + count);
  }

  /** Maps and smooths everything anew, with the ear's level law and time constants. */
  settle(ear: Ear = this.ear): void {
    this.ear = ear;
    mapLevels(this.db, tiltDb(this.edges, ear.tiltDbPerOctave), ear, this.levels);
    smoothAttackRelease(this.levels, this.bands, ear.attack, ear.release, 1 / this.rate);
  }

  /** Band levels (0..1) at `t` seconds, interpolated between moments. */
  levelsAt(t: number, out = new Float32Array(this.bands)): Float32Array {
    return interpolateRows(this.levels, this.bands, t * this.rate, out);
  }
}

/** Row `position` (fractions allowed, ends held) of a table with `width` values per row. */
export function interpolateRows(
  rows: Float32Array,
  width: number,
  position: number,
  out: Float32Array,
): Float32Array {
  const last = rows.length / width - 1;
  const at = Math.min(Math.max(position, 0), last);
  const row = Math.min(Math.floor(at), Math.max(last - 1, 0));
  const share = at - row;
  const low = row * width;
  const high = Math.min(row + 1, last) * width;
  for (let i = 0; i < width; i++) {
    const value = rows[low + i]!;
    out[i] = value + (rows[high + i]! - value) * share;
  }
  return out;
}
