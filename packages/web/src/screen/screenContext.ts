import type { Matrix } from '@cyclogram/core';
import { createContext, useContext, type PointerEvent } from 'react';
import type { SnapLine } from './snapping';

/** A part of the picture, in CSS pixels from its corner. */
export interface SeenPart {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** How places of what is edited, a layer or a path, and places on the Screen belong together. */
export interface ScreenSpace {
  /** What its places go through until they are in the picture. */
  matrix: Matrix;
  /** CSS pixels per picture unit. */
  pictureScale: number;
  /** CSS pixels per unit of what is edited. */
  scale: number;
  /** A place in CSS pixels of the picture. */
  toCss(x: number, y: number): [number, number];
  /** Where a pointer is, in units of what is edited. */
  fromPointer(event: PointerEvent<SVGElement>): [number, number];
  /** Lines that moving snaps to. */
  snapLines: readonly SnapLine[];
  /** What of the picture is seen, in its CSS pixels. */
  seen: SeenPart;
  /** Shows the lines that are snapped to now. */
  setGuides(lines: readonly SnapLine[]): void;
}

export const ScreenContext = createContext<ScreenSpace | null>(null);

export const useScreen = (): ScreenSpace => useContext(ScreenContext)!;
