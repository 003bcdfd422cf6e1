import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { Problem } from '../http/problem';
import type { ConfinedTask } from './confined';
import type { TaskResult } from './taskResult';

/**
 * Most address space of a process that reads strangers' files, in KiB: Node.js itself takes more than two GB of it, pixels of
 * the largest image that is taken 400 MB.
 */
const addressSpace = 3 * 1024 * 1024;

/** The bundled entry; sources run by a test runner use the one that was built last. */
const entry = () =>
  fileURLToPath(
    new URL(import.meta.url.endsWith('.ts') ? '../../dist/confined.js' : './confined.js', import.meta.url),
  );

/** Limits by the shell, then ends with the server: see media/ffmpeg.ts. */
const script = [
  'ulimit -v "$1" 2>/dev/null',
  'ulimit -t "$2" 2>/dev/null',
  'shift 2',
  'command -v setpriv >/dev/null && exec setpriv --pdeathsig KILL -- "$@"',
  'exec "$@"',
].join('; ');

/**
 * Does a task in a process of its own, whose memory and processor time the system limits, and which can be ended whatever it
 * is doing: a thread that is in the middle of a decoder cannot.
 * @param seconds of processor time
 * @throws Problem `took-too-long` beyond them, `too-much-memory` when it ends without an answer
 */
export function confine(
  task: ConfinedTask,
  given: unknown,
  seconds: number,
  signal?: AbortSignal,
): Promise<TaskResult> {
  return new Promise((resolve, reject) => {
    const child = spawn(
      '/bin/sh',
      [
        ...['-c', script, 'confined', String(addressSpace), String(seconds)],
        // Without its trap handler WebAssembly reserves no ten gigabytes of addresses for each memory.
        ...[process.execPath, '--max-old-space-size=512', '--disable-wasm-trap-handler', entry()],
      ],
      { stdio: ['ignore', 'ignore', 'inherit', 'ipc'] },
    );
    const kill = () => child.kill('SIGKILL');
    // It may also wait, which takes no processor time.
    const timer = setTimeout(kill, 6000 * seconds);
    signal?.addEventListener('abort', kill, { once: true });
    if (signal?.aborted) kill();
    let result: TaskResult | undefined;
    child.on('message', (message) => (result = message as TaskResult));
    child.on('error', reject);
    child.on('exit', (code, ended) => {
      clearTimeout(timer);
      signal?.removeEventListener('abort', kill);
      if (result) resolve(result);
      else if (signal?.aborted) reject(new Problem('cancelled', 'It was cancelled.'));
      else if (ended === 'SIGKILL' || ended === 'SIGXCPU')
        reject(new Problem('took-too-long', `Reading the file took longer than ${seconds} seconds.`));
      else
        reject(
          new Problem('too-much-memory', 'Reading the file takes more memory than files may take.', {
            code,
          }),
        );
    });
    child.send({ task, given }, (error) => {
      // It has ended already: its exit says why.
      if (error) kill();
    });
  });
}
