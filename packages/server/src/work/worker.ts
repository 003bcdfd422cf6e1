import { readlinkSync } from 'node:fs';
import type { MessagePort } from 'node:worker_threads';
import { giveWay } from './giveWay';
import { doTask } from './doTask';
import type { TaskResult } from './taskResult';
import type { TaskName } from './tasks';

/** What a thread of the pool is told. */
export interface ThreadOrder {
  task: TaskName;
  given: unknown;
  /** To hear and to say more while it works. */
  port?: MessagePort;
  /** Takes the number by which the system knows the thread, so that its processor time can be read. */
  thread: Int32Array<SharedArrayBuffer>;
  /** Whether it gives way to what somebody waits for. */
  behind: boolean;
}

/** Entry of the pool's threads. */
export default async function work({ task, given, port, thread, behind }: ThreadOrder): Promise<TaskResult> {
  if (behind) giveWay();
  thread[0] = ownThread();
  try {
    return await doTask(task as Parameters<typeof doTask>[0], given as never, port);
  } finally {
    port?.close();
  }
}

/** The system's number of this thread; 0 where it is not Linux. */
function ownThread(): number {
  try {
    return Number(readlinkSync('/proc/thread-self').split('/').at(-1));
  } catch {
    return 0;
  }
}
