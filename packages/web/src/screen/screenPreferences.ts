import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface ScreenPreferences {
  /** Whether the safe areas are drawn over the picture. */
  safeAreas: boolean;
  /** Whether stages have less detail while playing. */
  coarse: boolean;
  /** Whether the scope is shown. */
  scope: boolean;
  set(part: Partial<Pick<ScreenPreferences, 'safeAreas' | 'coarse' | 'scope'>>): void;
}

/** How the Screen is used on this machine. */
export const useScreenPreferences = create<ScreenPreferences>()(
  persist((set) => ({ safeAreas: false, coarse: false, scope: false, set: (part) => set(part) }), {
    name: 'screen',
  }),
);
