import { encodeWav, mixDown, songs } from '@cyclogram/demo';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';

/** Plays a song into WAV files: the mix first, then the instruments. For worker threads. */
export async function synthesise({ songId, folder }: { songId: string; folder: string }) {
  const song = songs.find(({ id }) => id === songId);
  if (!song) throw new Error(`there is no demo song ${songId}`);
  const stems = song.play();
  const parts = [
    { name: 'mix', stem: mixDown(stems) },
    ...stems.map((stem, i) => ({ name: song.instruments[i]!, stem })),
  ];
  const files: { path: string; name: string }[] = [];
  for (const [i, { name, stem }] of parts.entries()) {
    const path = join(folder, `${i}.wav`);
    await writeFile(path, encodeWav(stem));
    files.push({ path, name: `${song.title} (${name}).wav` });
  }
  return files;
}
