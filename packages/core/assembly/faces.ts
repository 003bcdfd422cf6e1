import { MeshTask, SceneTask } from './sceneTask';

/** From corners in space to faces in the picture, ready to be painted. */

/** A triangle in the picture. Gradients are per pixel, from the corner `rx`, `ry`. */
@unmanaged
export class Face {
  /** Corners from top to bottom. */
  x0: f32;
  y0: f32;
  x1: f32;
  y1: f32;
  x2: f32;
  y2: f32;
  /** How far x goes per row along the edges 0-1, 1-2 and 0-2. */
  k01: f32;
  k12: f32;
  k02: f32;
  /** 1 where the edge 0-2 is on the left. */
  longLeft: i32;
  /** First and last row, and first and last column, within the picture. */
  top: i32;
  bottom: i32;
  left: i32;
  right: i32;
  rx: f32;
  ry: f32;
  /** Depth, the larger the nearer, and 1 / w. */
  d: f32;
  dx: f32;
  dy: f32;
  q: f32;
  qx: f32;
  qy: f32;
  /** Place on the texture / w. */
  u: f32;
  ux: f32;
  uy: f32;
  v: f32;
  vx: f32;
  vy: f32;
  /** 0 one colour, 1 a colour from each corner, 2 a texture times that, 3 as 1 with so little depth that perspective does not show. */
  kind: i32;
  /** The one colour, multiplied by opacity. */
  color: u32;
  texture: usize;
  textureWidth: i32;
  textureHeight: i32;
  /** 1 where it is seen through. */
  clear: i32;
  /** Where it stands among those that are seen through: the nearest last. */
  key: f32;
  spare: i32;
}

/** Behind that: four floats each of colour / w, how that changes per pixel across and down, and its least and most. */
export const colorAt: usize = 160;
export const faceBytes: usize = 240;

/** A corner in the picture: x, y, depth and w, then colour and texture place. */
@unmanaged
class Corner {
  x: f32;
  y: f32;
  d: f32;
  w: f32;
  r: f32;
  g: f32;
  b: f32;
  a: f32;
  u: f32;
  v: f32;
}

/** Room for the corners of a face and of what is left of it when it is cut. */
const corners: usize = memory.data(16 * 40);
const cut: usize = memory.data(16 * 40);

function cornerAt(work: usize, index: i32): Corner {
  return changetype<Corner>(work + <usize>index * 40);
}

/** Places as x, y and depth, each times w, and w. */
function project(scene: SceneTask, mesh: MeshTask): void {
  const m = scene.matrix;
  const rowX = v128.load(m);
  const rowY = v128.load(m, 16);
  const rowD = v128.load(m, 32);
  const rowW = v128.load(m, 48);
  let from = mesh.positions;
  let to = mesh.projected;
  for (let n = mesh.corners; n > 0; n--, from += 12, to += 16) {
    const x = load<f32>(from);
    const y = load<f32>(from, 4);
    const z = load<f32>(from, 8);
    store<f32>(to, dot(rowX, x, y, z));
    store<f32>(to, dot(rowY, x, y, z), 4);
    store<f32>(to, dot(rowD, x, y, z), 8);
    store<f32>(to, dot(rowW, x, y, z), 12);
  }
}

function dot(row: v128, x: f32, y: f32, z: f32): f32 {
  return (
    f32x4.extract_lane(row, 0) * x +
    f32x4.extract_lane(row, 1) * y +
    f32x4.extract_lane(row, 2) * z +
    f32x4.extract_lane(row, 3)
  );
}

/** A corner as it was projected, with its colour as four floats multiplied by opacity. */
function readCorner(out: Corner, mesh: MeshTask, index: u32, color: usize): void {
  const at = mesh.projected + ((<usize>index) << 4);
  out.x = load<f32>(at);
  out.y = load<f32>(at, 4);
  out.d = load<f32>(at, 8);
  out.w = load<f32>(at, 12);
  const a = <f32>load<u8>(color, 3);
  const share = a / 255;
  out.r = <f32>load<u8>(color) * share;
  out.g = <f32>load<u8>(color, 1) * share;
  out.b = <f32>load<u8>(color, 2) * share;
  out.a = a;
  if (mesh.places != 0) {
    out.u = load<f32>(mesh.places + ((<usize>index) << 3));
    out.v = load<f32>(mesh.places + ((<usize>index) << 3), 4);
  }
}

