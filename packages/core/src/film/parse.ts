import { ValidationError } from 'yup';
import { migrations } from './migrations';
import { filmSchema, filmVersion, type Film } from './schema';

/** A film that cannot be read, with one sentence for each thing wrong with it. */
export class FilmError extends Error {
  override name = 'FilmError';
  constructor(readonly problems: string[]) {
    super(problems.join('; '));
  }
}

/**
 * Reads a film of this or any older version of the format.
 * @throws FilmError saying which fields are wrong and how
 */
export function parseFilm(json: unknown): Film {
  if (typeof json !== 'object' || json === null || Array.isArray(json)) {
    throw new FilmError(['a film must be a JSON object']);
  }
  let film = json as Record<string, unknown>;
  const { version } = film;
  if (typeof version !== 'number') throw new FilmError(['version must be a number']);
  if (version > filmVersion) {
    throw new FilmError([
      `the film is of version ${version}; this Cyclogram reads versions up to ${filmVersion}. Use a newer one`,
    ]);
  }
  for (let v = version; v < filmVersion; v++) {
    const migrate = migrations[v];
    if (!migrate) throw new FilmError([`there is no version ${v} of the film format`]);
    film = migrate(film);
  }
  try {
    const parsed = filmSchema.validateSync(film, { strict: true, abortEarly: false });
    checkReferences(parsed);
    return parsed;
  } catch (error) {
    if (error instanceof ValidationError) throw new FilmError(error.errors);
    throw error;
  }
}

/** What is named must exist, and nothing may contain or repeat itself. */
function checkReferences(film: Film): void {
  const problems: string[] = [];
  const idsOf = (items: readonly { id: string }[]) => new Set(items.map(({ id }) => id));
  const known = {
    ear: idsOf(film.ears),
    track: idsOf(film.tracks),
    path: idsOf(film.paths),
    palette: idsOf(film.palettes),
    picture: idsOf(film.pictures),
    layer: idsOf(film.layers),
    group: idsOf(film.layers.filter(({ kind }) => kind === 'group')),
  };
  const need = (what: keyof typeof known, id: string | null, where: string) => {
    if (id !== null && id !== '' && !known[what].has(id))
      problems.push(`${where}: there is no ${what} "${id}"`);
  };
  film.layers.forEach((layer, i) => {
    const at = `layers[${i}]`;
    need('group', layer.group, `${at}.group`);
    if (layer.kind === 'group') need('path', layer.clip, `${at}.clip`);
    if (layer.kind === 'tied') need('layer', layer.source, `${at}.source`);
    if (layer.kind === 'figure') {
      need('ear', layer.ear, `${at}.ear`);
      need('path', layer.path, `${at}.path`);
      need('palette', layer.color.palette, `${at}.color.palette`);
      if (layer.figure.kind === 'pictures') need('picture', layer.figure.picture, `${at}.figure.picture`);
    }
    if (goesRound(film, layer.id)) problems.push(`${at}: the layer contains or repeats itself`);
  });
  film.ears.forEach((ear, i) => ear.tracks.forEach((track) => need('track', track, `ears[${i}].tracks`)));
  film.followers.forEach((follower, i) => need('ear', follower.ear, `followers[${i}].ear`));
  film.paths.forEach(({ shape }, i) => {
    if (shape.kind === 'picture') need('picture', shape.picture, `paths[${i}].shape.picture`);
  });
  need('picture', film.background.picture, 'background.picture');
  if (problems.length > 0) throw new FilmError(problems);
}

/** Whether what a layer shows, all groups and tied copies followed, comes back to it. */
export function goesRound({ layers }: Pick<Film, 'layers'>, id: string): boolean {
  const seen = new Set<string>();
  const visit = (current: string): boolean => {
    if (seen.has(current)) return false;
    seen.add(current);
    const shown = layers.flatMap((layer) => {
      if (layer.group === current) return [layer.id];
      return layer.id === current && layer.kind === 'tied' ? [layer.source] : [];
    });
    return shown.some((other) => other === id || visit(other));
  };
  return visit(id);
}
