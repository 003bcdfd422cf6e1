import { keepFitting } from '../property/keepFitting';
import { alongStandard } from './along';
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
/** The same by what the settings say: settings that come from another thread are new objects each time. */
const madeOf = new Map<string, Path>();
const mostMade = 200;

/** The path that the settings describe. */
export function buildPath(settings: PathSettings): Path {
  const known = made.get(settings);
  if (known) return known;
  const key = JSON.stringify(settings);
  let path = madeOf.get(key);
  if (!path) {
    if (madeOf.size >= mostMade) madeOf.clear();
    madeOf.set(key, (path = pathKinds[settings.kind].build(settings as never)));
  }
  made.set(settings, path);
  return path;
}

/** The whole shape, without its offset and whatever part of it is used. */
export function wholePath(settings: PathSettings): Path {
  const { offset, from, to, reverse, shift } = settings;
  const plain = offset === 0 && from <= 0 && to >= 1 && !reverse && shift === 0;
  return plain ? buildPath(settings) : buildPath({ ...settings, ...alongStandard });
}

/** The same path as another kind: what both kinds have, its centre above all, is kept. */
export function pathAs(path: PathSettings, kind: PathKind, width: number, height: number): PathSettings {
  const { fields, defaults } = pathKinds[kind];
  return keepFitting<PathSettings>(path, fields, defaults(width, height));
}
