import type { PointerEvent } from 'react';

interface DrawingSheetProps {
  /** What is done on it, said aloud. */
  label: string;
  onDown: (event: PointerEvent<SVGElement>) => void;
  onMove: (event: PointerEvent<SVGElement>) => void;
  onUp: () => void;
  onLeave?: () => void;
}

/** Lies over the picture while something is drawn on it, and takes every press. */
export function DrawingSheet({ label, onDown, onMove, onUp, onLeave }: DrawingSheetProps) {
  return (
    <rect
      width="100%"
      height="100%"
      fill="transparent"
      className="pointer-events-auto cursor-crosshair touch-none"
      role="application"
      aria-label={label}
      onPointerDown={onDown}
      onPointerMove={onMove}
      onPointerUp={onUp}
      onPointerCancel={onUp}
      onPointerLeave={onLeave}
    />
  );
}
