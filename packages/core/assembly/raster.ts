import { Face, colorAt, faceBytes } from './faces';
import { SceneTask } from './sceneTask';

/**
 * Paints faces: row by row, four samples to a pixel on a rotated grid (common practice), each with its own depth. A sample
 * belongs to a face when it lies from its left edge on to before its right one; an edge's place in a row is worked out from
 * the same two corners in the same order in both faces that share it, so there is neither a gap nor an overlap.
 *
 * The picture is painted in bands of rows, so that the samples of one stay in the processor's cache.
 */

/** A face so small in depth that its colours go straight across the picture. */
const affine: i32 = 3;

/** Rows of a band. */
const bandRows: i32 = 16;

/**
 * Sorts indices of faces by their depth: the farthest first of those that are seen through, so that they lie over each other;
 * the nearest first of the others, so that what is hidden is not worked out. Of equals the one laid first comes first.
 */
function sortFaces(scene: SceneTask, from: i32, count: i32, nearest: bool): void {
  const base = scene.order;
  let gap = 1;
  while (gap < (count - from) / 3) gap = 3 * gap + 1;
  for (; gap >= 1; gap /= 3) {
    for (let i = from + gap; i < count; i++) {
      const own = load<u32>(base + ((<usize>i) << 2));
      let j = i;
      while (j - gap >= from && isAfter(scene, load<u32>(base + ((<usize>(j - gap)) << 2)), own, nearest)) {
        store<u32>(base + ((<usize>j) << 2), load<u32>(base + ((<usize>(j - gap)) << 2)));
        j -= gap;
      }
      store<u32>(base + ((<usize>j) << 2), own);
    }
  }
}

function faceOf(scene: SceneTask, index: u32): Face {
  return changetype<Face>(scene.faces + <usize>index * faceBytes);
}

/** Whether the first of two faces comes after the other one. */
function isAfter(scene: SceneTask, a: u32, b: u32, nearest: bool): bool {
  const first = faceOf(scene, a).key;
  const second = faceOf(scene, b).key;
  return (nearest ? first < second : first > second) || (first == second && a > b);
}

/** The order of painting: what is not seen through, then the rest from the back on. */
function orderFaces(scene: SceneTask): void {
  let at = scene.order;
  for (let i = 0; i < scene.count; i++) {
    if (faceOf(scene, i).clear != 0) continue;
    store<u32>(at, i);
    at += 4;
  }
  const clear = <i32>((at - scene.order) >> 2);
  for (let i = 0; i < scene.count; i++) {
    if (faceOf(scene, i).clear == 0) continue;
    store<u32>(at, i);
    at += 4;
  }
  sortFaces(scene, 0, clear, true);
  sortFaces(scene, clear, scene.count, false);
}

/** Puts every face into the lists of the bands that it lies in. */
function listFaces(scene: SceneTask, bands: i32): void {
  memory.fill(scene.bands, 0, (<usize>(bands + 1)) << 2);
  for (let i = 0; i < scene.count; i++) {
    const face = faceOf(scene, i);
    for (let band = face.top / bandRows; band <= face.bottom / bandRows; band++) {
      const at = scene.bands + ((<usize>(band + 1)) << 2);
      store<u32>(at, load<u32>(at) + 1);
    }
  }
  const next = scene.bands + ((<usize>(bands + 1)) << 2);
  for (let band = 0; band < bands; band++) {
    const at = scene.bands + ((<usize>band) << 2);
    store<u32>(at, load<u32>(at) + load<u32>(at, 4), 4);
    store<u32>(next + ((<usize>band) << 2), load<u32>(at));
  }
  for (let n = 0; n < scene.count; n++) {
    const index = load<u32>(scene.order + ((<usize>n) << 2));
    const face = faceOf(scene, index);
    for (let band = face.top / bandRows; band <= face.bottom / bandRows; band++) {
      const at = next + ((<usize>band) << 2);
      const place = load<u32>(at);
      store<u32>(scene.lists + ((<usize>place) << 2), index);
      store<u32>(at, place + 1);
    }
  }
}

/** How many places in lists the faces take. */
function listed(scene: SceneTask): i32 {
  let sum = 0;
  for (let i = 0; i < scene.count; i++) {
    const face = faceOf(scene, i);
    sum += face.bottom / bandRows - face.top / bandRows + 1;
  }
  return sum;
}

