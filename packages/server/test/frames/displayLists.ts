import { DrawCache, momentOf, parseFilm, pictureAt, pictureHash } from '@cyclogram/core';
import { madeUpHearing } from './madeUpHearing';

/** Moments of each film: spread over its first minute by the golden ratio, so that none lies on a beat or a frame. */
export const momentsOf = (count: number): number[] =>
  Array.from({ length: count }, (_, n) => 60 * ((0.61803398875 * (n + 1)) % 1));

interface Asked {
  /** Documents as they are stored. */
  films: readonly object[];
  /** Moments of each. */
  count: number;
}

/** Hashes of what films draw at some moments, with a hearing made up of formulas: for comparing them on different machines. */
export function displayListHashes({ films, count }: Asked): string[] {
  return films.flatMap((document) => {
    const film = parseFilm(document);
    const hearing = { ...madeUpHearing(film), end: 75 };
    const cache = new DrawCache();
    return momentsOf(count).map((t) => pictureHash(pictureAt(momentOf(film, hearing, t, { cache }))));
  });
}
