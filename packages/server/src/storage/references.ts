import { setImmediate as turn } from 'node:timers/promises';
import type { DataSource } from 'typeorm';

/**
 * Hashes of files that a document names. Whatever looks like one counts, so that documents of every version, of newer ones
 * and damaged ones are read alike: a file is rather kept for nothing than lost.
 */
export const hashesIn = (document: string): string[] => document.match(/\b[0-9a-f]{64}\b/g) ?? [];

/** Documents that are read at a time: nobody waits for longer than for these. */
const atOnce = 20;

/** What a document refers to, and its length in characters. */
export interface DocumentUse {
  hashes: readonly string[];
  length: number;
}

/** Tables with documents, and what says that a document is still the same one. */
const tables = {
  // Those in the bin included.
  film: `"id" || ' ' || "revision"`,
  film_revision: `"filmId" || ' ' || "revision"`,
  render: `"id"`,
  recipe: `"id" || ' ' || "updatedAt"`,
} as const;

type Table = keyof typeof tables;

/**
 * What films and those in the bin, their revisions, renders and recipes refer to. What was read once is known: a document is
 * read again only when it is another one.
 */
export class References {
  private readonly hashes = new Map<string, string>();
  private readonly known = new Map<Table, Map<string, DocumentUse>>();

  constructor(private readonly database: DataSource) {}

  /** Every hash that something refers to. */
  async all(): Promise<Set<string>> {
    const all = new Set<string>();
    for (const table of Object.keys(tables) as Table[])
      for (const { hashes } of (await this.of(table)).values()) for (const hash of hashes) all.add(hash);
    return all;
  }

  /** What a film, as it is at a revision, refers to. */
  async ofFilms(): Promise<(film: { id: string; revision: number }) => DocumentUse> {
    const uses = await this.of('film');
    return ({ id, revision }) => uses.get(`${id} ${revision}`) ?? { hashes: [], length: 0 };
  }

  /** Hashes without the document that they were found in, and each only once in memory. */
  private kept(hashes: readonly string[]): string[] {
    return [...new Set(hashes)].map((hash) => {
      let own = this.hashes.get(hash);
      // A part of a text holds all of it.
      if (own === undefined) this.hashes.set((own = Buffer.from(hash, 'hex').toString('hex')), own);
      return own;
    });
  }

  private async of(table: Table): Promise<ReadonlyMap<string, DocumentUse>> {
    const before = this.known.get(table);
    const now = new Map<string, DocumentUse>();
    const rows: { row: number; key: string }[] = await this.database.query(
      `SELECT rowid AS "row", ${tables[table]} AS "key" FROM "${table}"`,
    );
    const unread: number[] = [];
    for (const { row, key } of rows) {
      const use = before?.get(key);
      if (use) now.set(key, use);
      else unread.push(row);
    }
    for (let i = 0; i < unread.length; i += atOnce) {
      const read: { key: string; document: string }[] = await this.database.query(
        `SELECT ${tables[table]} AS "key", "document" FROM "${table}" WHERE rowid IN (SELECT value FROM json_each(?))`,
        [JSON.stringify(unread.slice(i, i + atOnce))],
      );
      for (const { key, document } of read)
        now.set(key, { hashes: this.kept(hashesIn(document)), length: document.length });
      await turn();
    }
    this.known.set(table, now);
    return now;
  }
}