/** Paints all faces that were laid in. Gives back 0, or how many places in lists were needed where there was no room. */
export function paintFaces(scene: SceneTask): i32 {
  const places = listed(scene);
  if (places > scene.maxListed) return places;
  const bands = (scene.height + bandRows - 1) / bandRows;
  orderFaces(scene);
  listFaces(scene, bands);
  const stride = (<usize>scene.width) << 4;
  for (let band = 0; band < bands; band++) {
    const first = load<u32>(scene.bands + ((<usize>band) << 2));
    const end = load<u32>(scene.bands + ((<usize>band) << 2), 4);
    const top = band * bandRows;
    const rows = min(bandRows, scene.height - top);
    const out = scene.out + ((<usize>top * <usize>scene.width) << 2);
    if (first == end) {
      memory.fill(out, 0, (<usize>rows * <usize>scene.width) << 2);
      continue;
    }
    memory.fill(scene.colors, 0, stride * <usize>rows);
    memory.fill(scene.depths, 0, stride * <usize>rows);
    for (let n = first; n < end; n++)
      paintFace(scene, faceOf(scene, load<u32>(scene.lists + ((<usize>n) << 2))), top, rows);
    settle(scene.colors, out, rows * scene.width, scene.straight != 0);
  }
  return 0;
}

function minOf(v: v128): f32 {
  return min(
    min(f32x4.extract_lane(v, 0), f32x4.extract_lane(v, 1)),
    min(f32x4.extract_lane(v, 2), f32x4.extract_lane(v, 3)),
  );
}

function maxOf(v: v128): f32 {
  return max(
    max(f32x4.extract_lane(v, 0), f32x4.extract_lane(v, 1)),
    max(f32x4.extract_lane(v, 2), f32x4.extract_lane(v, 3)),
  );
}

/** What of a face lies in a band. */
function paintFace(scene: SceneTask, face: Face, bandTop: i32, rows: i32): void {
  const offsetX = f32x4(0.125, 0.375, 0.625, 0.875);
  const offsetY = f32x4(0.625, 0.125, 0.875, 0.375);
  const x0 = f32x4.splat(face.x0);
  const x1 = f32x4.splat(face.x1);
  const y0 = f32x4.splat(face.y0);
  const y1 = f32x4.splat(face.y1);
  const y2 = f32x4.splat(face.y2);
  const k01 = f32x4.splat(face.k01);
  const k12 = f32x4.splat(face.k12);
  const k02 = f32x4.splat(face.k02);
  const far = f32x4.splat(1e9);
  const before = f32x4.splat(-1e9);
  const longLeft = face.longLeft != 0;
  const depthOffset = f32x4.add(
    f32x4.mul(f32x4.splat(face.dx), offsetX),
    f32x4.mul(f32x4.splat(face.dy), offsetY),
  );
  const end = min(face.bottom + 1, bandTop + rows);
  const width = <f32>scene.width;
  const address = changetype<usize>(face);
  const kind = face.kind;
  const isClear = face.clear != 0;
  const rx = face.rx;
  const ry = face.ry;
  const color0 = v128.load(address, colorAt);
  const colorX = v128.load(address, colorAt + 16);
  const colorY = v128.load(address, colorAt + 32);
  const colorLow = v128.load(address, colorAt + 48);
  const colorHigh = v128.load(address, colorAt + 64);
  const dx = face.dx;
  const one = f32x4.splat(1);
  let ink = i32x4.splat(face.color);
  for (let y = max(face.top, bandTop); y < end; y++) {
    const ys = f32x4.add(f32x4.splat(<f32>y), offsetY);
    const within = v128.and(f32x4.ge(ys, y0), f32x4.lt(ys, y2));
    const long = f32x4.add(x0, f32x4.mul(f32x4.sub(ys, y0), k02));
    const short = v128.bitselect(
      f32x4.add(x0, f32x4.mul(f32x4.sub(ys, y0), k01)),
      f32x4.add(x1, f32x4.mul(f32x4.sub(ys, y1), k12)),
      f32x4.lt(ys, y1),
    );
    const left = v128.bitselect(f32x4.sub(longLeft ? long : short, offsetX), far, within);
    const right = v128.bitselect(f32x4.sub(longLeft ? short : long, offsetX), before, within);
    const from = <i32>max<f32>(0, ceil(minOf(left)));
    const to = <i32>min<f32>(width, ceil(maxOf(right)));
    if (from >= to) continue;
    const at = (<usize>((y - bandTop) * scene.width + from)) << 4;
    const down = <f32>y - ry;
    const depthRow = face.d + face.dy * down;
    const qRow = face.q + face.qy * (down + 0.5);
    const uRow = face.u + face.uy * (down + 0.5);
    const vRow = face.v + face.vy * (down + 0.5);
    const colorRow = f32x4.add(color0, f32x4.mul(colorY, f32x4.splat(down + 0.5)));
    let across = <f32>from - rx - 1;
    let column = f32x4.splat(<f32>from - 1);
    let offset: usize = at - 16;
    for (let x = from; x < to; x++) {
      across += 1;
      column = f32x4.add(column, one);
      offset += 16;
      const depth = f32x4.add(f32x4.splat(depthRow + dx * across), depthOffset);
      const depths = scene.depths + offset;
      const old = v128.load(depths);
      const mask = v128.and(v128.and(f32x4.le(left, column), f32x4.lt(column, right)), f32x4.gt(depth, old));
      if (!v128.any_true(mask)) continue;
      const colors = scene.colors + offset;
      if (kind != 0) {
        let mixed = f32x4.add(colorRow, f32x4.mul(colorX, f32x4.splat(across + 0.5)));
        if (kind != affine) {
          const w: f32 = 1 / (qRow + face.qx * (across + 0.5));
          mixed = f32x4.mul(mixed, f32x4.splat(w));
        }
        let rgba = f32x4.pmin(colorHigh, f32x4.pmax(colorLow, mixed));
        if (kind == 2) {
          const w: f32 = 1 / (qRow + face.qx * (across + 0.5));
          const u = (uRow + face.ux * (across + 0.5)) * w;
          rgba = f32x4.mul(rgba, texel(face, u, (vRow + face.vx * (across + 0.5)) * w));
        }
        // Whole numbers stand in the last bits of what is between 2^23 and 2^24.
        const whole = v128.and(f32x4.add(rgba, f32x4.splat(8388608)), i32x4.splat(255));
        const words = i16x8.narrow_i32x4_u(whole, whole);
        ink = i8x16.narrow_i16x8_u(words, words);
      }
      if (isClear) v128.store(colors, v128.bitselect(over(ink, v128.load(colors)), v128.load(colors), mask));
      else {
        v128.store(depths, v128.bitselect(depth, old, mask));
        v128.store(colors, v128.bitselect(ink, v128.load(colors), mask));
      }
    }
  }
}

