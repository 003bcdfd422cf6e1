import type { Size } from '../../contract';
import type { Operation } from '../display/displayList';
import type { Path } from '../path/path';
import type { Weigh } from './scene';

/** How a figure is drawn once: what a modifier may change of it. */
export interface Drawing {
  /** Seconds. */
  t: number;
  /** All lines of the path. */
  path: Path;
  /** Bands that the figure's ear has, and of those the ones that are shown: [first, end). */
  bands: number;
  range: readonly [number, number];
  /** Degrees by which hues are turned. */
  hue: number;
  /** Factor of the reach. */
  reach: number;
  weigh: Weigh;
  /** Which of the figure's copies it is, the first being 0. */
  copy: number;
}

export type Draw = (drawing: Drawing) => Operation[];

/**
 * Changes how a figure is drawn: gets a way of drawing, gives another one back. Modifiers compose; a figure's
 * are applied in this order: falloff (what a level counts for), copies, symmetry (of all copies together).
 */
export type Modifier<Settings> = (draw: Draw, settings: Settings, picture: Size) => Draw;
