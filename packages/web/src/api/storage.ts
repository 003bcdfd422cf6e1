import type { StorageReport } from '@cyclogram/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import { refreshFilms, type FilmSummary } from './films';
import { rendersKey, type Render } from './renders';

const reportKey = ['storage'] as const;

export const useStorage = () =>
  useQuery({ queryKey: reportKey, queryFn: () => call<StorageReport>('GET', '/storage') });

/** How much is free; asked for every minute, so that a full disk is known before it is one. */
export const useFreeSpace = () =>
  useQuery({
    queryKey: ['storage', 'free'],
    queryFn: () => call<Pick<StorageReport, 'free' | 'nearlyFull'>>('GET', '/storage/free'),
    refetchInterval: 60_000,
    staleTime: 30_000,
  }).data;

/** What was deleted last, and how much there is altogether. */
export const useBin = () =>
  useQuery({
    queryKey: ['bin'],
    queryFn: async () => {
      const [films, renders] = await Promise.all([
        call<{ films: FilmSummary[]; total: number }>('GET', '/films?bin=1'),
        call<{ renders: Render[]; total: number }>('GET', '/renders?bin=1'),
      ]);
      return { films: films.films, renders: renders.renders, total: films.total + renders.total };
    },
  });

/** Giving space back, and taking things out of the bin. */
export function useStorageActions() {
  const queries = useQueryClient();
  const onSettled = async () => {
    await Promise.all([
      ...[reportKey, ['bin'], rendersKey].map((queryKey) => queries.invalidateQueries({ queryKey })),
      refreshFilms(queries),
    ]);
  };
  const clean = useMutation({
    mutationFn: (emptyBin: boolean) => call<{ freed: number }>('POST', '/storage/clean', { emptyBin }),
    onSettled,
  });
  const restore = useMutation({
    mutationFn: ({ kind, id }: { kind: 'films' | 'renders'; id: string }) =>
      call('POST', `/${kind}/${id}/restore`),
    onSettled,
  });
  return { clean, restore };
}
