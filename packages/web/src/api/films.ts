import type { Film, FrameRate } from '@cyclogram/core';
import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { call } from './client';
import { usePages, type PagedList } from './pages';
import { forgetFilm } from '../editor/forgetFilm';

export interface FilmSummary {
  id: string;
  title: string;
  revision: number;
  createdAt: string;
  updatedAt: string;
  /** Null where the film cannot be read. */
  seconds: number | null;
  width: number | null;
  height: number | null;
  fps: FrameRate | null;
  /** Why it cannot be opened; null when it can. */
  problem: string | null;
  /** When it was put into the bin. */
  deletedAt: string | null;
  thumbnail: string;
}

export interface StoredFilm extends FilmSummary {
  document: Film;
  /** A sentence for each thing in it that this version does not know. */
  warnings: string[];
}

const filmsKey = ['films'] as const;

/** Where the document of a film is, as it is stored: also of one that cannot be opened. */
export const documentAddress = (id: string) => `/api/films/${id}/document`;

/** Has lists of films asked for anew. */
export const refreshFilms = (queries: QueryClient) => queries.invalidateQueries({ queryKey: filmsKey });

/** A film as one file, with all that it needs. */
export const packageAddress = (id: string) => `/api/films/${id}/package`;

/** Films, last changed first. @param search words of their titles */
export const useFilms = (search: string): PagedList<FilmSummary> =>
  usePages([...filmsKey, search], async (offset, limit) => {
    const query = new URLSearchParams({ search, offset: String(offset), limit: String(limit) });
    const { films, total } = await call<{ films: FilmSummary[]; total: number }>('GET', `/films?${query}`);
    return { items: films, total };
  });

/** The film as the server has it. */
export const readFilm = (id: string) => call<StoredFilm>('GET', `/films/${id}`);
export const storedFilmKey = (id: string) => ['film', id];

/** The same, read anew each time a workspace opens. */
export const useStoredFilm = (id: string) =>
  useQuery({
    queryKey: storedFilmKey(id),
    queryFn: () => readFilm(id),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });

export const createFilm = (document: Film) => call<StoredFilm>('POST', '/films', { document });

export const saveFilm = (id: string, document: Film, revision: number, init?: RequestInit) =>
  call<StoredFilm>('PUT', `/films/${id}`, { document, revision }, init);

/** Deleting, bringing back and copying films. */
export function useFilmActions() {
  const queries = useQueryClient();
  const refresh = async () => {
    await refreshFilms(queries);
    await queries.invalidateQueries({ queryKey: ['bin'] });
  };
  const remove = useMutation({
    mutationFn: (id: string) => call('DELETE', `/films/${id}`),
    onSuccess: (_answer, id) => forgetFilm(id),
    onSettled: refresh,
  });
  const restore = useMutation({
    mutationFn: (id: string) => call('POST', `/films/${id}/restore`),
    onSettled: refresh,
  });
  const duplicate = useMutation({
    mutationFn: async (id: string) => {
      const { document } = await call<StoredFilm>('GET', `/films/${id}`);
      return createFilm({ ...document, title: `${document.title} (copy)` });
    },
    onSettled: refresh,
  });
  return { remove, restore, duplicate };
}
