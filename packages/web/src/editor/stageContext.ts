import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { Stage, StageState } from './stage';

export const StageContext = createContext<Stage | null>(null);

export const useStage = (): Stage => useContext(StageContext)!;

export function useStageState<T>(select: (state: StageState) => T): T {
  return useStore(useStage().state, select);
}
