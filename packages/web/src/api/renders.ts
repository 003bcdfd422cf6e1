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

export const rendersKey = ['renders'] as const;

interface Renders {
  renders: Render[];
  /** Where finished files are. */
  folder: string;
}

/** All renders, newest first; undefined until they are known. */
export function useRenders(): Partial<Renders> {
  const { data } = useQuery({
    queryKey: rendersKey,
    queryFn: () => call<Renders>('GET', '/renders'),
    // Events tell of every change.
    staleTime: Infinity,
  });
  return data ?? {};
}

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
    const update = (change: (all: Render[]) => Render[]) =>
      queries.setQueryData<Renders>(
        rendersKey,
        (known) => known && { ...known, renders: change(known.renders) },
      );
    events.onopen = () => {
      setConnected(true);
      // What changed while nobody listened.
      void queries.invalidateQueries({ queryKey: rendersKey });
    };
    events.onerror = () => setConnected(false);
    events.addEventListener('renders', (event) => update(() => read(event) as Render[]));
    events.addEventListener('render', (event) => {
      const changed = read(event) as Render;
      const before = queries.getQueryData<Renders>(rendersKey)?.renders.find(({ id }) => id === changed.id);
      if (before && before.status !== 'done' && changed.status === 'done') onDone(changed);
      update((all) =>
        all.some(({ id }) => id === changed.id)
          ? all.map((render) => (render.id === changed.id ? changed : render))
          : [changed, ...all],
      );
    });
    events.addEventListener('gone', (event) => {
      const { id } = read(event) as { id: string };
      update((all) => all.filter((render) => render.id !== id));
    });
    return () => events.close();
  }, [queries, onDone]);
  return connected;
}
