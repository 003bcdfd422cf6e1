import { demoFilm, filmsOfSong, songs } from '@cyclogram/demo';
import { mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { In } from 'typeorm';
import { FilmEntity } from './db/entities';
import { harbourFootage } from './footage/harbourFootage';
import type { Services } from './services';
import { runTask } from './work/runTask';

const filmId = (id: string) => `demo-${id}`;

/**
 * Creates the demo's songs and films where they are missing. A demo film that
 * was made before is left as it is now, changed or deleted.
 * @param say told what is being done
 */
export async function createDemo(
  { assets, footage, films, folder, database }: Services,
  say: (text: string) => void,
): Promise<void> {
  const ids = songs.flatMap((song) => filmsOfSong(song.id)).map(filmId);
  const there = await database.getRepository(FilmEntity).findBy({ id: In(ids) });
  let harbour: string | undefined;
  // The first song comes last, so that its film is the newest in the library.
  for (const song of [...songs].reverse()) {
    const missing = filmsOfSong(song.id).filter((id) => !there.some((film) => film.id === filmId(id)));
    if (missing.length === 0) continue;
    say(`Playing the demo song "${song.title}"`);
    const incoming = await mkdtemp(join(folder.incoming, 'demo-'));
    try {
      const files = await runTask('synthesise', { songId: song.id, folder: incoming });
      const rows = [];
      for (const { path, name } of files) rows.push(await assets.importFile(path, name));
      const [mix, ...instruments] = rows.map((row) => row.sha256);
      harbour ??= await harbourFootage(footage, folder);
      for (const id of missing.reverse())
        await films.create(demoFilm(id, song, { mix: mix!, instruments, harbour }), filmId(id));
    } finally {
      await rm(incoming, { recursive: true, force: true });
    }
  }
}
