import { useQueries, type QueryKey } from '@tanstack/react-query';
import { useState } from 'react';

/** Items of a part of a list, which is asked for at once. */
export const pageSize = 60;

export interface PageOf<T> {
  items: T[];
  /** Items of the whole list. */
  total: number;
}

/** A list of which only those parts are known that are looked at. */
export interface PagedList<T> {
  /** Items of the whole list; undefined until they are known. */
  total: number | undefined;
  error: Error | null;
  /** An item; undefined until its part is known. */
  at(index: number): T | undefined;
  /** Asks for these items. */
  show(first: number, last: number): void;
}

/** A list of the server's, part by part. @param read gives a part of it */
export function usePages<T>(
  queryKey: QueryKey,
  read: (offset: number, limit: number) => Promise<PageOf<T>>,
): PagedList<T> {
  const [[first, last], setShown] = useState<readonly [number, number]>([0, 0]);
  const pages = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const results = useQueries({
    queries: pages.map((page) => ({
      queryKey: [...queryKey, page],
      queryFn: () => read(page * pageSize, pageSize),
    })),
  });
  // Parts that come later know better how long the list is.
  const total = results.reduce<number | undefined>((known, { data }) => data?.total ?? known, undefined);
  // Until the parts that are looked at now are known, it is as long as it was.
  const [before, setBefore] = useState(total);
  if (total !== undefined && total !== before) setBefore(total);
  return {
    total: total ?? before,
    error: results.find(({ error }) => error)?.error ?? null,
    at: (index) => results[Math.floor(index / pageSize) - first]?.data?.items[index % pageSize],
    show: (from, to) => {
      const [a, b] = [Math.floor(Math.max(0, from) / pageSize), Math.floor(Math.max(0, to) / pageSize)];
      if (a !== first || b !== last) setShown([a, b]);
    },
  };
}
