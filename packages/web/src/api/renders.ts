import type {
  Film,
  FormatDescription,
  FrameRate,
  Quality,
  RenderDescription,
  RenderEstimate,
  Speed,
} from '@cyclogram/core';
import type { PictureFit } from '@cyclogram/painter';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call } from './client';
import { usePages, type PagedList } from './pages';

export type { PictureFit };

export type Render = RenderDescription;
export type RenderFormat = FormatDescription;

export interface RenderWish {
  filmId: string;
  document: Film;
  format: string;
  width: number;
  height: number;
  fit: PictureFit;
  fps: FrameRate;
  from?: number;
  to?: number;
  at?: number;
  moments?: number;
  quality: Quality;
  crf: number | null;
  speed: Speed;
  transparent: boolean;
  fadeIn: number;
  fadeOut: number;
  name: string;
}

export const startRender = (wish: RenderWish) => call<Render>('POST', '/renders', wish);
export const cancelRender = (id: string) => call<Render>('POST', `/renders/${id}/cancel`);
export const pauseRender = (id: string) => call<Render>('POST', `/renders/${id}/pause`);
export const resumeRender = (id: string) => call<Render>('POST', `/renders/${id}/resume`);
export const deleteRender = (id: string) => call<void>('DELETE', `/renders/${id}`);
export const restoreRender = (id: string) => call<Render>('POST', `/renders/${id}/restore`);
export const orderRenders = (ids: readonly string[]) => call<unknown>('PUT', '/renders/order', { ids });
/** Measured on a few frames of the film: takes some seconds. Or why it cannot be rendered. */
export const estimateRender = (wish: RenderWish, signal: AbortSignal) =>
  call<RenderEstimate | { problem: string }>('POST', '/renders/estimate', wish, { signal });

/** The formats that there are; undefined until they are known. */
export const useFormats = (): RenderFormat[] | undefined =>
  useQuery({
    queryKey: ['render formats'],
    queryFn: () =>
      call<{ formats: RenderFormat[] }>('GET', '/renders/formats').then(({ formats }) => formats),
    staleTime: Infinity,
  }).data;

const isQueued = ({ status }: Render) => status === 'running' || status === 'waiting' || status === 'paused';

/** All that is known of renders. */
export const rendersKey = ['renders'] as const;
const queueKey = [...rendersKey, 'queue'] as const;
const finishedKey = [...rendersKey, 'finished'] as const;

interface Listed {
  renders: Render[];
  total: number;
  /** Where finished files are. */
  folder: string;
}

/** What runs, waits or is paused; undefined until it is known. */
export const useRenderQueue = (): Render[] | undefined =>
  useQuery({
    queryKey: queueKey,
    queryFn: async () => (await call<Listed>('GET', '/renders?state=queued&limit=500')).renders,
    // Events tell of every change.
    staleTime: Infinity,
  }).data;

/** What is finished, failed or cancelled, newest first. */
export const useFinishedRenders = (): PagedList<Render> =>
  usePages(finishedKey, async (offset, limit) => {
    const { renders, total } = await call<Listed>(
      'GET',
      `/renders?state=finished&offset=${offset}&limit=${limit}`,
    );
    return { items: renders, total };
  });

/** Where finished files are. */
export const useRenderFolder = (): string | undefined =>
  useQuery({
    queryKey: ['render folder'],
    queryFn: async () => (await call<Listed>('GET', '/renders?limit=0')).folder,
    staleTime: Infinity,
  }).data;

/**
 * Writes the server's events where queries keep what they know. Once for the page.
 * @param onDone called when a render has become a file
 * @returns whether the server answers
 */
export function useRenderEvents(onDone: (render: Render) => void): boolean {
  const queries = useQueryClient();
  const [connected, setConnected] = useState(true);
  useEffect(() => {
    const events = new EventSource('/api/renders/events');
    const read = (event: Event): unknown => JSON.parse((event as MessageEvent<string>).data);
    const setQueue = (change: (all: Render[]) => Render[]) =>
      queries.setQueryData<Render[]>(queueKey, (known) => known && change(known));
    const refreshFinished = () => void queries.invalidateQueries({ queryKey: finishedKey });
    events.onopen = () => {
      setConnected(true);
      // What changed while nobody listened.
      void queries.invalidateQueries({ queryKey: rendersKey });
    };
    events.onerror = () => setConnected(false);
    events.addEventListener('queue', (event) => setQueue(() => read(event) as Render[]));
    events.addEventListener('render', (event) => {
      const changed = read(event) as Render;
      const before = queries.getQueryData<Render[]>(queueKey)?.find(({ id }) => id === changed.id);
      if (before && changed.status === 'done') onDone(changed);
      setQueue((all) => {
        if (!isQueued(changed)) return all.filter(({ id }) => id !== changed.id);
        return before ? all.map((one) => (one.id === changed.id ? changed : one)) : [changed, ...all];
      });
      // It has come from the queue, gone there, or changed where it is.
      if (!isQueued(changed) || !before) refreshFinished();
    });
    events.addEventListener('gone', (event) => {
      const { id } = read(event) as { id: string };
      setQueue((all) => all.filter((render) => render.id !== id));
      refreshFinished();
    });
    return () => events.close();
  }, [queries, onDone]);
  return connected;
}
