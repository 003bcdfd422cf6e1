import type { Waveform } from '../../sound';
import type { DrawCache } from '../display/drawCache';
import type { Path } from '../path/path';
import type { Typefaces } from '../typeface/typeface';
import type { Ink } from './ink';

/** What a figure makes its marks of, at one moment. */
export interface MarkScene {
  path: Path;
  /** 0..1 of the bands that are shown, low ones first. */
  levels: ArrayLike<number>;
  /** Held peaks of the same bands, when the ear holds them. */
  peaks?: ArrayLike<number> | undefined;
  ink: Ink;
  /** Seconds. */
  t: number;
  /** Levels of the same bands at another time. */
  levelsAt(t: number): ArrayLike<number>;
  /** The waveform that the ear hears; undefined while it is not known. */
  waveform?: Waveform | undefined;
  /** What becomes of a level at a place of the picture, `along` the path (0..1): the falloff. */
  weigh: Weigh;
  /** Typefaces that are at hand. */
  typefaces: Typefaces;
  /** What was worked out before. */
  cache: Pick<DrawCache, 'outlines'>;
}

/** What becomes of a level at a place of the picture, `along` a share of the path (0..1). */
export type Weigh = (level: number, x: number, y: number, along: number) => number;
