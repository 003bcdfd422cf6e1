import { writePng } from '@cyclogram/painter';
import { writeFile } from 'node:fs/promises';
import type { Tasks } from '../work/tasks';
import { FrameReader } from './frameReader';

/** Writes one frame of footage as PNG: for browsers that cannot decode video themselves. */
export async function writeStill({ files, index, out }: Tasks['still']['given']): Promise<void> {
  const reader = await FrameReader.open(files);
  try {
    await writeFile(out, writePng(await reader.frame(index)));
  } finally {
    reader.close();
  }
}
