import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface ScreenPreferences {
  /** Whether the safe areas are drawn over the picture. */
  safeAreas: boolean;
  set(part: Partial<Pick<ScreenPreferences, 'safeAreas'>>): void;
}

/** How the Screen is used on this machine. */
export const useScreenPreferences = create<ScreenPreferences>()(
  persist((set) => ({ safeAreas: false, set: (part) => set(part) }), { name: 'screen' }),
);
