import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import { refreshFilms, type FilmSummary } from './films';
import { rendersKey, type Render } from './renders';

/** What takes space where the server keeps its data, in bytes. */
export interface StorageReport {
  free: number;
  nearlyFull: boolean;
  /** The largest first. A file counts for each film that uses it. */
  films: { id: string; title: string; bytes: number }[];
  renders: number;
  bin: number;
  unused: number;
  files: number;
  /** Days for which the bin and files that nothing uses are kept. */
  keptDays: number;
}

const reportKey = ['storage'] as const;

export const useStorage = () =>
  useQuery({ queryKey: reportKey, queryFn: () => call<StorageReport>('GET', '/storage') });

/** How much is free; asked for every minute, so that a full disk is known before it is one. */
export const useFreeSpace = () =>
  useQuery({
    queryKey: ['storage', 'free'],
    queryFn: () => call<{ free: number; nearlyFull: boolean }>('GET', '/storage/free'),
    refetchInterval: 60_000,
    staleTime: 30_000,
  }).data;

export const useBin = () =>
  useQuery({
    queryKey: ['bin'],
    queryFn: async () => {
      const [{ films }, { renders }] = await Promise.all([
        call<{ films: FilmSummary[] }>('GET', '/films?bin=1'),
        call<{ renders: Render[] }>('GET', '/renders?bin=1'),
      ]);
      return { films, renders };
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
