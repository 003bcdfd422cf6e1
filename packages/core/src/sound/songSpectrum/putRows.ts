import { putPutTask } from '../signal/signalCalls';
import { signal } from '../signal/signalEngine';
import { neighbours } from '../spectrum/neighbours';

/** Rows of all bands in the memory of the compiled code: the address of the first, and how many values each has. */
export interface AllRows {
  at: number;
  width: number;
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
  for (const { band, at, length } of neighbours(bands)) {
    const [source, out] = [rows + 4 * at, all.at + 4 * band];
    const task = { rows: source, stride: 4 * bands.length, length, every, phase, count, out };
    const { memory, putRows } = signal();
    putRows(putPutTask(memory.buffer, { ...task, width: 4 * all.width }));
  }
}
