import type { ParsedQs } from 'qs';
import { Problem } from './problem';

/** A part of a list. */
export interface Page {
  /** Items before it. */
  offset: number;
  /** Most items of it. */
  limit: number;
}

const defaultLimit = 100;
const maxLimit = 500;

function wholeNumber(query: ParsedQs, key: string, fallback: number, max: number): number {
  const given = query[key];
  if (given === undefined) return fallback;
  const value = typeof given === 'string' && /^\d{1,9}$/.test(given) ? Number(given) : NaN;
  if (!(value <= max)) throw new Problem('bad-request', `"${key}" must be a whole number of at most ${max}.`);
  return value;
}

/** The part of a list that a request asks for by `offset` and `limit`; the first hundred by itself. @throws Problem */
export const pageOf = (query: ParsedQs): Page => ({
  offset: wholeNumber(query, 'offset', 0, 1e8),
  limit: wholeNumber(query, 'limit', defaultLimit, maxLimit),
});

/** What a request looks for by `search`; empty when nothing is. */
export const searchOf = (query: ParsedQs): string =>
  typeof query['search'] === 'string' ? query['search'].slice(0, 200) : '';
