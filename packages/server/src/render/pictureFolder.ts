import { copyFile, link, mkdir, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import yazl from 'yazl';

/** Picture sequences: folders of numbered frames with the sound beside them. */

/** How frames are named; ffmpeg puts the number in. */
export const framePattern = 'frame-%06d.png';
export const soundName = 'sound.wav';

/**
 * Puts the frames of segments and a sound into one folder, which gets its name when all are there. Frames are linked: a run
 * that ends in the middle leaves the segments as they are.
 */
export async function joinFolders(
  segments: readonly string[],
  sound: string,
  out: string,
  run: string,
): Promise<void> {
  const temporary = `${out}.${run}.pictures.part`;
  await mkdir(temporary);
  try {
    for (const segment of segments)
      for (const name of await readdir(segment)) await share(join(segment, name), join(temporary, name));
    await rename(sound, join(temporary, soundName));
    await rm(out, { recursive: true, force: true });
    await rename(temporary, out);
  } finally {
    await rm(temporary, { recursive: true, force: true });
  }
}

/** The same file under another name; on another disk it has to be a copy. */
const share = (from: string, to: string): Promise<void> =>
  link(from, to).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'EXDEV' && error.code !== 'EPERM') throw error;
    return copyFile(from, to);
  });

/** A folder as a zip, made while it is read: pictures are compressed already. @param name of the folder within it */
export async function zipOfFolder(folder: string, name: string): Promise<Readable> {
  const zip = new yazl.ZipFile();
  for (const file of (await readdir(folder)).sort())
    zip.addFile(join(folder, file), `${name}/${file}`, { compress: false });
  zip.end();
  const out = zip.outputStream as Readable;
  // A picture that is gone ends the zip, not the server.
  zip.on('error', (error: Error) => out.destroy(error));
  return out;
}
