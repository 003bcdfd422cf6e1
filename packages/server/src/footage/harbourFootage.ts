import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { DataFolder } from '../config';
import { runTask } from '../work/runTask';
import type { FootageStore } from './footageStore';

let making: Promise<string> | undefined;

/** The harbour at night as footage: drawn when it is first needed, then taken in as any other. @returns its SHA-256 */
export async function harbourFootage(footage: FootageStore, folder: DataFolder): Promise<string> {
  const note = join(folder.footage, 'harbour.sha256');
  const known = await readFile(note, 'utf8').catch(() => undefined);
  if (known) return known;
  making ??= make(footage, folder, note).finally(() => (making = undefined));
  return making;
}

async function make(footage: FootageStore, folder: DataFolder, note: string): Promise<string> {
  const incoming = await mkdtemp(join(folder.incoming, 'harbour-'));
  try {
    const out = join(incoming, 'harbour.mp4');
    await runTask('harbour', { out });
    const { sha256 } = await footage.importFile(out);
    await writeFile(note, sha256);
    return sha256;
  } finally {
    await rm(incoming, { recursive: true, force: true });
  }
}
