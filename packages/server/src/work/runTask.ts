import { WorkPool, type TaskOptions } from './workPool';
import type { TaskName, Tasks } from './tasks';

let pool: WorkPool | undefined;

/** The one pool of this process, once something is done. */
const thePool = (): WorkPool => (pool ??= new WorkPool());

/**
 * Has a task done by the pool of threads.
 * @throws Problem of the task; `cancelled`; `took-too-long`
 */
export const runTask = <Name extends TaskName>(
  task: Name,
  given: Tasks[Name]['given'],
  options: TaskOptions = {},
): Promise<Tasks[Name]['answer']> => thePool().run(task, given, options) as Promise<Tasks[Name]['answer']>;

/** Ends all that is at work. */
export async function endWork(): Promise<void> {
  const ended = pool;
  pool = undefined;
  await ended?.close();
}
