import { addPoint, exact } from '../../../contract';
import type { OperationKind } from './operationKind';

/** What a sprite is: a disc, a ball of light, a ring, a streak, a star, a polygon, or rays from a point. */
export const spriteForms = ['disc', 'ball', 'ring', 'streak', 'star', 'polygon', 'rays'] as const;
export type SpriteForm = (typeof spriteForms)[number];

/** Small shapes, soft or not, each in a colour of its own: particles, and the parts of flares. */
export interface SpritesOp {
  op: 'sprites';
  /** {@link spriteValues} numbers for each, in the order of {@link Sprite}. */
  sprites: Float32Array;
  /** Whether their light is added up; else the later ones lie over the earlier ones. */
  add: boolean;
}

export interface Sprite {
  x: number;
  y: number;
  /** Half of its size along its axes, in picture units. */
  across: number;
  down: number;
  /** Clockwise, in radians. */
  rotation: number;
  form: SpriteForm;
  /** Of a star, a polygon, rays. */
  corners: number;
  /** Of its edge, as a share of its size; of a ring its width, of rays theirs. */
  softness: number;
  /** 0..1, encoded. */
  color: readonly [number, number, number];
  opacity: number;
}

/** Numbers of a sprite: the last one is not used. */
export const spriteValues = 14;

/** Writes a sprite among others. */
export function putSprite(all: Float32Array, index: number, sprite: Sprite): void {
  const { x, y, across, down, rotation, form, corners, softness, color, opacity } = sprite;
  const at = index * spriteValues;
  all[at] = x;
  all[at + 1] = y;
  all[at + 2] = across;
  all[at + 3] = down;
  all[at + 4] = exact.cos(rotation);
  all[at + 5] = exact.sin(rotation);
  all[at + 6] = spriteForms.indexOf(form);
  all[at + 7] = corners;
  all[at + 8] = softness;
  all[at + 9] = color[0];
  all[at + 10] = color[1];
  all[at + 11] = color[2];
  all[at + 12] = opacity;
}

/** Sprites as an operation. */
export function spritesOf(list: readonly Sprite[], add: boolean): SpritesOp {
  const sprites = new Float32Array(list.length * spriteValues);
  list.forEach((sprite, i) => putSprite(sprites, i, sprite));
  return { op: 'sprites', sprites, add };
}

export const sprites: OperationKind<SpritesOp> = {
  bounds({ sprites: all }, box) {
    for (let i = 0; i < all.length; i += spriteValues)
      addPoint(box, all[i]!, all[i + 1]!, Math.hypot(all[i + 2]!, all[i + 3]!));
  },
};
