import { readdir, rm } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import type { DataFolder } from '../config';

/** Whether a process is at work. */
function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** Files that are written under a temporary name: `name.part`, or with what wrote them `name.123.part`. */
const unfinished = /(?:\.(\d+))?\.part$/;

/** The temporary name of a file while this process writes it. */
export const partOf = (path: string): string => `${path}.${process.pid}.part`;

/** Removes what killed processes left of one file when they were writing it. */
export async function sweepPartsOf(path: string): Promise<void> {
  for (const name of await readdir(dirname(path))) {
    const pid = unfinished.exec(name)?.[1];
    if (pid !== undefined && name === `${basename(path)}.${pid}.part` && !isAlive(Number(pid)))
      await rm(join(dirname(path), name), { force: true });
  }
}

/**
 * Removes what killed processes left behind unfinished. What another one that is alive, such as the command line, is just
 * writing stays.
 */
export async function sweep(folder: DataFolder): Promise<void> {
  const incoming = dirname(folder.incoming);
  for (const name of await readdir(incoming)) {
    const pid = /^\d+$/.test(name) ? Number(name) : 0;
    if (pid === 0 || (pid !== process.pid && !isAlive(pid)))
      await rm(join(incoming, name), { recursive: true, force: true });
  }
  for (const place of [folder.assets, folder.images, folder.typefaces, folder.thumbnails, folder.footage]) {
    for (const name of await readdir(place, { recursive: true })) {
      const [, pid] = unfinished.exec(name) ?? [undefined, 'none'];
      if (pid === 'none') continue;
      if (pid === undefined || !isAlive(Number(pid)) || Number(pid) === process.pid)
        await rm(join(place, name), { recursive: true, force: true });
    }
  }
}
