import { createContext, useContext, type PointerEvent } from 'react';
import type { SnapLine } from './snapping';

/** A part of the picture, in CSS pixels from its corner. */
export interface SeenPart {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** How places of the layer that is edited and places on the Screen belong together. */
export interface ScreenSpace {
  /** CSS pixels per unit of the layer. */
  scale: number;
  /** A place of the layer, through its groups, in CSS pixels of the picture. */
  toCss(x: number, y: number): [number, number];
  /** Where a pointer is, in units of the layer. */
  fromPointer(event: PointerEvent<SVGElement>): [number, number];
  /** Lines that moving snaps to. */
  snapLines: readonly SnapLine[];
  /** Shows the lines that are snapped to now. */
  /** What of the picture is seen, in its CSS pixels. */
  seen: SeenPart;
  setGuides(lines: readonly SnapLine[]): void;
}

export const ScreenContext = createContext<ScreenSpace | null>(null);

export const useScreen = (): ScreenSpace => useContext(ScreenContext)!;
