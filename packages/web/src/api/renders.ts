import type { Film, FrameRate } from '@cyclogram/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call } from './client';

export interface Render {
  id: string;
  filmId: string | null;
  title: string;
  width: number;
  height: number;
  fps: FrameRate;
  firstFrame: number;
  frameCount: number;
  status: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
  stage: 'hearing' | 'drawing' | 'joining' | 'checking' | null;
  framesDone: number;
  secondsLeft: number | null;
  problem: { title: string; detail: string } | null;
  createdAt: string;
  finishedAt: string | null;
  bytes: number | null;
  file: string | null;
}

export interface RenderWish {
  filmId: string;
  document: Film;
  width: number;
  height: number;
  fps: FrameRate;
  from?: number;
  to?: number;
}

export const startRender = (wish: RenderWish) => call<Render>('POST', '/renders', wish);
export const cancelRender = (id: string) => call<Render>('POST', `/renders/${id}/cancel`);
export const resumeRender = (id: string) => call<Render>('POST', `/renders/${id}/resume`);
export const deleteRender = (id: string) => call<void>('DELETE', `/renders/${id}`);

const rendersKey = ['renders'] as const;

/** All renders, newest first. The server's events are written where queries keep what they know. */
export function useRenders(): { renders: Render[] | undefined; connected: boolean } {
  const queries = useQueryClient();
  const [connected, setConnected] = useState(true);
  const { data: renders } = useQuery({
    queryKey: rendersKey,
    queryFn: () => call<{ renders: Render[] }>('GET', '/renders').then((answer) => answer.renders),
    // Events tell of every change.
    staleTime: Infinity,
  });
  useEffect(() => {
    const events = new EventSource('/api/renders/events');
    const read = (event: Event): unknown => JSON.parse((event as MessageEvent<string>).data);
    const update = (change: (all: Render[]) => Render[]) =>
      queries.setQueryData<Render[]>(rendersKey, (all = []) => change(all));
    events.onopen = () => setConnected(true);
    events.onerror = () => setConnected(false);
    events.addEventListener('renders', (event) => update(() => read(event) as Render[]));
    events.addEventListener('render', (event) => {
      const changed = read(event) as Render;
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
  }, [queries]);
  return { renders, connected };
}
