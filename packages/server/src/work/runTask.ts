import { Worker } from 'node:worker_threads';
import { Problem, type ProblemKind } from '../http/problem';
import type { TaskName, Tasks } from './tasks';

/** What a worker thread says back. */
export type WorkerMessage =
  | { say: 'answer'; answer: unknown }
  | { say: 'progress'; progress: unknown }
  | { say: 'problem'; kind: ProblemKind; detail: string; extra: Record<string, unknown> };

/** The bundled worker; sources run by a test runner use the one that was built last. */
export const workerFile = () =>
  new URL(import.meta.url.endsWith('.ts') ? '../../dist/worker.js' : './worker.js', import.meta.url);

/** The error that a worker thread reported. */
export const problemOf = (message: Extract<WorkerMessage, { say: 'problem' }>) =>
  new Problem(message.kind, message.detail, message.extra);

/**
 * Runs a task in a worker thread of its own.
 * @param signal ends the thread when aborted
 */
export function runTask<Name extends TaskName>(
  task: Name,
  given: Tasks[Name]['given'],
  options: { signal?: AbortSignal | undefined } = {},
): Promise<Tasks[Name]['answer']> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(workerFile(), { workerData: { task, given } });
    const abort = () => {
      reject(new Problem('cancelled', 'It was cancelled.'));
      void worker.terminate();
    };
    if (options.signal?.aborted) return abort();
    options.signal?.addEventListener('abort', abort, { once: true });
    worker.on('message', (message: WorkerMessage) => {
      if (message.say === 'answer') resolve(message.answer as Tasks[Name]['answer']);
      else if (message.say === 'problem') reject(problemOf(message));
    });
    worker.on('error', reject);
    worker.on('exit', () => {
      options.signal?.removeEventListener('abort', abort);
      reject(new Error(`the worker for "${task}" ended without an answer`));
    });
  });
}