/** A colour laid over four others; all of them multiplied by their opacity. */
function over(ink: v128, below: v128): v128 {
  const rest = i16x8.splat(<i16>(255 - <i32>i8x16.extract_lane_u(ink, 3)));
  return i8x16.add_sat_u(
    ink,
    i8x16.narrow_i16x8_u(
      scaled(i16x8.extend_low_i8x16_u(below), rest),
      scaled(i16x8.extend_high_i8x16_u(below), rest),
    ),
  );
}

/** Values times a share of 255, rounded. */
function scaled(values: v128, share: v128): v128 {
  const product = i16x8.add(i16x8.mul(values, share), i16x8.splat(128));
  return i16x8.shr_u(i16x8.add(product, i16x8.shr_u(product, 8)), 8);
}

/** The texture's colour at a place, as shares multiplied by opacity, mixed of the four pixels around it. */
function texel(face: Face, u: f32, v: f32): v128 {
  const width = face.textureWidth;
  const height = face.textureHeight;
  const x = min(max(u, <f32>0), <f32>1) * <f32>width - 0.5;
  const y = min(max(v, <f32>0), <f32>1) * <f32>height - 0.5;
  const left = floor(x);
  const top = floor(y);
  const shareX = f32x4.splat(x - left);
  const shareY = f32x4.splat(y - top);
  const x0 = max(0, <i32>left);
  const y0 = max(0, <i32>top);
  const x1 = min(width - 1, <i32>left + 1);
  const y1 = min(height - 1, <i32>top + 1);
  const above = mix(pixel(face, x0, y0), pixel(face, x1, y0), shareX);
  const below = mix(pixel(face, x0, y1), pixel(face, x1, y1), shareX);
  return mix(above, below, shareY);
}

function mix(a: v128, b: v128, share: v128): v128 {
  return f32x4.add(a, f32x4.mul(f32x4.sub(b, a), share));
}

function pixel(face: Face, x: i32, y: i32): v128 {
  const bytes = v128.load32_zero(face.texture + ((<usize>y * <usize>face.textureWidth + <usize>x) << 2));
  const words = i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(bytes));
  const shares = f32x4.mul(f32x4.convert_i32x4_s(words), f32x4.splat(1.0 / 255));
  const alpha = f32x4.extract_lane(shares, 3);
  return f32x4.mul(shares, f32x4.replace_lane(f32x4.splat(alpha), 3, 1));
}

/** Pixels out of their four samples. @param straight whether their colours are not to be multiplied by opacity */
function settle(from: usize, to: usize, count: i32, straight: bool): void {
  const two = i16x8.splat(2);
  for (let n = 0; n < count; n++, from += 16, to += 4) {
    const samples = v128.load(from);
    if (!v128.any_true(samples)) {
      store<u32>(to, 0);
      continue;
    }
    const pairs = i16x8.add(i16x8.extend_low_i8x16_u(samples), i16x8.extend_high_i8x16_u(samples));
    const sums = i16x8.add(pairs, v128.shuffle<i64>(pairs, pairs, 1, 0));
    const means = i16x8.shr_u(i16x8.add(sums, two), 2);
    const pixel = <u32>i32x4.extract_lane(i8x16.narrow_i16x8_u(means, means), 0);
    const alpha = pixel >> 24;
    if (!straight || alpha == 255 || alpha == 0) {
      store<u32>(to, pixel);
      continue;
    }
    for (let channel: usize = 0; channel < 3; channel++) {
      const value = (pixel >> (8 * <u32>channel)) & 255;
      store<u8>(to + channel, <u8>min<u32>(255, (value * 255 + (alpha >> 1)) / alpha));
    }
    store<u8>(to, <u8>alpha, 3);
  }
}
