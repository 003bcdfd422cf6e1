import { arc } from './arc';
import { circle } from './circle';
import { ellipse } from './ellipse';
import { line } from './line';
import type { Path } from './path';
import { polygon, star } from './polygon';
import { rectangle } from './rectangle';
import { spiral } from './spiral';
import { svgPath } from './svgPath';
import { wave } from './wave';

/** Every kind of path there is. A new one is a file beside circle.ts and a line here. */
export const pathKinds = { circle, arc, ellipse, rectangle, polygon, star, line, wave, spiral, svg: svgPath };

export type PathKind = keyof typeof pathKinds;
/** Settings of a path of one kind. */
export type PathOf<Kind extends PathKind> = ReturnType<(typeof pathKinds)[Kind]['defaults']>;
export type PathSettings = { [Kind in PathKind]: PathOf<Kind> }[PathKind];

/** The path that the settings describe. */
export function buildPath(settings: PathSettings): Path {
  return pathKinds[settings.kind].build(settings as never);
}

/** The same path as another kind: what both kinds have, its centre above all, is kept. */
export function pathAs(path: PathSettings, kind: PathKind, width: number, height: number): PathSettings {
  const defaults = pathKinds[kind].defaults(width, height);
  const kept = Object.entries(path).filter(([key]) => key !== 'kind' && key in defaults);
  return { ...defaults, ...Object.fromEntries(kept) } as PathSettings;
}
