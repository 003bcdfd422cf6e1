import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { Preview, PreviewState } from './preview';

export const PreviewContext = createContext<Preview | null>(null);

export const usePreview = (): Preview => useContext(PreviewContext)!;

export function usePreviewState<T>(select: (state: PreviewState) => T): T {
  return useStore(usePreview().state, select);
}
