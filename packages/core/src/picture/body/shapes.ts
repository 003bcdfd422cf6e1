import { cos, exact, sin } from '../../contract';
import type { Vector } from '../scene/camera';

/** Collects corners and faces of a shape, each corner with its shares. */
export class ShapeBuilder {
  readonly positions: number[] = [];
  readonly faces: number[] = [];
  readonly level: number[] = [];
  readonly band: number[] = [];
  readonly height: number[] = [];
  readonly depth: number[] = [];

  /** @param level and `band`, `height` and `depth`: shares that its colour can go by */
  corner(x: number, y: number, z: number, level: number, band: number, height: number, depth = 0): number {
    this.positions.push(x, y, z);
    this.level.push(level);
    this.band.push(band);
    this.height.push(height);
    this.depth.push(depth);
    return this.level.length - 1;
  }

  /** Four corners against the clock, as two faces. */
  quad(a: number, b: number, c: number, d: number): void {
    this.faces.push(a, b, c, a, c, d);
  }

  build() {
    // Constructors copy arrays at once; `from` goes through them one by one.
    return {
      positions: new Float32Array(this.positions),
      faces: new Uint32Array(this.faces),
      level: new Float32Array(this.level),
      band: new Float32Array(this.band),
      height: new Float32Array(this.height),
      depth: new Float32Array(this.depth),
    };
  }
}

/** Three directions at right angles: `up`, and two across it. */
export function framed(up: Vector): { up: Vector; side: Vector; front: Vector } {
  // Across whichever axis is farthest from it.
  const [x, y, z] = up;
  const other: Vector = Math.abs(y) < 0.9 ? [0, 1, 0] : [0, 0, 1];
  const across: Vector = [
    other[1] * z - other[2] * y,
    other[2] * x - other[0] * z,
    other[0] * y - other[1] * x,
  ];
  const length = Math.sqrt(exact.square(across[0]) + exact.square(across[1]) + exact.square(across[2]));
  const side: Vector = [across[0] / length, across[1] / length, across[2] / length];
  const front: Vector = [side[1] * z - side[2] * y, side[2] * x - side[0] * z, side[0] * y - side[1] * x];
  return { up, side, front };
}

/** Corners of a circle around the origin, against the clock seen from above: side and front of each. */
const rings = new Map<number, readonly (readonly [number, number])[]>();
export function ringOf(count: number): readonly (readonly [number, number])[] {
  let ring = rings.get(count);
  if (!ring) {
    ring = Array.from({ length: count }, (_, i) => {
      const angle = (2 * Math.PI * i) / count;
      return [cos(angle), sin(angle)] as const;
    });
    rings.set(count, ring);
  }
  return ring;
}

export type MarkForm = 'box' | 'rod' | 'spike' | 'ball' | 'tile';

/** One mark on the stage: its foot, the direction it grows in, how long and how wide it is. */
export interface StageMark {
  foot: Vector;
  up: Vector;
  length: number;
  width: number;
  level: number;
  band: number;
  /** Share of the height that it could have. */
  height: number;
  depth?: number;
}

/**
 * Lays a mark into a shape.
 * @param bevel how much of its width is cut off along its upper edges
 */
export function addMark(shape: ShapeBuilder, form: MarkForm, mark: StageMark, bevel: number): void {
  const { foot, length, width, level, band, height, depth = 0 } = mark;
  const { up, side, front } = framed(mark.up);
  const half = width / 2;
  const at = (along: number, a: number, b: number, share: number) =>
    shape.corner(
      foot[0] + up[0] * along + side[0] * a + front[0] * b,
      foot[1] + up[1] * along + side[1] * a + front[1] * b,
      foot[2] + up[2] * along + side[2] * a + front[2] * b,
      level,
      band,
      height * share,
      depth,
    );
  const loop = (
    along: number,
    radius: number,
    corners: readonly (readonly [number, number])[],
    share: number,
  ) => corners.map(([a, b]) => at(along, a * radius, b * radius, share));
  const wall = (lower: number[], upper: number[]) => {
    for (let i = 0; i < lower.length; i++) {
      const next = (i + 1) % lower.length;
      shape.quad(lower[i]!, upper[i]!, upper[next]!, lower[next]!);
    }
  };
  const lid = (ring: number[], upwards: boolean) => {
    for (let i = 1; i + 1 < ring.length; i++)
      shape.faces.push(ring[0]!, ring[upwards ? i + 1 : i]!, ring[upwards ? i : i + 1]!);
  };
  if (form === 'tile') {
    // Flat, across the direction it would grow in, at its end.
    lid(loop(length, half * Math.SQRT2, square, 1), true);
    return;
  }
  if (form === 'ball') {
    const layers = 5;
    const ring = ringOf(8);
    const bottom = at(length - half, 0, 0, 1);
    let before: number[] | undefined;
    for (let i = 1; i < layers; i++) {
      const angle = (Math.PI * i) / layers;
      const own = loop(length - half * cos(angle), half * sin(angle), ring, 1);
      if (before) wall(before, own);
      else for (let n = 0; n < own.length; n++) shape.faces.push(bottom, own[n]!, own[(n + 1) % own.length]!);
      before = own;
    }
    const top = at(length + half, 0, 0, 1);
    for (let n = 0; n < before!.length; n++)
      shape.faces.push(top, before![(n + 1) % before!.length]!, before![n]!);
    return;
  }
  const ring = form === 'box' ? square : ringOf(form === 'spike' ? 4 : 8);
  const radius = form === 'box' ? half * Math.SQRT2 : half;
  const base = loop(0, radius, ring, 0);
  lid(base, false);
  if (form === 'spike') {
    const tip = at(length, 0, 0, 1);
    for (let n = 0; n < base.length; n++) shape.faces.push(base[n]!, tip, base[(n + 1) % base.length]!);
    return;
  }
  // A rod ends round, a box with its bevel.
  const cut = Math.min(form === 'rod' ? half : bevel * half, length);
  if (form === 'rod') {
    let before = base;
    for (const angle of [0, 30, 60]) {
      const a = (angle * Math.PI) / 180;
      const own = loop(length - cut + cut * sin(a), radius * cos(a), ring, 1);
      wall(before, own);
      before = own;
    }
    const tip = at(length, 0, 0, 1);
    for (let n = 0; n < before.length; n++)
      shape.faces.push(before[n]!, tip, before[(n + 1) % before.length]!);
    return;
  }
  const shoulder = loop(length - cut, radius, ring, 1);
  wall(base, shoulder);
  if (cut > 0) {
    const top = loop(length, radius * (1 - bevel), ring, 1);
    wall(shoulder, top);
    lid(top, true);
  } else lid(shoulder, true);
}

const square = [
  [Math.SQRT1_2, Math.SQRT1_2],
  [-Math.SQRT1_2, Math.SQRT1_2],
  [-Math.SQRT1_2, -Math.SQRT1_2],
  [Math.SQRT1_2, -Math.SQRT1_2],
] as const;
