import { createHash } from 'node:crypto';
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ffmpegVersion } from '../media/ffmpeg';

/** The bundle that draws: names of its parts follow from what is in them. */
const bundle = () =>
  fileURLToPath(
    new URL(import.meta.url.endsWith('.ts') ? '../../dist/worker.js' : './worker.js', import.meta.url),
  );

/** What segments are drawn and encoded by. Those of another version do not go together with new ones. */
export async function segmentVersion(): Promise<string> {
  const code = createHash('sha256')
    .update(await readFile(bundle()))
    .digest('hex');
  return JSON.stringify({ code, ffmpeg: (await ffmpegVersion()) ?? null });
}

/** A folder for segments of a version: what another one left there goes. @returns whether it is empty now */
export async function openSegments(folder: string, version: string): Promise<boolean> {
  const path = join(folder, 'version.json');
  const before = await readFile(path, 'utf8').catch(() => undefined);
  if (before === version) return false;
  await rm(folder, { recursive: true, force: true });
  await mkdir(folder, { recursive: true });
  await writeFile(path, version);
  return true;
}
