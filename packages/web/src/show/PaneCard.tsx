import type { PaneLayer } from '@cyclogram/core';

/** A pane has nothing of its own: what it does is its finish. */
export function PaneCard({ layer }: { layer: PaneLayer }) {
  if (layer.passes.length > 0) return null;
  return (
    <p className="pt-2 text-xs text-dim">
      What lies below is seen through this pane. Add passes under Finish, and a mask for a part of the
      picture.
    </p>
  );
}