/** What lies between two corners. */
function between(out: Corner, a: Corner, b: Corner, share: f32): void {
  for (let i: usize = 0; i < 40; i += 4) {
    const from = load<f32>(changetype<usize>(a) + i);
    store<f32>(changetype<usize>(out) + i, from + (load<f32>(changetype<usize>(b) + i) - from) * share);
  }
}

/** Cuts away what of a face is nearer than the least w. Gives the corners back that are left in `cut`. */
function cutNear(near: f32): i32 {
  let count = 0;
  for (let i = 0; i < 3; i++) {
    const a = cornerAt(corners, i);
    const b = cornerAt(corners, i == 2 ? 0 : i + 1);
    if (a.w >= near) {
      memory.copy(cut + <usize>count * 40, changetype<usize>(a), 40);
      count++;
    }
    if (a.w >= near != b.w >= near) {
      // From the one within on, whichever way the face goes: neighbours are cut at the same place.
      const isIn = a.w >= near;
      const from = isIn ? a : b;
      const to = isIn ? b : a;
      between(cornerAt(cut, count++), from, to, (near - from.w) / (to.w - from.w));
    }
  }
  return count;
}

/** Lays faces into the picture. Gives back how many there are now. */
export function addFaces(scene: SceneTask, mesh: MeshTask): i32 {
  project(scene, mesh);
  let at = mesh.indices;
  for (let n = 0; n < mesh.count; n++, at += 12) {
    const first = load<u32>(at);
    const second = load<u32>(at, 4);
    const third = load<u32>(at, 8);
    const faceColor = mesh.colors + ((<usize>n) << 2);
    const perFace = mesh.perFace != 0;
    readCorner(cornerAt(corners, 0), mesh, first, perFace ? faceColor : mesh.colors + ((<usize>first) << 2));
    readCorner(
      cornerAt(corners, 1),
      mesh,
      second,
      perFace ? faceColor : mesh.colors + ((<usize>second) << 2),
    );
    readCorner(cornerAt(corners, 2), mesh, third, perFace ? faceColor : mesh.colors + ((<usize>third) << 2));
    const left = cutNear(scene.near);
    for (let i = 2; i < left; i++)
      putFace(scene, mesh, cornerAt(cut, 0), cornerAt(cut, i - 1), cornerAt(cut, i));
  }
  return scene.count;
}

/** Divides by w, in place. */
function divide(corner: Corner): void {
  const q: f32 = 1 / corner.w;
  corner.x *= q;
  corner.y *= q;
  corner.d *= q;
}

/** A face out of three corners that are not divided by w yet; they stay as they are. */
function putFace(scene: SceneTask, mesh: MeshTask, a: Corner, b: Corner, c: Corner): void {
  const qa: f32 = 1 / a.w;
  const qb: f32 = 1 / b.w;
  const qc: f32 = 1 / c.w;
  put(
    scene,
    mesh,
    a.x * qa,
    a.y * qa,
    b.x * qb,
    b.y * qb,
    c.x * qc,
    c.y * qc,
    a.d * qa,
    b.d * qb,
    c.d * qc,
    qa,
    qb,
    qc,
    a,
    b,
    c,
  );
}

