import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import { Problem } from '../http/problem';
import { confine } from './confine';
import { processorTime } from './processorTime';
import type { ConfinedTask } from './confined';
import type { TaskResult } from './taskResult';
import { taskTraits, type TaskRank, type TaskTraits } from './taskTraits';
import type { TaskName } from './tasks';
import type { ThreadOrder } from './worker';

/** How a task differs from what is usual for it. */
export interface TaskOptions {
  signal?: AbortSignal | undefined;
  rank?: TaskRank;
  /** Processor time after which it is ended, in seconds. */
  seconds?: number;
  /** Told when it begins, with what it is spoken to through. */
  onPort?: (port: MessagePort) => void;
}

/** Something that waits for its turn. */
interface Waiting {
  task: TaskName;
  traits: TaskTraits;
  begin(): Promise<void>;
}

const ranks: readonly TaskRank[] = ['person', 'render', 'background'];

/** Milliseconds between two looks at the processor time of a thread. */
const lookEvery = 250;
/** How many times its processor time a task may take by the clock: others work, too. */
const slack = 6;

/** The bundled worker; sources run by a test runner use the one that was built last. */
const workerFile = () =>
  new URL(import.meta.url.endsWith('.ts') ? '../../dist/worker.js' : './worker.js', import.meta.url).href;

/**
 * Everything heavy that the server does: at most one task for each processor and one more, so that what a person waits for
 * does not wait for a render. Tasks that nobody has begun are taken in the order of their ranks, then in that in which they
 * came.
 */
export class WorkPool {
  private readonly waiting: Waiting[] = [];
  private readonly running = new Map<Waiting, TaskName>();
  private readonly stopped = new AbortController();
  /** Threads that stay as they are, and such that give way: on Linux a thread cannot take that back. */
  private readonly front: Piscina;
  private readonly behind: Piscina;

  /** @param threads most tasks of renders at once */
  constructor(private readonly threads = Math.max(2, Math.min(availableParallelism(), 8))) {
    const options = {
      filename: workerFile(),
      minThreads: 0,
      maxThreads: threads + 1,
      // Compiled memory never shrinks: it goes with its thread.
      idleTimeout: 1000,
      // A thread that waits for work by Atomics hears nothing of the tools that it has started.
      atomics: 'disabled' as const,
      resourceLimits: { maxOldGenerationSizeMb: 2048 },
    };
    this.front = new Piscina(options);
    this.behind = new Piscina(options);
  }

  /** Tasks at work, and those that wait. */
  get load(): { running: number; waiting: number } {
    return { running: this.running.size, waiting: this.waiting.length };
  }

  /** @throws Problem of the task; `cancelled` or `took-too-long` */
  run(task: TaskName, given: unknown, options: TaskOptions = {}): Promise<unknown> {
    const traits = { ...taskTraits[task], ...(options.rank ? { rank: options.rank } : {}) };
    const seconds = options.seconds ?? traits.seconds;
    const signal = AbortSignal.any([this.stopped.signal, ...(options.signal ? [options.signal] : [])]);
    return new Promise((resolve, reject) => {
      const cancelled = () => {
        const index = this.waiting.indexOf(waiting);
        if (index < 0) return;
        this.waiting.splice(index, 1);
        reject(new Problem('cancelled', 'It was cancelled.'));
      };
      const waiting: Waiting = {
        task,
        traits,
        begin: async () => {
          signal.removeEventListener('abort', cancelled);
          try {
            const result = traits.confined
              ? await confine(task as ConfinedTask, given, seconds!, signal)
              : await this.inThread(task, given, traits.rank, { ...options, seconds, signal });
            if ('problem' in result) {
              const { kind, detail, extra, reason } = result.problem;
              throw new Problem(kind, detail, extra, { cause: reason });
            }
            resolve(result.answer);
          } catch (error) {
            reject(error);
          }
        },
      };
      if (signal.aborted) return reject(new Problem('cancelled', 'It was cancelled.'));
      signal.addEventListener('abort', cancelled, { once: true });
      this.waiting.push(waiting);
      this.next();
    });
  }

  /** Ends everything. */
  async close(): Promise<void> {
    this.stopped.abort();
    await Promise.all([this.front.destroy(), this.behind.destroy()]);
  }

  private next(): void {
    for (const rank of ranks) {
      for (const one of this.waiting.filter(({ traits }) => traits.rank === rank)) {
        if (!this.fits(one)) continue;
        this.waiting.splice(this.waiting.indexOf(one), 1);
        this.running.set(one, one.task);
        void one.begin().finally(() => {
          this.running.delete(one);
          this.next();
        });
      }
    }
  }

  private fits({ task, traits: { rank, max } }: Waiting): boolean {
    const all = [...this.running.keys()];
    if (all.length > this.threads) return false;
    if (rank === 'render' && all.filter(({ traits }) => traits.rank === 'render').length >= this.threads)
      return false;
    return max === undefined || all.filter((one) => one.task === task).length < max;
  }

  private async inThread(
    task: TaskName,
    given: unknown,
    rank: TaskRank,
    { signal, seconds, onPort }: TaskOptions,
  ): Promise<TaskResult> {
    const behind = rank !== 'person';
    const late = new AbortController();
    const thread = new Int32Array(new SharedArrayBuffer(4));
    const order: ThreadOrder = { task, given, thread, behind };
    const channel = onPort && new MessageChannel();
    if (channel) order.port = channel.port2;
    const pool = behind ? this.behind : this.front;
    const work = pool.run(order, {
      signal: AbortSignal.any([late.signal, ...(signal ? [signal] : [])]),
      ...(channel ? { transferList: [channel.port2] } : {}),
    }) as Promise<TaskResult>;
    if (channel) onPort(channel.port1);
    const timer = seconds === undefined ? undefined : limitTime(thread, seconds, () => late.abort());
    try {
      return await work;
    } catch (error) {
      if (late.signal.aborted)
        throw new Problem('took-too-long', `It took longer than ${seconds} seconds and was ended.`);
      if (signal?.aborted) throw new Problem('cancelled', 'It was cancelled.');
      if ((error as { code?: unknown }).code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new Problem('too-much-memory', 'It takes more memory than a task may take.');
      throw error;
    } finally {
      clearInterval(timer);
      channel?.port1.close();
    }
  }
}

/** Calls `end` when a thread has taken so much processor time since it began this task, or waits for too long. */
function limitTime(thread: Int32Array, seconds: number, end: () => void): NodeJS.Timeout {
  const began = performance.now();
  let first: number | undefined;
  return setInterval(() => {
    void processorTime(thread[0]!).then((taken) => {
      if (taken !== undefined) first ??= taken;
      const tooMuch = taken !== undefined && taken - first! > seconds;
      if (tooMuch || performance.now() - began > 1000 * slack * seconds) end();
    });
  }, lookEvery);
}
