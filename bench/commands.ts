import { execFile } from 'node:child_process';
import { promisify } from 'node:util';

/** Commands that are timed. */

export const exec = promisify(execFile);

/** Seconds that a command of the command line takes, and the most memory its processes held, in MiB. */
export async function timeCli(
  cli: string,
  args: string[],
  env: Record<string, string> = {},
): Promise<{ seconds: number; peakMemory: number }> {
  let peakMemory = 0;
  const start = performance.now();
  const running = exec(process.execPath, [cli, ...args], { env: { ...process.env, ...env } });
  const pid = running.child.pid!;
  const watch = setInterval(
    () => void residentMemory(pid).then((memory) => (peakMemory = Math.max(peakMemory, memory))),
    200,
  );
  await running;
  clearInterval(watch);
  return { seconds: (performance.now() - start) / 1000, peakMemory };
}

/** Memory of a process and all below it, in MiB. */
export async function residentMemory(pid: number): Promise<number> {
  const { stdout } = await exec('ps', ['-eo', 'pid=,ppid=,rss=']).catch(() => ({ stdout: '' }));
  const processes = stdout
    .trim()
    .split('\n')
    .map((line) => line.trim().split(/\s+/).map(Number) as [number, number, number]);
  const family = new Set([pid]);
  // Children come after their parents often enough; a few rounds find them all.
  for (let round = 0; round < 4; round++) {
    for (const [child, parent] of processes) if (family.has(parent)) family.add(child);
  }
  return processes.filter(([child]) => family.has(child)).reduce((sum, [, , rss]) => sum + rss, 0) / 1024;
}

/** Runs a command with all that it starts. @returns seconds on the clock, and of processors */
export async function timeAll(command: readonly string[], env: Record<string, string> = {}) {
  // Who was started by whom, and has ended, counts too: the shell knows.
  const script = 'TIMEFORMAT="%R %U %S"; time "$@" >/dev/null 2>&1';
  const { stderr } = await promisify(execFile)('bash', ['-c', script, 'bash', ...command], {
    env: { ...process.env, ...env },
  });
  const [wall, user, system] = stderr.trim().split(' ').map(Number) as [number, number, number];
  return { wall, processor: user + system };
}
