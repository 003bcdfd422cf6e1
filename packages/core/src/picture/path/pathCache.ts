import { LastUsed } from '../../contract';
import type { FilmPath } from './filmPath';
import { offsetPath } from './offset';
import type { Path } from './path';
import { placePath } from './pathPlacement';
import { buildShape, type PathShape } from './registry';
import { trimPath } from './trim';

/** Shapes that are kept: a film has few, but one that is driven is another one in every frame. */
const maxShapes = 200;

/**
 * Paths made of what a film says of them. Shapes, with their offsets, cost the most and are kept by what they
 * are, as settings come anew from other threads; trimming and placing cost next to nothing. Belongs to whoever draws.
 */
export class PathCache {
  private readonly shapes = new LastUsed<Path>(maxShapes);
  /** What a shape says, as text: a long outline is not read again in every frame. */
  private readonly keys = new WeakMap<PathShape, string>();
  private readonly placed = new WeakMap<FilmPath, Path>();

  /** The path as it is used: at its distance, trimmed, and where it stands. */
  get(path: FilmPath): Path {
    let made = this.placed.get(path);
    if (!made) this.placed.set(path, (made = placePath(trimPath(this.offset(path), path), path)));
    return made;
  }

  /** The whole shape where it stands, without its offset and whatever part of it is used. */
  whole(path: FilmPath): Path {
    return placePath(this.shape(path.shape), path);
  }

  /** A shape in its own coordinates. */
  shape(shape: PathShape): Path {
    return this.kept(this.keyOf(shape), () => buildShape(shape));
  }

  private offset({ shape, offset, join }: FilmPath): Path {
    if (offset === 0) return this.shape(shape);
    return this.kept(`${offset} ${join} ${this.keyOf(shape)}`, () =>
      offsetPath(this.shape(shape), offset, join),
    );
  }

  private kept(key: string, make: () => Path): Path {
    let path = this.shapes.get(key);
    if (!path) this.shapes.set(key, (path = make()));
    return path;
  }

  private keyOf(shape: PathShape): string {
    let key = this.keys.get(shape);
    if (key === undefined) this.keys.set(shape, (key = JSON.stringify(shape)));
    return key;
  }
}
