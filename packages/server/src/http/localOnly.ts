import type { RequestHandler } from 'express';
import { Problem } from './problem';

const localNames = new Set(['127.0.0.1', 'localhost', '[::1]']);

const hostName = (host: string) => host.replace(/:\d+$/, '').toLowerCase();

/**
 * Answers only requests made to this machine by its own names, and, when a page
 * made them, only pages that came from this server: other sites open in the same
 * browser can neither read nor change anything.
 */
export const localOnly: RequestHandler = (request, _response, next) => {
  const host = request.headers.host ?? '';
  if (!localNames.has(hostName(host))) {
    throw new Problem('forbidden', `Cyclogram answers on 127.0.0.1 and localhost only, not as "${host}".`);
  }
  const { origin } = request.headers;
  if (origin !== undefined && origin !== `http://${host}`) {
    throw new Problem('forbidden', `Requests from pages of ${origin} are refused.`);
  }
  next();
};