function put(
  scene: SceneTask,
  mesh: MeshTask,
  ax: f32,
  ay: f32,
  bx: f32,
  by: f32,
  cx: f32,
  cy: f32,
  ad: f32,
  bd: f32,
  cd: f32,
  qa: f32,
  qb: f32,
  qc: f32,
  a: Corner,
  b: Corner,
  c: Corner,
): void {
  const det = <f64>(bx - ax) * <f64>(cy - ay) - <f64>(cx - ax) * <f64>(by - ay);
  // Seen from the front the corners go round against the clock, and y grows downwards.
  if (!(abs(det) > 1e-7) || (mesh.cull != 0 && det > 0)) return;
  const lowX = min(ax, min(bx, cx));
  const highX = max(ax, max(bx, cx));
  const lowY = min(ay, min(by, cy));
  const highY = max(ay, max(by, cy));
  if (!(highX >= 0 && highY >= 0 && lowX < <f32>scene.width && lowY < <f32>scene.height)) return;
  const face = changetype<Face>(scene.faces + <usize>scene.count * faceBytes);
  face.left = <i32>max<f32>(0, floor(lowX));
  face.top = <i32>max<f32>(0, floor(lowY));
  face.right = <i32>min<f32>(<f32>(scene.width - 1), floor(highX));
  face.bottom = <i32>min<f32>(<f32>(scene.height - 1), floor(highY));
  sortCorners(face, ax, ay, bx, by, cx, cy);
  face.rx = ax;
  face.ry = ay;
  const inverse = 1 / det;
  const lift: f32 = 1 + mesh.lift;
  const size = changetype<usize>(face);
  plane(size + offsetof<Face>('d'), inverse, ax, ay, bx, by, cx, cy, ad * lift, bd * lift, cd * lift);
  plane(size + offsetof<Face>('q'), inverse, ax, ay, bx, by, cx, cy, qa, qb, qc);
  face.clear = mesh.clear;
  face.key = ad + bd + cd;
  face.texture = mesh.texture;
  const textured = mesh.texture != 0 && mesh.places != 0;
  const oneColor = mesh.perFace != 0 && !textured;
  // Of colours that are off by less than a hundredth of their difference nothing is seen.
  const isFlat = max(qa, max(qb, qc)) < 1.03 * min(qa, min(qb, qc));
  face.kind = textured ? 2 : oneColor ? 0 : isFlat ? 3 : 1;
  const isAffine = face.kind == 3;
  face.color =
    (<u32>(a.r + 0.5)) | ((<u32>(a.g + 0.5)) << 8) | ((<u32>(a.b + 0.5)) << 16) | ((<u32>(a.a + 0.5)) << 24);
  if (!oneColor) {
    const out = size + colorAt;
    for (let i: usize = 0; i < 16; i += 4) {
      const from = load<f32>(changetype<usize>(a) + i, 16);
      const second = load<f32>(changetype<usize>(b) + i, 16);
      const third = load<f32>(changetype<usize>(c) + i, 16);
      const ka: f32 = isAffine ? 1 : qa;
      const kb: f32 = isAffine ? 1 : qb;
      const kc: f32 = isAffine ? 1 : qc;
      plane(scratch, inverse, ax, ay, bx, by, cx, cy, from * ka, second * kb, third * kc);
      store<f32>(out + i, load<f32>(scratch));
      store<f32>(out + i, load<f32>(scratch, 4), 16);
      store<f32>(out + i, load<f32>(scratch, 8), 32);
      store<f32>(out + i, min(from, min(second, third)), 48);
      store<f32>(out + i, max(from, max(second, third)), 64);
    }
  }
  if (textured) {
    face.textureWidth = mesh.textureWidth;
    face.textureHeight = mesh.textureHeight;
    plane(size + offsetof<Face>('u'), inverse, ax, ay, bx, by, cx, cy, a.u * qa, b.u * qb, c.u * qc);
    plane(size + offsetof<Face>('v'), inverse, ax, ay, bx, by, cx, cy, a.v * qa, b.v * qb, c.v * qc);
  }
  scene.count++;
}

const scratch: usize = memory.data(16);

/** Writes a value at the first corner, and how it changes per pixel across and down. */
function plane(
  out: usize,
  inverse: f64,
  ax: f32,
  ay: f32,
  bx: f32,
  by: f32,
  cx: f32,
  cy: f32,
  a: f32,
  b: f32,
  c: f32,
): void {
  const toB = <f64>(b - a);
  const toC = <f64>(c - a);
  store<f32>(out, a);
  store<f32>(out, <f32>((toB * <f64>(cy - ay) - toC * <f64>(by - ay)) * inverse), 4);
  store<f32>(out, <f32>((toC * <f64>(bx - ax) - toB * <f64>(cx - ax)) * inverse), 8);
}

/** Corners from top to bottom; of two in one row the left one first, so that an edge is the same in both faces that share it. */
function sortCorners(face: Face, ax: f32, ay: f32, bx: f32, by: f32, cx: f32, cy: f32): void {
  let x0 = ax;
  let y0 = ay;
  let x1 = bx;
  let y1 = by;
  let x2 = cx;
  let y2 = cy;
  if (isAfter(x0, y0, x1, y1)) {
    const x = x0;
    const y = y0;
    x0 = x1;
    y0 = y1;
    x1 = x;
    y1 = y;
  }
  if (isAfter(x1, y1, x2, y2)) {
    const x = x1;
    const y = y1;
    x1 = x2;
    y1 = y2;
    x2 = x;
    y2 = y;
    if (isAfter(x0, y0, x1, y1)) {
      const x3 = x0;
      const y3 = y0;
      x0 = x1;
      y0 = y1;
      x1 = x3;
      y1 = y3;
    }
  }
  face.x0 = x0;
  face.y0 = y0;
  face.x1 = x1;
  face.y1 = y1;
  face.x2 = x2;
  face.y2 = y2;
  face.k01 = (x1 - x0) / (y1 - y0);
  face.k12 = (x2 - x1) / (y2 - y1);
  face.k02 = (x2 - x0) / (y2 - y0);
  face.longLeft = <f64>(x1 - x0) * <f64>(y2 - y0) > <f64>(x2 - x0) * <f64>(y1 - y0) ? 1 : 0;
}

