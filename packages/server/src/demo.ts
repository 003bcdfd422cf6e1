import { demoFilm, songs } from '@cyclogram/demo';
import { mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { In } from 'typeorm';
import { FilmEntity } from './db/entities';
import type { Services } from './services';
import { runTask } from './work/runTask';

const filmId = (songId: string) => `demo-${songId}`;

/**
 * Creates the demo's songs and films where they are missing. A demo film that
 * was made before is left as it is now, changed or deleted.
 * @param say told what is being done
 */
export async function createDemo(
  { assets, films, folder, database }: Services,
  say: (text: string) => void,
): Promise<void> {
  const ids = songs.map((song) => filmId(song.id));
  const there = await database.getRepository(FilmEntity).findBy({ id: In(ids) });
  // The first song comes last, so that its film is the newest in the library.
  for (const song of [...songs].reverse()) {
    if (there.some((film) => film.id === filmId(song.id))) continue;
    say(`Playing the demo song "${song.title}"`);
    const incoming = await mkdtemp(join(folder.incoming, 'demo-'));
    try {
      const files = await runTask('synthesise', { songId: song.id, folder: incoming });
      const rows = [];
      for (const { path, name } of files) rows.push(await assets.importFile(path, name));
      const [mix, ...instruments] = rows.map((row) => row.sha256);
      await films.create(demoFilm(song, { mix: mix!, instruments }), filmId(song.id));
    } finally {
      await rm(incoming, { recursive: true, force: true });
    }
  }
}
