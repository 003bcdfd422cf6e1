import { create } from 'zustand';

/** What of cords is shown: which property's are open, what is pointed at, and what is being drawn. */
interface CordView {
  /** Place of the property whose cords are open. */
  open: string | undefined;
  /** A follower or a property whose cords are drawn over the workspace. */
  pointedAt: { follower: string } | { address: string } | undefined;
  /** A cord that is being drawn from a follower to where the pointer is. */
  drawing: { follower: string; x: number; y: number } | undefined;
  toggle(address: string): void;
  show(address: string | undefined): void;
  pointAt(what: CordView['pointedAt']): void;
  draw(drawing: CordView['drawing']): void;
}

export const useCordView = create<CordView>()((set) => ({
  open: undefined,
  pointedAt: undefined,
  drawing: undefined,
  toggle: (address) => set(({ open }) => ({ open: open === address ? undefined : address })),
  show: (open) => set({ open }),
  pointAt: (pointedAt) => set({ pointedAt }),
  draw: (drawing) => set({ drawing }),
}));
