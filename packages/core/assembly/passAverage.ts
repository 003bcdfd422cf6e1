import { placeIn } from './passSample';
import { ImageTask } from './passTasks';

/**
 * Averages of copies. Values have 15 bits while copies are averaged: differences of two of them fit into whole numbers of 16
 * bits with a sign, of which eight are worked out at once.
 */

/** Values of 16 bits as 15, in place. @param count of pixels */
export function toFifteen(at: usize, count: i32): void {
  const end = at + ((<usize>count) << 3);
  for (; at < end; at += 8) v128.store64_lane(at, i16x8.shr_u(v128.load64_zero(at), 1), 0);
}

/** The way back: the largest of 15 bits is the largest of 16. */
export function toSixteen(at: usize, count: i32): void {
  const end = at + ((<usize>count) << 3);
  for (; at < end; at += 8) {
    const values = v128.load64_zero(at);
    v128.store64_lane(at, v128.or(i16x8.shl(values, 1), i16x8.shr_u(values, 14)), 0);
  }
}

/** Of the way from some values to others. @param part in 32768ths */
function between(one: v128, other: v128, part: v128): v128 {
  return i16x8.add(one, i16x8.q15mulr_sat_s(i16x8.sub(other, one), part));
}

/** Two pixels beside one another, one of them low and one high, in a row that may lie beyond the edges. */
function pairAt(image: ImageTask, x: i32, y: i32): v128 {
  const row = placeIn(y, image.height, image.edges);
  const left = placeIn(x, image.width, image.edges);
  const right = placeIn(x + 1, image.width, image.edges);
  if (row < 0) return i64x2.splat(0);
  const from = image.from + ((<usize>(row * image.width)) << 3);
  return i64x2(
    left < 0 ? 0 : load<i64>(from + ((<usize>left) << 3)),
    right < 0 ? 0 : load<i64>(from + ((<usize>right) << 3)),
  );
}

/** The average of two copies of a picture, each found through a matrix: x' = a x + c y + e, y' = b x + d y + f. */
@unmanaged
export class PairTask {
  a0: f32;
  b0: f32;
  c0: f32;
  d0: f32;
  e0: f32;
  f0: f32;
  a1: f32;
  b1: f32;
  c1: f32;
  d1: f32;
  e1: f32;
  f1: f32;
  /** Pixels that are written: from left and top to before right and bottom. */
  left: i32;
  top: i32;
  right: i32;
  bottom: i32;
}

/**
 * The average of two copies of an image, each straight between its pixels; the middle of the first pixel is at 0, 0.
 * Pixels have 15 bits.
 */
export function averagePair(image: ImageTask, pair: PairTask): void {
  const steps = f32x4(pair.a0, pair.b0, pair.a1, pair.b1);
  const down = f32x4(pair.c0, pair.d0, pair.c1, pair.d1);
  const start = f32x4(pair.e0, pair.f0, pair.e1, pair.f1);
  const limits = i32x4(image.width - 1, image.height - 1, image.width - 1, image.height - 1);
  const from = image.from;
  const right = pair.right;
  const row = (<usize>image.width) << 3;
  const strides = i32x4(8, <i32>row, 8, <i32>row);
  const scale = f32x4.splat(32768);
  for (let y = pair.top; y < pair.bottom; y++) {
    let to = image.to + <usize>y * row + ((<usize>pair.left) << 3);
    const begin = f32x4.add(start, f32x4.mul(down, f32x4.splat(<f32>y)));
    for (let x = pair.left; x < right; x++, to += 8) {
      const place = f32x4.add(begin, f32x4.mul(steps, f32x4.splat(<f32>x)));
      const floor = f32x4.floor(place);
      const cell = i32x4.trunc_sat_f32x4_s(floor);
      const part = i32x4.trunc_sat_f32x4_s(f32x4.mul(f32x4.sub(place, floor), scale));
      let upper0: v128;
      let lower0: v128;
      let upper1: v128;
      let lower1: v128;
      if (i32x4.all_true(i32x4.lt_u(cell, limits))) {
        const bytes = i32x4.mul(cell, strides);
        const at0 = from + <usize>(i32x4.extract_lane(bytes, 0) + i32x4.extract_lane(bytes, 1));
        const at1 = from + <usize>(i32x4.extract_lane(bytes, 2) + i32x4.extract_lane(bytes, 3));
        upper0 = v128.load(at0);
        lower0 = v128.load(at0 + row);
        upper1 = v128.load(at1);
        lower1 = v128.load(at1 + row);
      } else {
        // Far beyond there is nothing to tell apart, and whole numbers end.
        const near = i32x4.min_s(i32x4.max_s(cell, i32x4.splat(-1000000)), i32x4.splat(1000000));
        const column0 = i32x4.extract_lane(near, 0);
        const row0 = i32x4.extract_lane(near, 1);
        const column1 = i32x4.extract_lane(near, 2);
        const row1 = i32x4.extract_lane(near, 3);
        upper0 = pairAt(image, column0, row0);
        lower0 = pairAt(image, column0, row0 + 1);
        upper1 = pairAt(image, column1, row1);
        lower1 = pairAt(image, column1, row1 + 1);
      }
      const down0 = i8x16.shuffle(part, part, 4, 5, 4, 5, 4, 5, 4, 5, 4, 5, 4, 5, 4, 5, 4, 5);
      const down1 = i8x16.shuffle(part, part, 12, 13, 12, 13, 12, 13, 12, 13, 12, 13, 12, 13, 12, 13, 12, 13);
      const across = i8x16.shuffle(part, part, 0, 1, 0, 1, 0, 1, 0, 1, 8, 9, 8, 9, 8, 9, 8, 9);
      const first = between(upper0, lower0, down0);
      const second = between(upper1, lower1, down1);
      // Left pixels of both copies, then right ones.
      const both = between(i64x2.shuffle(first, second, 0, 2), i64x2.shuffle(first, second, 1, 3), across);
      v128.store64_lane(to, i16x8.avgr_u(both, i64x2.shuffle(both, both, 1, 0)), 0);
    }
  }
}
