import { fpsOf, problemOf, toCsv, type Film } from '@cyclogram/core';
import { writeFile } from 'node:fs/promises';
import { runTask } from '../work/runTask';
import type { Services } from '../services';
import { checkRate } from './hearToCsv';
import { Problem } from '../http/problem';

export interface ValuesOptions {
  csv: string;
  /** Frames per second; the film's rate when left out. */
  fps?: number;
  /** Seconds; the whole film when left out. */
  from?: number;
  to?: number;
}

/** `cyclogram values`: the values of everything that moves in a film, a row for each frame. */
export async function valuesToCsv(services: Services, film: Film, options: ValuesOptions): Promise<void> {
  const { csv, fps = fpsOf(film.fps), from = 0, to } = options;
  checkRate(fps);
  if (film.cords.length === 0)
    throw new Problem('bad-request', 'Nothing moves in the film: it has no cords.');
  if (!(from >= 0) || (to !== undefined && !(to > from))) {
    throw new Problem('bad-request', '--from must be at least 0, and --to above it.');
  }
  const tracks = await services.films.tracks(film);
  const table = await runTask('values', { film, tracks, fps, from, to });
  await writeFile(csv, toCsv(table));
  warnOfLostCords(film);
  console.log(
    `${csv}: ${table.columns.length - 1} columns, ${table.rows.length} frames at ${fps} per second`,
  );
}

/** Names cords whose property is not in the film: the table has no column for them, which must not go unseen. */
function warnOfLostCords(film: Film): void {
  for (const cord of film.cords) {
    if (problemOf(film, cord) !== 'target') continue;
    const { list, id, key, item } = cord.target;
    const address = [list, id, item, key].filter((part) => part !== '').join(' ');
    console.error(`Warning: the cord "${cord.id}" moves nothing, for the film has no property ${address}.`);
    process.exitCode = 1;
  }
}
