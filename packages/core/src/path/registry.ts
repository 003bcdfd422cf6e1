import { circle, type CirclePath } from './circle';
import type { Path } from './path';

/** Every kind of path there is. A new one is a file beside circle.ts and a line here. */
export const pathKinds = { circle };

export type PathSettings = CirclePath;
export type PathKind = keyof typeof pathKinds;

/** The path that the settings describe. */
export function buildPath(settings: PathSettings): Path {
  return pathKinds[settings.kind].build(settings);
}
