import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** Memory that frames painted in advance may take, in MB; 0 for none. */
export const cacheSizes = [0, 128, 256, 512, 1024, 2048] as const;

interface ScreenPreferences {
  /** Whether the safe areas are drawn over the picture. */
  safeAreas: boolean;
  /** Whether stages have less detail while playing. */
  coarse: boolean;
  /** Whether the scope is shown. */
  scope: boolean;
  /** Memory for frames that are painted in advance, in MB; 0 for none. */
  cacheMegabytes: number;
  set(part: Partial<Pick<ScreenPreferences, 'safeAreas' | 'coarse' | 'scope' | 'cacheMegabytes'>>): void;
}

/** How the Screen is used on this machine. */
export const useScreenPreferences = create<ScreenPreferences>()(
  persist(
    (set) => ({
      safeAreas: false,
      coarse: false,
      scope: false,
      cacheMegabytes: 512,
      set: (part) => set(part),
    }),
    { name: 'screen' },
  ),
);
