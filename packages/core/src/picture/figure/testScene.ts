import { DrawCache } from '../display/drawCache';
import { circlePath } from '../path/circle';
import type { Path } from '../path/path';
import { joinPieces, linePiece } from '../path/pieces';
import { makeInk, oneColor, type LayerColor } from './ink';
import type { MarkScene } from './scene';

/** What a figure is given in tests: these levels now, no peaks, white, no falloff. */
export function sceneOf(
  path: Path,
  levels: ArrayLike<number>,
  part: Partial<MarkScene> = {},
  color: LayerColor = oneColor('#ffffff'),
): MarkScene {
  return {
    path,
    levels,
    ink: makeInk(color, color, levels.length, 0),
    t: 0,
    levelsAt: () => levels,
    weigh: (level) => level,
    typefaces: new Map(),
    cache: new DrawCache(),
    ...part,
  };
}

/** A straight line of 400 from left to right at y = 100, and a circle of radius 100 around 0, 0. */
export const straight = joinPieces([linePiece(0, 100, 400, 100)], false);
export const ring = circlePath({ radius: 100 });
