import type { Path } from '../path/path';
import { buildPath, pathKinds } from '../path/registry';
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
    ...part,
  };
}

/** A straight line of 400 from left to right at y = 100, and a circle of radius 100 around 0, 0. */
export const straight = buildPath({
  ...pathKinds.line.defaults(1920, 1080),
  x1: 0,
  y1: 100,
  x2: 400,
  y2: 100,
});
export const ring = buildPath({
  ...pathKinds.circle.defaults(1920, 1080),
  ...{ centerX: 0, centerY: 0, radius: 100, start: 0 },
});
