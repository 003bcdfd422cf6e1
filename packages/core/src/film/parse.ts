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

/** Layers and followers must name ears that exist, ears tracks that exist. */
function checkReferences(film: Film): void {
  const problems: string[] = [];
  const ears = new Set(film.ears.map((ear) => ear.id));
  const tracks = new Set(film.tracks.map((track) => track.id));
  film.layers.forEach((layer, i) => {
    if (!ears.has(layer.ear)) problems.push(`layers[${i}].ear: there is no ear "${layer.ear}"`);
  });
  film.ears.forEach((ear, i) => {
    for (const track of ear.tracks) {
      if (!tracks.has(track)) problems.push(`ears[${i}].tracks: there is no track "${track}"`);
    }
  });
  film.followers.forEach((follower, i) => {
    if (!ears.has(follower.ear)) problems.push(`followers[${i}].ear: there is no ear "${follower.ear}"`);
  });
  if (problems.length > 0) throw new FilmError(problems);
}
