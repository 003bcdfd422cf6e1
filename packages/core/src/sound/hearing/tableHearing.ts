import { followsBeats } from '../follower/kind/registry';
import type { FilmSound } from './filmSound';
import { beatPhaseAt } from '../follower/beatPhase';
import type { FollowerTable, Hearing, LevelTable, Waveform } from './hearing';
import { interpolateRows } from './interpolateRows';

/** Finished tables, by the ids of ears and followers. */
export interface HearingTables {
  ears: Map<string, LevelTable>;
  followers: Map<string, FollowerTable>;
  /** Waveforms by the ids of the ears whose figures show them. */
  waveforms: Map<string, Waveform>;
  /** Length of the film in seconds; Infinity while it is not known. */
  end: number;
}

export const emptyTables = (): HearingTables => ({
  ears: new Map(),
  followers: new Map(),
  waveforms: new Map(),
  end: Infinity,
});

/** A hearing looked up in finished tables. Beat phases need none: they are worked out from the film's beats. */
export class TableHearing implements Hearing {
  private readonly rows = new Map<string, Float32Array>();
  private readonly one = new Float32Array(1);

  constructor(
    private readonly tables: HearingTables,
    private readonly film?: FilmSound,
  ) {}

  get end(): number {
    return this.tables.end;
  }

  /** The array is used again for the next row of the same ear. */
  levelsAt(earId: string, t: number): Float32Array | undefined {
    const table = this.tables.ears.get(earId);
    return table && this.rowAt(earId, table.levels, table, t);
  }

  highestLevels(earId: string, from: number, to: number): Float32Array | undefined {
    const table = this.tables.ears.get(earId);
    if (!table) return undefined;
    const { bands, rate, first, levels } = table;
    const highest = Float32Array.from(this.rowAt(earId, levels, table, from));
    const raise = (row: Float32Array, at: number) => {
      for (let band = 0; band < bands; band++)
        if (row[at + band]! > highest[band]!) highest[band] = row[at + band]!;
    };
    const last = Math.min(Math.floor(to * rate - first), bands > 0 ? levels.length / bands - 1 : -1);
    for (let row = Math.max(0, Math.ceil(from * rate - first)); row <= last; row++)
      raise(levels, row * bands);
    raise(this.rowAt(earId, levels, table, to), 0);
    return highest;
  }

  peaksAt(earId: string, t: number): Float32Array | undefined {
    const table = this.tables.ears.get(earId);
    return table?.peaks && this.rowAt(`${earId} peaks`, table.peaks, table, t);
  }

  followerAt(followerId: string, t: number): number | undefined {
    const table = this.tables.followers.get(followerId);
    if (!table) {
      const follower = this.film?.followers.find(({ id }) => id === followerId);
      return follower && followsBeats(follower) ? beatPhaseAt(follower, this.film!.beats, t) : undefined;
    }
    return table && interpolateRows(table.values, 1, (t - table.delay) * table.rate, this.one)[0];
  }

  followerTable(followerId: string) {
    return this.tables.followers.get(followerId);
  }

  waveformOf(earId: string): Waveform | undefined {
    return this.tables.waveforms.get(earId);
  }

  private rowAt(
    key: string,
    rows: Float32Array,
    { bands, rate, first }: LevelTable,
    t: number,
  ): Float32Array {
    let row = this.rows.get(key);
    if (row?.length !== bands) this.rows.set(key, (row = new Float32Array(bands)));
    return bands === 0 ? row : interpolateRows(rows, bands, t * rate - first, row);
  }
}
