import { interpolateRows } from './earHearing';
import type { Hearing, LevelTable } from './hearing';

/** A hearing looked up in finished tables, one per ear. */
export class TableHearing implements Hearing {
  private readonly rows = new Map<string, Float32Array>();

  constructor(private readonly tables: ReadonlyMap<string, LevelTable>) {}

  levelsAt(earId: string, t: number): Float32Array | undefined {
    const table = this.tables.get(earId);
    if (!table) return undefined;
    let row = this.rows.get(earId);
    if (row?.length !== table.bands) this.rows.set(earId, (row = new Float32Array(table.bands)));
    return interpolateRows(table.levels, table.bands, t * table.rate, row);
  }
}
