import type { FilmError } from '@cyclogram/core';
import type { ErrorRequestHandler, RequestHandler } from 'express';

/** What can go wrong, each with its HTTP status and a title that never changes. */
const kinds = {
  'not-found': [404, 'Not found'],
  'bad-request': [400, 'The request cannot be understood'],
  'bad-film': [422, 'The film is not valid'],
  'unreadable-film': [422, 'The film cannot be opened'],
  'stale-revision': [409, 'The film was changed elsewhere'],
  'empty-file': [422, 'The file is empty'],
  'not-audio': [422, 'The file is not audio that Cyclogram reads'],
  'truncated-audio': [422, 'The file ends too early'],
  'truncated-video': [422, 'The video ends too early'],
  'no-sound': [422, 'There is no sound in the file'],
  'too-large': [413, 'The file is too large'],
  'too-long': [422, 'The song is too long'],
  'disk-full': [507, 'The disk is full'],
  'ffmpeg-missing': [503, 'ffmpeg is missing'],
  'media-failed': [500, 'ffmpeg failed'],
  'missing-track': [422, 'A track of the film is missing'],
  'missing-typeface': [422, 'A typeface of the film is missing'],
  'missing-image': [422, 'An image of the film is missing'],
  'bad-typeface': [422, 'The file is not a typeface that Cyclogram reads'],
  'bad-image': [422, 'The file is not an image that Cyclogram reads'],
  'bad-archive': [422, 'The archive is not one that Cyclogram reads'],
  'missing-footage': [422, 'Footage of the film is missing'],
  'not-video': [422, 'The file is not a video that Cyclogram reads'],
  'wrong-state': [409, 'That is not possible now'],
  forbidden: [403, 'Not allowed from there'],
  'bad-range': [416, 'There is no such part of the file'],
  'condition-failed': [412, 'A condition of the request does not hold'],
  'unknown-encoding': [415, 'The request is encoded in a way that is not read'],
  'too-much-to-draw': [422, 'There is too much to draw'],
  'took-too-long': [422, 'It takes too long'],
  'too-much-memory': [422, 'It takes too much memory'],
  cancelled: [499, 'Cancelled'],
  internal: [500, 'Something went wrong in the server'],
} as const satisfies Record<string, readonly [number, string]>;

export type ProblemKind = keyof typeof kinds;

/** An error that is shown to people: what happened, to which file or field, and what to do. Sent as RFC 9457. */
export class Problem extends Error {
  override name = 'Problem';
  readonly status: number;
  readonly title: string;

  constructor(
    readonly kind: ProblemKind,
    readonly detail: string,
    readonly extra: Record<string, unknown> = {},
    options?: ErrorOptions,
  ) {
    super(detail, options);
    [this.status, this.title] = kinds[kind];
  }

  /** What is the matter, in one line: a request that was understood says so by itself. */
  get line(): string {
    return this.kind === 'bad-request' ? this.detail : `${this.title}: ${this.detail}`;
  }

  /** The problem document of RFC 9457. */
  toJSON(): Record<string, unknown> {
    return {
      type: `urn:cyclogram:problem:${this.kind}`,
      title: this.title,
      status: this.status,
      detail: this.detail,
      ...this.extra,
    };
  }
}

/** By its name: to know the class would bring the whole core into processes that read one file. */
const isFilmError = (error: unknown): error is FilmError =>
  error instanceof Error && error.name === 'FilmError';

/** What Express and its parsers say is the client's error: a status from 400 to 499. */
function statusOf(error: unknown): number | undefined {
  const status = (error as { status?: unknown } | null)?.status;
  return typeof status === 'number' && status >= 400 && status < 500 ? status : undefined;
}

const hasCode = (error: unknown, code: string) => (error as { code?: unknown } | null)?.code === code;

/** Any error as a problem; what is unforeseen says little and is logged by the caller. */
export function toProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (isFilmError(error)) {
    return new Problem('bad-film', `${error.problems.join('. ')}.`, { problems: error.problems });
  }
  if (hasCode(error, 'ENOSPC') || hasCode(error, 'SQLITE_FULL')) {
    return new Problem(
      'disk-full',
      'There is no space left where Cyclogram keeps its data. Free some, then try again.',
    );
  }
  const type = (error as { type?: unknown } | null)?.type;
  if (type === 'entity.too.large') return new Problem('too-large', 'The film is larger than 8 MB.');
  if (type === 'entity.parse.failed') return new Problem('bad-request', 'The body is not valid JSON.');
  if ((error as { name?: unknown } | null)?.name === 'AbortError')
    return new Problem('cancelled', 'It was cancelled.');
  const status = statusOf(error);
  if (status === 404) return new Problem('not-found', 'There is no such file.');
  if (status === 412) return new Problem('condition-failed', 'The file has changed, or has not.');
  if (status === 413) return new Problem('too-large', 'The request is too large.');
  if (status === 415) return new Problem('unknown-encoding', 'Send the body as it is, in UTF-8.');
  if (status === 416) return new Problem('bad-range', 'The file ends before the part that is asked for.');
  if (status !== undefined) return new Problem('bad-request', 'The request cannot be read.');
  return new Problem('internal', 'The server met an error it did not expect. Its log says more.');
}

export const noSuchRoute: RequestHandler = (request) => {
  throw new Problem('not-found', `There is nothing at ${request.method} ${request.path}.`);
};

export const sendProblem: ErrorRequestHandler = (error: unknown, request, response, _next) => {
  const problem = toProblem(error);
  if (problem.kind === 'internal') request.log?.error(error);
  // What a decoder said helps whoever looks for the reason later.
  else if (problem.cause !== undefined) request.log?.warn({ problem, cause: String(problem.cause) });
  if (response.headersSent) {
    response.destroy();
    return;
  }
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
};
