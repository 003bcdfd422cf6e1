import { fillIn, type ListName, problemsIn, referencesIn, type Size, type Warnings } from '../../contract';
import { inCircles } from './layerGraph';
import { filmRecord, filmVersion } from './film';
import type { Film } from './film';
import { migrations } from '../migrations/migrations';

/** A film that cannot be read, with one sentence for each thing wrong with it. */
export class FilmError extends Error {
  override name = 'FilmError';
  constructor(readonly problems: string[]) {
    super(problems.join('; '));
  }
}

/** A film that was read, and a sentence for each thing in it that this version does not know. */
export interface ReadFilm {
  film: Film;
  warnings: string[];
}

/** Most problems and warnings that are told: more help nobody. */
const maxProblems = 20;

/** Lists and objects within one another, at most: a film has about ten. */
const deepest = 40;

/**
 * Reads a film of this or any older version of the format: brings it up to this version, fills in what is
 * missing, and checks it. What is not known is kept, and named in a warning.
 * @throws FilmError saying which fields are wrong and how
 */
export function readFilm(json: unknown): ReadFilm {
  if (typeof json !== 'object' || json === null || Array.isArray(json)) {
    throw new FilmError(['a film must be a JSON object']);
  }
  const tooDeep = findTooDeep(json);
  if (tooDeep !== undefined)
    throw new FilmError([`${tooDeep} holds more than ${deepest} lists and objects within one another`]);
  const warnings: Warnings = [];
  const film = fillIn(filmRecord, migrate(json as Record<string, unknown>), '', sizeOf(json), warnings);
  const problems = problemsIn(filmRecord, film, maxProblems);
  if (problems.length > 0) throw new FilmError(problems);
  checkReferences(film as Film);
  return { film: film as Film, warnings: warnings.slice(0, maxProblems) };
}

/** The film alone, as {@link readFilm} reads it. */
export const parseFilm = (json: unknown): Film => readFilm(json).film;

/** A film of any older version as one of this version, whatever else it holds. @throws FilmError when there is no such version */
export function migrate(json: Record<string, unknown>): Record<string, unknown> {
  const { version } = json;
  if (typeof version !== 'number') throw new FilmError(['version must be a number']);
  if (version > filmVersion) {
    throw new FilmError([
      `the film is of version ${version}; this Cyclogram reads versions up to ${filmVersion}. Use a newer one`,
    ]);
  }
  let film = json;
  for (let v = version; v < filmVersion; v++) {
    const step = migrations[v];
    if (!step) throw new FilmError([`there is no version ${v} of the film format`]);
    film = step(film);
  }
  return film;
}

/** Size of the picture, for defaults that depend on it. */
function sizeOf(json: object): Size {
  const { width, height } = json as Record<string, unknown>;
  const fits = (value: unknown) => typeof value === 'number' && value >= 16 && value <= 8192;
  return fits(width) && fits(height) ? (json as Size) : { width: 1920, height: 1080 };
}

/** Where lists and objects lie too deep within one another: a walk that calls itself would fail on them. */
function findTooDeep(json: object): string | undefined {
  const waiting: { value: object; depth: number; path: string }[] = [{ value: json, depth: 0, path: '' }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value, depth, path } = next;
    if (depth > deepest) return path.slice(0, 60);
    for (const [key, inner] of Object.entries(value) as [string, unknown][]) {
      if (typeof inner !== 'object' || inner === null) continue;
      const at = Array.isArray(value) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`;
      waiting.push({ value: inner, depth: depth + 1, path: depth < deepest ? at : path });
    }
  }
  return undefined;
}

/** What is named must exist, and nothing may contain or repeat itself. */
function checkReferences(film: Film): void {
  const names: Record<ListName, string> = {
    tracks: 'track',
    ears: 'ear',
    followers: 'follower',
    images: 'image',
    lookups: 'look-up table',
    footage: 'footage',
    palettes: 'palette',
    paths: 'path',
    layers: 'layer',
    sections: 'section',
  };
  const known = new Map<ListName, ReadonlyMap<string, { kind?: string }>>();
  const itemsOf = (list: ListName) => {
    let items = known.get(list);
    if (!items) {
      const all = film[list] as readonly { id: string; kind?: string }[];
      known.set(list, (items = new Map(all.map((item) => [item.id, item]))));
    }
    return items;
  };
  const problems = referencesIn(filmRecord, film).flatMap(({ to, id, kinds, soft, path }) => {
    if (soft) return [];
    const found = itemsOf(to).get(id);
    if (found && (!kinds || kinds.includes(found.kind ?? ''))) return [];
    return [`${path}: there is no ${kinds ? kinds.join(' or ') : names[to]} "${id}"`];
  });
  const circles = inCircles(film);
  film.layers.forEach(({ id }, i) => {
    if (circles.has(id)) problems.push(`layers[${i}]: the layer contains or repeats itself`);
  });
  if (problems.length > 0) throw new FilmError(problems.slice(0, maxProblems));
}
