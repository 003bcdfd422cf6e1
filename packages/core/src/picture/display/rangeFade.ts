import type { Picture } from './displayList';
import { group } from './operations';

/**
 * A picture as far as it is there where the range of a render comes and goes: towards a colour, or towards nothing where it
 * can be seen through.
 * @param level 0 to 1
 */
export function rangeFade(picture: Picture, level: number, color: string, transparent: boolean): Picture {
  if (level >= 1) return picture;
  if (transparent)
    return { ...picture, operations: [group(picture.operations, { opacity: level, isolated: true })] };
  // Two veils of the same colour are one that lets through what both let through.
  const through = (1 - (picture.veil?.opacity ?? 0)) * level;
  return { ...picture, veil: { color, opacity: 1 - through } };
}
