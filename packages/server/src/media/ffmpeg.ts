import { spawn, type ChildProcessByStdio } from 'node:child_process';
import type { Readable, Writable } from 'node:stream';
import { Problem } from '../http/problem';

export type Tool = 'ffmpeg' | 'ffprobe';

const missing = () =>
  new Problem(
    'ffmpeg-missing',
    'Cyclogram needs ffmpeg to read songs and write videos, and it was not found. Install it (on Debian: apt-get install ffmpeg), then try again.',
  );

/** Where the tools are: CYCLOGRAM_FFMPEG names the folder that holds both, otherwise the PATH is searched. */
export function toolPath(tool: Tool): string {
  const folder = process.env['CYCLOGRAM_FFMPEG'];
  return folder ? `${folder}/${tool}` : tool;
}

export interface RunOptions {
  /** Kills the process when aborted. */
  signal?: AbortSignal | undefined;
  /** Seconds after which the process is killed. */
  timeLimit?: number;
  /** Most virtual memory in MiB; for files that came from outside. */
  memoryLimit?: number;
}

/** How long an error text may get; ffmpeg repeats itself on broken files. */
const maxErrorText = 8000;

/**
 * Command and arguments, wrapped in a shell that limits memory when asked, and sees to it that the tool ends with the
 * server: one that was left behind by a killed server would go on writing.
 */
function commandLine(tool: Tool, args: string[], memoryLimit = 0): [string, string[]] {
  const script = [
    'command -v "$1" >/dev/null || exit 127',
    '[ "$0" -gt 0 ] && ulimit -v "$0" 2>/dev/null',
    // Of util-linux. Where it is missing, results still have names of their own and are read before they count.
    'command -v setpriv >/dev/null && exec setpriv --pdeathsig KILL -- "$@"',
    'exec "$@"',
  ].join('; ');
  return ['/bin/sh', ['-c', script, String(memoryLimit * 1024), toolPath(tool), ...args]];
}

/** A tool at work, fed and read through pipes. */
export interface RunningTool {
  process: ChildProcessByStdio<Writable, Readable, Readable>;
  /** Settles when the process has ended: resolves on exit code 0, else rejects with a Problem. */
  finished: Promise<void>;
}

/** Starts ffmpeg or ffprobe. */
export function startTool(tool: Tool, args: string[], options: RunOptions = {}): RunningTool {
  const [command, commandArgs] = commandLine(tool, args, options.memoryLimit);
  const child = spawn(command, commandArgs, { stdio: ['pipe', 'pipe', 'pipe'] });
  let errorText = '';
  child.stderr.setEncoding('utf8');
  child.stderr.on('data', (text: string) => {
    if (errorText.length < maxErrorText) errorText += text;
  });
  // A tool that ends early closes its input; the exit code tells what happened.
  child.stdin.on('error', () => {});
  const finished = new Promise<void>((resolve, reject) => {
    let timedOut = false;
    const timer = options.timeLimit
      ? setTimeout(() => {
          timedOut = true;
          child.kill('SIGKILL');
        }, options.timeLimit * 1000)
      : undefined;
    const abort = () => child.kill('SIGKILL');
    options.signal?.addEventListener('abort', abort, { once: true });
    if (options.signal?.aborted) abort();
    const settle = () => {
      clearTimeout(timer);
      options.signal?.removeEventListener('abort', abort);
    };
    child.on('error', (error: NodeJS.ErrnoException) => {
      settle();
      reject(error.code === 'ENOENT' || error.code === 'EACCES' ? missing() : error);
    });
    child.on('close', (code) => {
      settle();
      if (code === 0) resolve();
      else if (options.signal?.aborted) reject(new Problem('cancelled', 'It was cancelled.'));
      else if (timedOut) {
        reject(
          new Problem(
            'media-failed',
            `${tool} took longer than ${options.timeLimit} seconds and was stopped.`,
          ),
        );
      } else if (code === 127 || code === 126) reject(missing());
      else if (/No space left on device/.test(errorText)) {
        reject(
          new Problem(
            'disk-full',
            'There is no space left where Cyclogram keeps its data. Free some, then try again.',
          ),
        );
      } else reject(new Problem('media-failed', `${tool} ended with code ${code}. ${lastLine(errorText)}`));
    });
  });
  // Whoever started it looks at `finished` in time; until then a failure is not unhandled.
  finished.catch(() => {});
  return { process: child, finished };
}

const lastLine = (text: string) => text.trim().split('\n').at(-1)?.slice(0, 300) ?? '';

/** Runs a tool to its end and returns what it printed. */
export async function runTool(tool: Tool, args: string[], options: RunOptions = {}): Promise<string> {
  const { process: child, finished } = startTool(tool, args, options);
  child.stdin.end();
  const chunks: Buffer[] = [];
  child.stdout.on('data', (chunk: Buffer) => chunks.push(chunk));
  await finished;
  return Buffer.concat(chunks).toString('utf8');
}

/** Version of ffmpeg, or undefined when it is missing. */
export async function ffmpegVersion(): Promise<string | undefined> {
  try {
    const text = await runTool('ffmpeg', ['-version'], { timeLimit: 10 });
    return /^ffmpeg version (\S+)/.exec(text)?.[1] ?? 'unknown';
  } catch {
    return undefined;
  }
}
