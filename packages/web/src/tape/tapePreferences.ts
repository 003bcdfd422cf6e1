import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface TapePreferences {
  /** Whether moving along the Tape can be heard. */
  scrubSound: boolean;
  /** Whether loops and fades begin and end on beats. */
  snap: boolean;
  set(part: Partial<Pick<TapePreferences, 'scrubSound' | 'snap'>>): void;
}

/** How the Tape is used on this machine. */
export const useTapePreferences = create<TapePreferences>()(
  persist((set) => ({ scrubSound: true, snap: true, set: (part) => set(part) }), { name: 'tape' }),
);
