import type { Film } from '@cyclogram/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';

export interface FilmSummary {
  id: string;
  title: string;
  revision: number;
  createdAt: string;
  updatedAt: string;
  seconds: number;
  width: number;
  height: number;
  fps: number;
  picture: string;
}

export interface StoredFilm extends FilmSummary {
  document: Film;
}

const filmsKey = ['films'] as const;

export const useFilms = () =>
  useQuery({
    queryKey: filmsKey,
    queryFn: () => call<{ films: FilmSummary[] }>('GET', '/films').then(({ films }) => films),
  });

/** The film as the server has it, fetched anew each time a workspace opens. */
export const useStoredFilm = (id: string) =>
  useQuery({
    queryKey: ['film', id],
    queryFn: () => call<StoredFilm>('GET', `/films/${id}`),
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
  const refresh = () => queries.invalidateQueries({ queryKey: filmsKey });
  const remove = useMutation({
    mutationFn: (id: string) => call('DELETE', `/films/${id}`),
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
