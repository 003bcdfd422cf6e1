import { setImmediate as turn } from 'node:timers/promises';
import type { DataSource } from 'typeorm';

/**
 * Hashes of files that a document names. Whatever looks like one counts, so that documents of every version, of newer ones
 * and damaged ones are read alike: a file is rather kept for nothing than lost.
 */
export const hashesIn = (document: string): string[] => document.match(/\b[0-9a-f]{64}\b/g) ?? [];

/** Documents that are read at a time: nobody waits for longer than for these. */
const atOnce = 20;

const tables = [
  // Those in the bin included.
  { table: 'film', key: 'id' },
  { table: 'film_revision', key: 'rowid' },
  { table: 'render', key: 'id' },
  { table: 'recipe', key: 'id' },
] as const;

/** Every hash that something refers to: films and those in the bin, their revisions, renders, recipes. */
export async function allReferences(database: DataSource): Promise<Set<string>> {
  const all = new Set<string>();
  for (const { table, key } of tables) {
    let last: unknown;
    for (;;) {
      const rows: { key: unknown; document: string }[] = await database.query(
        `SELECT ${key} AS "key", "document" FROM "${table}" ${last === undefined ? '' : `WHERE ${key} > ?`} ORDER BY ${key} LIMIT ${atOnce}`,
        last === undefined ? [] : [last],
      );
      for (const { document } of rows) for (const hash of hashesIn(document)) all.add(hash);
      if (rows.length < atOnce) break;
      last = rows.at(-1)!.key;
      await turn();
    }
  }
  return all;
}
