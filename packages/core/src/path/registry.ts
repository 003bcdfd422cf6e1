import { arc } from './arc';
import { circle } from './circle';
import { drawn } from './drawn';
import { ellipse } from './ellipse';
import { line } from './line';
import type { Path } from './path';
import { pictureOutline } from './pictureOutline';
import { polygon, star } from './polygon';
import { rectangle } from './rectangle';
import { spiral } from './spiral';
import { svgPath } from './svgPath';
import { textOutline } from './textOutline';
import { wave } from './wave';

/** Every kind of path there is. A new one is a file beside circle.ts and a line here. */
export const pathKinds = {
  circle,
  arc,
  ellipse,
  rectangle,
  polygon,
  star,
  line,
  wave,
  spiral,
  drawn,
  text: textOutline,
  picture: pictureOutline,
  svg: svgPath,
};

export type PathKind = keyof typeof pathKinds;
/** Settings of a path of one kind. */
export type PathOf<Kind extends PathKind> = ReturnType<(typeof pathKinds)[Kind]['defaults']>;
export type PathSettings = { [Kind in PathKind]: PathOf<Kind> }[PathKind];

/** Paths made so far. Settings are never changed in place, and the path is asked for on every frame. */
const made = new WeakMap<PathSettings, Path>();

/** The path that the settings describe. */
export function buildPath(settings: PathSettings): Path {
  let path = made.get(settings);
  if (!path) made.set(settings, (path = pathKinds[settings.kind].build(settings as never)));
  return path;
}

/** The same path as another kind: what both kinds have, its centre above all, is kept. */
export function pathAs(path: PathSettings, kind: PathKind, width: number, height: number): PathSettings {
  const defaults = pathKinds[kind].defaults(width, height);
  const kept = Object.entries(path).filter(([key]) => key !== 'kind' && key in defaults);
  return { ...defaults, ...Object.fromEntries(kept) } as PathSettings;
}
