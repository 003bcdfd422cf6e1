import { type Beats, beatsBetween, type Onset } from '../../sound';

/** A table to be written as CSV or JSON. */
export interface Table {
  /** Names of the columns. */
  columns: string[];
  rows: (string | number)[][];
}

const rounded = (value: number, digits: number) => Number(value.toFixed(digits));

/** Name of a band in a table's head: its edges in Hz. */
export const bandColumn = (low: number, high: number) => `${rounded(low, 3)}-${rounded(high, 3)}`;

/**
 * Values at equal steps of time, for any rate: a row for each of the moments
 * 0, 1 / fps, ... up to the end, with the time first.
 * @param columns names of the values
 * @param valuesAt the values at `t` seconds
 */
export function tableOverTime(
  columns: string[],
  seconds: number,
  fps: number,
  valuesAt: (t: number) => ArrayLike<number>,
  digits = 4,
): Table {
  const count = Math.floor(seconds * fps + 1e-6) + 1;
  const rows = Array.from({ length: count }, (_, n) => [
    rounded(n / fps, 6),
    ...Array.from(valuesAt(n / fps), (value) => rounded(value, digits)),
  ]);
  return { columns: ['time', ...columns], rows };
}

export const onsetTable = (onsets: readonly Onset[]): Table => ({
  columns: ['time', 'strength'],
  rows: onsets.map(({ time, strength }) => [rounded(time, 4), rounded(strength, 4)]),
});

/** Beats with their number, from 1, and their place in the bar, from 1. */
export function beatTable(beats: Beats, seconds: number): Table {
  const all = beatsBetween(beats, 0, seconds);
  const place = (time: number) => Math.round(((time - beats.first) * beats.bpm) / 60);
  return {
    columns: ['time', 'beat', 'in bar'],
    rows: all.map(({ time }, i) => [
      rounded(time, 4),
      i + 1,
      (((place(time) % beats.perBar) + beats.perBar) % beats.perBar) + 1,
    ]),
  };
}

/** A table as CSV (RFC 4180); its cells are numbers and names without quotes. */
export function toCsv({ columns, rows }: Table): string {
  const cell = (value: string | number) =>
    typeof value === 'string' && /[",\r\n]/.test(value) ? `"${value.replaceAll('"', '""')}"` : String(value);
  return [columns, ...rows].map((row) => row.map(cell).join(',') + '\n').join('');
}

/** A table as JSON: `columns`, and `rows` of numbers. */
export const toJson = (table: Table): string => JSON.stringify(table) + '\n';
