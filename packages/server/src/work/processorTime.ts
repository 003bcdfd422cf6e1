import { readFile } from 'node:fs/promises';

/** Ticks of a second in which Linux counts processor time: USER_HZ, see proc(5). */
const ticks = 100;

/**
 * Processor time that a thread of this process has taken, in seconds; undefined where the system does not say.
 * Source: proc(5), /proc/[pid]/task/[tid]/stat, fields 14 (utime) and 15 (stime).
 */
export async function processorTime(thread: number): Promise<number | undefined> {
  if (thread === 0) return undefined;
  const text = await readFile(`/proc/self/task/${thread}/stat`, 'utf8').catch(() => undefined);
  // The name of a thread, in brackets, may hold spaces.
  const fields = text?.slice(text.lastIndexOf(')') + 2).split(' ');
  return fields && (Number(fields[11]) + Number(fields[12])) / ticks;
}
