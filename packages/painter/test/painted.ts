import type { Picture, Texture } from '@cyclogram/core';
import { Painter } from '../src/painter';
import type { Frame } from './compareFrames';

export type Images = ReadonlyMap<string, Texture>;

/** A picture by the painter. */
export function painted(
  picture: Picture,
  width: number,
  height: number,
  images: Images = new Map(),
  painter = new Painter(),
): Frame {
  painter.images = images;
  return painter.paint(picture, width, height, (surface) => ({ width, height, rgba: surface.bytes.slice() }));
}
