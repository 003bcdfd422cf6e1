import type { Film } from '@cyclogram/core';
import { useEffect, useState } from 'react';
import { call } from './client';

export interface Render {
  id: string;
  filmId: string | null;
  title: string;
  width: number;
  height: number;
  fps: number;
  firstFrame: number;
  frameCount: number;
  status: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
  stage: 'hearing' | 'drawing' | 'joining' | null;
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
  fps: number;
  from?: number;
  to?: number;
}

export const startRender = (wish: RenderWish) => call<Render>('POST', '/renders', wish);
export const cancelRender = (id: string) => call<Render>('POST', `/renders/${id}/cancel`);
export const resumeRender = (id: string) => call<Render>('POST', `/renders/${id}/resume`);
export const deleteRender = (id: string) => call<void>('DELETE', `/renders/${id}`);

/** All renders, newest first, kept up to date by the server. Undefined until it has answered. */
export function useRenders(): { renders: Render[] | undefined; connected: boolean } {
  const [renders, setRenders] = useState<Render[]>();
  const [connected, setConnected] = useState(true);
  useEffect(() => {
    const events = new EventSource('/api/renders/events');
    const read = (event: Event): unknown => JSON.parse((event as MessageEvent<string>).data);
    events.onopen = () => setConnected(true);
    events.onerror = () => setConnected(false);
    events.addEventListener('renders', (event) => setRenders(read(event) as Render[]));
    events.addEventListener('render', (event) => {
      const changed = read(event) as Render;
      setRenders((all = []) =>
        all.some(({ id }) => id === changed.id)
          ? all.map((render) => (render.id === changed.id ? changed : render))
          : [changed, ...all],
      );
    });
    events.addEventListener('gone', (event) => {
      const { id } = read(event) as { id: string };
      setRenders((all) => all?.filter((render) => render.id !== id));
    });
    return () => events.close();
  }, []);
  return { renders, connected };
}