function isAfter(x0: f32, y0: f32, x1: f32, y1: f32): bool {
  return y0 > y1 || (y0 == y1 && x0 > x1);
}

/** Lays lines into the picture, each as two faces. Gives back how many faces there are now. */
export function addLines(scene: SceneTask, mesh: MeshTask): i32 {
  project(scene, mesh);
  let at = mesh.indices;
  for (let n = 0; n < mesh.count; n++, at += 8) {
    const first = load<u32>(at);
    const second = load<u32>(at, 4);
    const perFace = mesh.perFace != 0;
    const own = mesh.colors + ((<usize>n) << 2);
    const a = cornerAt(corners, 0);
    const b = cornerAt(corners, 1);
    readCorner(a, mesh, first, perFace ? own : mesh.colors + ((<usize>first) << 2));
    readCorner(b, mesh, second, perFace ? own : mesh.colors + ((<usize>second) << 2));
    if (a.w < scene.near && b.w < scene.near) continue;
    if (a.w < scene.near) between(a, a, b, (scene.near - a.w) / (b.w - a.w));
    else if (b.w < scene.near) between(b, b, a, (scene.near - b.w) / (a.w - b.w));
    const qa: f32 = 1 / a.w;
    const qb: f32 = 1 / b.w;
    const ax = a.x * qa;
    const ay = a.y * qa;
    const bx = b.x * qb;
    const by = b.y * qb;
    const length = sqrt((bx - ax) * (bx - ax) + (by - ay) * (by - ay));
    if (!(length > 1e-6)) continue;
    // Across the line, half of its width.
    const nx = (by - ay) / length / 2;
    const ny = (ax - bx) / length / 2;
    const wa = mesh.perspective != 0 ? mesh.size * qa : mesh.size;
    const wb = mesh.perspective != 0 ? mesh.size * qb : mesh.size;
    const ad = a.d * qa;
    const bd = b.d * qb;
    const ax0 = ax + nx * wa;
    const ay0 = ay + ny * wa;
    const ax1 = ax - nx * wa;
    const ay1 = ay - ny * wa;
    const bx0 = bx + nx * wb;
    const by0 = by + ny * wb;
    const bx1 = bx - nx * wb;
    const by1 = by - ny * wb;
    put(scene, mesh, ax0, ay0, ax1, ay1, bx0, by0, ad, ad, bd, qa, qa, qb, a, a, b);
    put(scene, mesh, ax1, ay1, bx1, by1, bx0, by0, ad, bd, bd, qa, qb, qb, a, b, b);
  }
  return scene.count;
}

/** Lays points into the picture, each as a polygon of eight corners. Gives back how many faces there are now. */
export function addPoints(scene: SceneTask, mesh: MeshTask): i32 {
  project(scene, mesh);
  let at = mesh.indices;
  for (let n = 0; n < mesh.count; n++, at += 4) {
    const index = load<u32>(at);
    const own = mesh.colors + ((<usize>(mesh.perFace != 0 ? <u32>n : index)) << 2);
    const a = cornerAt(corners, 0);
    readCorner(a, mesh, index, own);
    if (a.w < scene.near) continue;
    const q: f32 = 1 / a.w;
    const x = a.x * q;
    const y = a.y * q;
    const d = a.d * q;
    const r = (mesh.perspective != 0 ? mesh.size * q : mesh.size) / 2;
    // An eighth of a turn further each: the area is that of the circle when r is 1.054 times its radius.
    const extent: f32 = r * 1.0539;
    const s: f32 = extent * 0.70710678;
    const x0 = x + extent;
    put(scene, mesh, x0, y, x + s, y - s, x, y - extent, d, d, d, q, q, q, a, a, a);
    put(scene, mesh, x0, y, x, y - extent, x - s, y - s, d, d, d, q, q, q, a, a, a);
    put(scene, mesh, x0, y, x - s, y - s, x - extent, y, d, d, d, q, q, q, a, a, a);
    put(scene, mesh, x0, y, x - extent, y, x - s, y + s, d, d, d, q, q, q, a, a, a);
    put(scene, mesh, x0, y, x - s, y + s, x, y + extent, d, d, d, q, q, q, a, a, a);
    put(scene, mesh, x0, y, x, y + extent, x + s, y + s, d, d, d, q, q, q, a, a, a);
  }
  return scene.count;
}
