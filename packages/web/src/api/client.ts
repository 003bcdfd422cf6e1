/** A problem document of RFC 9457, as the server sends it. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly kind: string,
    readonly title: string,
    detail: string,
    readonly document: Record<string, unknown> = {},
  ) {
    super(detail);
  }
}

export const unreachable = () =>
  new ApiProblem(
    0,
    'unreachable',
    'The server does not answer',
    'Is Cyclogram still running? Start it again; nothing here is lost meanwhile.',
  );

/** The problem in an answer's text. */
export function problemFrom(status: number, text: string): ApiProblem {
  try {
    const document = JSON.parse(text) as Record<string, unknown>;
    const kind = String(document['type'] ?? '').replace('urn:cyclogram:problem:', '');
    return new ApiProblem(status, kind, String(document['title']), String(document['detail']), document);
  } catch {
    return new ApiProblem(
      status,
      'internal',
      'Something went wrong in the server',
      `It answered with status ${status}.`,
    );
  }
}

/** Calls the server. @throws ApiProblem */
export async function call<T>(
  method: string,
  path: string,
  body?: unknown,
  init: RequestInit = {},
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      ...(body === undefined
        ? {}
        : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
      ...init,
    });
  } catch {
    throw unreachable();
  }
  if (!response.ok) throw problemFrom(response.status, await response.text());
  return (response.status === 204 ? undefined : await response.json()) as T;
}
