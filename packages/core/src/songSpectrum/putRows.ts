import { signal } from '../signal/signalEngine';

/** Rows of all bands in the memory of the compiled code: the address of the first, and how many values each has. */
export interface AllRows {
  at: number;
  width: number;
}

/** Whether they follow one another, as bands nearly always do. */
export const areNeighbours = (bands: readonly number[]): boolean =>
  bands.at(-1)! - bands[0]! === bands.length - 1;

/** Indices that follow one another, and where the first of them stands. */
interface Run {
  from: number;
  first: number;
  length: number;
}

function runsOf(bands: readonly number[]): Run[] {
  const runs: Run[] = [];
  bands.forEach((band, from) => {
    const run = runs.at(-1);
    if (run && run.first + run.length === band) run.length++;
    else runs.push({ from, first: band, length: 1 });
  });
  return runs;
}

/**
 * Puts rows of some bands into rows of all bands, and what lies between rows on straight lines.
 * @param rows address of rows with a value for each of `bands`, as many as the moments reach into
 * @param count how many moments are put
 * @param every moments from one row to the next
 * @param phase moments from the first row to the first moment that is put, less than `every`
 */
export function putRows(
  rows: number,
  bands: readonly number[],
  count: number,
  all: AllRows,
  every = 1,
  phase = 0,
): void {
  for (const { from, first, length } of runsOf(bands)) {
    const [source, out] = [rows + 4 * from, all.at + 4 * first];
    signal().putRows(source, 4 * bands.length, length, every, phase, count, out, 4 * all.width);
  }
}
