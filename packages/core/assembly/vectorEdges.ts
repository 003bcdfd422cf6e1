import { CirclesTask, StrokeTask, VectorTask } from './passTasks';

/**
 * Edges of outlines, before they are counted in rows of pixels: see vectorCover.ts. Places are whole numbers of 1/1024
 * pixel, so that sums of them do not depend on their order, nor on where a surface begins.
 */

/** Parts of a pixel along a side, and their number of bits. */
export const unit: i32 = 1024;
export const unitBits: i32 = 10;

/**
 * An edge: x and y of its upper end, x and y of its lower end, the slope (x by y) as a float of 64 bits, the next edge that
 * begins in the same row, and 1 where the outline runs down it, -1 where it runs up.
 */
export const edgeBytes: usize = 32;

/** Farther than this no outline is followed, in pixels. */
const farthest: f64 = 1048576;

/** How far a chord may lie from its circle, in pixels. */
const tolerance: f64 = 0.02;

export let edges: usize = 0;
export let edgeCount: i32 = 0;
/** Rows in which edges lie: from the first to before the last. */
export let firstRow: i32 = 0;
export let endRow: i32 = 0;
let right: i32 = 0;
let bottom: i32 = 0;

let a: f64 = 1;
let b: f64 = 0;
let c: f64 = 0;
let d: f64 = 1;
let e: f64 = 0;
let f: f64 = 0;
/** Pixels of one unit of outlines, at most. */
let scale: f64 = 1;

/** Memory is known to reach this far. */
let reached: usize = 0;

/** Memory up to an address. */
export function growTo(end: usize): void {
  if (end > reached) grow(end);
}

function grow(end: usize): void {
  const pages = <i32>((end + 65535) >> 16);
  const missing = pages - memory.size();
  // Step by step it would take long.
  if (missing > 0) memory.grow(missing + 16);
  reached = (<usize>memory.size()) << 16;
}

/** Forgets all edges. From `task.edges` on memory is free. */
export function beginEdges(task: VectorTask): void {
  edges = task.edges;
  edgeCount = 0;
  right = task.width << unitBits;
  bottom = task.height << unitBits;
  firstRow = task.height;
  endRow = 0;
  a = task.a;
  b = task.b;
  c = task.c;
  d = task.d;
  e = task.e;
  f = task.f;
  scale = max(sqrt(a * a + b * b), sqrt(c * c + d * d));
}

function whole(value: f64): i32 {
  return <i32>nearest(min(max(value, -farthest), farthest) * <f64>unit);
}

/** Adds an edge between two places in pixels. */
function addEdge(fromX: f64, fromY: f64, toX: f64, toY: f64): void {
  let y0 = whole(fromY);
  let y1 = whole(toY);
  if (y0 == y1) return;
  let x0 = whole(fromX);
  let x1 = whole(toX);
  let direction = 1;
  if (y0 > y1) {
    direction = -1;
    let other = y0;
    y0 = y1;
    y1 = other;
    other = x0;
    x0 = x1;
    x1 = other;
  }
  if (y1 <= 0 || y0 >= bottom || min(x0, x1) >= right) return;
  const at = edges + <usize>edgeCount * edgeBytes;
  growTo(at + edgeBytes);
  edgeCount++;
  store<i32>(at, x0);
  store<i32>(at, y0, 4);
  store<i32>(at, x1, 8);
  store<i32>(at, y1, 12);
  store<f64>(at, <f64>(x1 - x0) / <f64>(y1 - y0), 16);
  store<i32>(at, direction, 28);
  firstRow = min(firstRow, max(y0, 0) >> unitBits);
  endRow = max(endRow, (min(y1, bottom) + unit - 1) >> unitBits);
}

/** Adds an edge between two places in units of the outline. */
function addLine(fromX: f64, fromY: f64, toX: f64, toY: f64): void {
  addEdge(a * fromX + c * fromY + e, b * fromX + d * fromY + f, a * toX + c * toY + e, b * toX + d * toY + f);
}

/** Adds an outline, closed. @param points x and y of each, 32 bits */
export function addOutline(points: usize, count: i32): void {
  if (count < 2) return;
  const last = points + ((<usize>(count - 1)) << 3);
  let x: f64 = <f64>load<f32>(last);
  let y: f64 = <f64>load<f32>(last, 4);
  let px = a * x + c * y + e;
  let py = b * x + d * y + f;
  for (let n = 0; n < count; n++, points += 8) {
    x = <f64>load<f32>(points);
    y = <f64>load<f32>(points, 4);
    const nx = a * x + c * y + e;
    const ny = b * x + d * y + f;
    addEdge(px, py, nx, ny);
    px = nx;
    py = ny;
  }
}

/** Chords that a whole circle of a radius, in units of the outline, is made of. */
function chordsOf(radius: f64): i32 {
  const pixels = radius * scale;
  if (pixels <= 4 * tolerance) return 8;
  // A chord lies r (1 - cos(angle / 2)) from its circle.
  return max(8, <i32>ceil(Math.PI / NativeMath.acos(1 - tolerance / pixels)));
}

/** Adds a circle: a polygon of the same area. */
function addCircle(x: f64, y: f64, radius: f64): void {
  if (!(radius > 0)) return;
  const count = chordsOf(radius);
  const step = (2 * Math.PI) / <f64>count;
  const cos = NativeMath.cos(step);
  const sin = NativeMath.sin(step);
  let u = radius * sqrt(step / sin);
  let v: f64 = 0;
  const first = u;
  for (let n = 0; n < count; n++) {
    const isLast = n == count - 1;
    const nextU = isLast ? first : u * cos - v * sin;
    const nextV = isLast ? 0 : u * sin + v * cos;
    addLine(x + u, y + v, x + nextU, y + nextV);
    u = nextU;
    v = nextV;
  }
}

/** Adds circles, each with its radius, all of them so much larger. */
export function addCircles(task: CirclesTask): void {
  let at = task.circles;
  for (let n = 0; n < task.count; n++, at += 12)
    addCircle(<f64>load<f32>(at), <f64>load<f32>(at, 4), <f64>load<f32>(at, 8) + <f64>task.wider);
}

/**
 * An arc around a place, from one place on it to another by way of the side that the first one is turned to. The edges run
 * from the first to the second, or the other way round.
 */
function addArc(
  x: f64,
  y: f64,
  fromX: f64,
  fromY: f64,
  toX: f64,
  toY: f64,
  turn: f64,
  backwards: bool,
): void {
  const radius = sqrt(fromX * fromX + fromY * fromY);
  const count = max(1, <i32>ceil((<f64>chordsOf(radius) * abs(turn)) / (2 * Math.PI)));
  const step = turn / <f64>count;
  const cos = NativeMath.cos(step);
  const sin = NativeMath.sin(step);
  // A little outside of the circle, so that the area is that of the circle.
  const out = count > 1 ? sqrt(step / sin) : 1;
  let u = fromX;
  let v = fromY;
  let px = fromX;
  let py = fromY;
  for (let n = 0; n < count; n++) {
    const isLast = n == count - 1;
    const nextU = u * cos - v * sin;
    v = u * sin + v * cos;
    u = nextU;
    const nextX = isLast ? toX : u * out;
    const nextY = isLast ? toY : v * out;
    if (backwards) addLine(x + nextX, y + nextY, x + px, y + py);
    else addLine(x + px, y + py, x + nextX, y + nextY);
    px = nextX;
    py = nextY;
  }
}

/**
 * The corner between two pieces of a line at a place, n and m being half its width to the left of each. Each piece is a
 * rectangle, the corner a wedge on its outer side, all of them running the same way round: so they unite where they overlap.
 * On the inner side the two ends are joined directly where that takes away only what both rectangles cover.
 */
function addCorner(x: f64, y: f64, nx: f64, ny: f64, mx: f64, my: f64, round: bool, shortest: f64): void {
  const square = nx * nx + ny * ny;
  const across = nx * my - ny * mx;
  const along = nx * mx + ny * my;
  const direct = along > 0 && abs(across) <= shortest * sqrt(square);
  if (across > 0) {
    if (direct) addLine(x + nx, y + ny, x + mx, y + my);
    else {
      addLine(x + nx, y + ny, x, y);
      addLine(x, y, x + mx, y + my);
    }
    if (round) addArc(x, y, -nx, -ny, -mx, -my, NativeMath.atan2(across, along), true);
    else addLine(x - mx, y - my, x - nx, y - ny);
  } else {
    if (direct) addLine(x - mx, y - my, x - nx, y - ny);
    else {
      addLine(x - mx, y - my, x, y);
      addLine(x, y, x - nx, y - ny);
    }
    // A line that turns right back does so around its outer side.
    const turn = across == 0 && along < 0 ? -Math.PI : NativeMath.atan2(across, along);
    if (round) addArc(x, y, nx, ny, mx, my, turn, false);
    else addLine(x + nx, y + ny, x + mx, y + my);
  }
}

/** The end of a line: from half its width on one side to the other. */
function addEnd(x: f64, y: f64, nx: f64, ny: f64, round: bool): void {
  if (round) addArc(x, y, nx, ny, -nx, -ny, -Math.PI, false);
  else addLine(x + nx, y + ny, x - nx, y - ny);
}

/** Draws a line through places, none of them twice in a row. @param at x and y of each, 64 bits */
function addPolyline(
  at: usize,
  count: i32,
  closed: bool,
  half: f64,
  roundEnds: bool,
  roundCorners: bool,
): void {
  const pieces = closed ? count : count - 1;
  let beforeX: f64 = 0;
  let beforeY: f64 = 0;
  let beforeLength: f64 = 0;
  let firstX: f64 = 0;
  let firstY: f64 = 0;
  let firstLength: f64 = 0;
  for (let n = 0; n < pieces; n++) {
    const from = at + ((<usize>n) << 4);
    const to = n + 1 == count ? at : from + 16;
    const x = load<f64>(from);
    const y = load<f64>(from, 8);
    const nextX = load<f64>(to);
    const nextY = load<f64>(to, 8);
    const dx = nextX - x;
    const dy = nextY - y;
    const length = sqrt(dx * dx + dy * dy);
    const times = half / length;
    const nx = -dy * times;
    const ny = dx * times;
    addLine(x + nx, y + ny, nextX + nx, nextY + ny);
    addLine(nextX - nx, nextY - ny, x - nx, y - ny);
    if (n > 0) addCorner(x, y, beforeX, beforeY, nx, ny, roundCorners, min(beforeLength, length));
    else {
      firstX = nx;
      firstY = ny;
      firstLength = length;
      if (!closed) addEnd(x, y, -nx, -ny, roundEnds);
    }
    if (n == pieces - 1) {
      if (closed) addCorner(nextX, nextY, nx, ny, firstX, firstY, roundCorners, min(length, firstLength));
      else addEnd(nextX, nextY, nx, ny, roundEnds);
    }
    beforeX = nx;
    beforeY = ny;
    beforeLength = length;
  }
}

/** Copies the points of a line, those that lie on the one before left out. Gives back how many there are. */
function distinct(task: StrokeTask, to: usize): i32 {
  let from = task.points;
  let count = 0;
  for (let n = 0; n < task.count; n++, from += 8) {
    const x: f64 = <f64>load<f32>(from);
    const y: f64 = <f64>load<f32>(from, 4);
    const last = to + ((<usize>count) << 4);
    if (count > 0 && load<f64>(last - 16) == x && load<f64>(last - 16, 8) == y) continue;
    store<f64>(last, x);
    store<f64>(last, y, 8);
    count++;
  }
  if (task.closed != 0) {
    while (count > 1) {
      const last = to + ((<usize>(count - 1)) << 4);
      if (load<f64>(last) != load<f64>(to) || load<f64>(last, 8) != load<f64>(to, 8)) break;
      count--;
    }
  }
  return count;
}

/** Adds a line through points, with its corners, ends and dashes. */
export function addStroke(task: StrokeTask): void {
  const half: f64 = <f64>task.width / 2;
  if (!(half > 0)) return;
  const all = task.work;
  const count = distinct(task, all);
  const roundEnds = task.roundEnds != 0;
  const roundCorners = task.roundCorners != 0;
  if (count < 2) {
    // Nothing but a place: its round ends are a dot.
    if (count == 1 && roundEnds && task.count > 1) addCircle(load<f64>(all), load<f64>(all, 8), half);
    return;
  }
  // Two places one way and back have no inside of their own, but two corners.
  const closed = task.closed != 0 && count > 1;
  if (task.dashCount == 0) addPolyline(all, count, closed, half, roundEnds, roundCorners);
  else addDashes(task, all, count, closed, half);
}

/** Lengths of dashes and gaps, one after another. */
let pattern: usize = 0;
let patternCount: i32 = 0;
let patternAt: i32 = 0;
/** What is left of the dash or gap that a place lies in. */
let left: f64 = 0;

function beginPattern(task: StrokeTask): bool {
  pattern = task.dashes;
  patternCount = task.dashCount;
  let sum: f64 = 0;
  for (let n = 0; n < patternCount; n++) sum += <f64>load<f32>(pattern + ((<usize>n) << 2));
  if (!(sum > 0)) return false;
  let offset: f64 = <f64>task.dashOffset;
  offset -= sum * floor(offset / sum);
  patternAt = 0;
  left = <f64>load<f32>(pattern);
  for (let n = 0; n < patternCount && offset >= left; n++) {
    offset -= left;
    patternAt = (patternAt + 1) % patternCount;
    left = <f64>load<f32>(pattern + ((<usize>patternAt) << 2));
  }
  left -= offset;
  return true;
}

function addDashes(task: StrokeTask, all: usize, count: i32, closed: bool, half: f64): void {
  const roundEnds = task.roundEnds != 0;
  const roundCorners = task.roundCorners != 0;
  if (!beginPattern(task)) {
    addPolyline(all, count, closed, half, roundEnds, roundCorners);
    return;
  }
  const dash = all + ((<usize>count) << 4);
  // A closed line that begins and ends in a dash has one dash there, not two.
  const startsOn = patternAt % 2 == 0;
  let isOn = startsOn;
  let isFirst = startsOn && closed;
  /** The first dash of a closed line: places in room of its own, drawn at the end. */
  const firstDash = dash + ((<usize>(2 * count + 4)) << 4);
  let firstCount = 0;
  let dashCount = 0;
  const pieces = closed ? count : count - 1;
  if (isOn) dashCount = put(dash, 0, load<f64>(all), load<f64>(all, 8));
  for (let n = 0; n < pieces; n++) {
    const from = all + ((<usize>n) << 4);
    const to = n + 1 == count ? all : from + 16;
    const x = load<f64>(from);
    const y = load<f64>(from, 8);
    const dx = load<f64>(to) - x;
    const dy = load<f64>(to, 8) - y;
    const length = sqrt(dx * dx + dy * dy);
    let at: f64 = 0;
    while (length - at > left) {
      at += left;
      const px = x + (dx * at) / length;
      const py = y + (dy * at) / length;
      if (isOn) {
        dashCount = put(dash, dashCount, px, py);
        if (isFirst) {
          memory.copy(firstDash, dash, (<usize>dashCount) << 4);
          firstCount = dashCount;
          isFirst = false;
        } else drawDash(dash, dashCount, half, roundEnds, roundCorners, dx, dy);
        dashCount = 0;
      } else dashCount = put(dash, 0, px, py);
      isOn = !isOn;
      patternAt = (patternAt + 1) % patternCount;
      left = <f64>load<f32>(pattern + ((<usize>patternAt) << 2));
    }
    left -= length - at;
    if (isOn) dashCount = put(dash, dashCount, load<f64>(to), load<f64>(to, 8));
  }
  if (isFirst) {
    // One dash goes all the way round.
    addPolyline(all, count, true, half, roundEnds, roundCorners);
    return;
  }
  if (isOn && firstCount > 0) {
    for (let n = 0; n < firstCount; n++) {
      const from = firstDash + ((<usize>n) << 4);
      dashCount = put(dash, dashCount, load<f64>(from), load<f64>(from, 8));
    }
    drawDash(dash, dashCount, half, roundEnds, roundCorners, 1, 0);
    return;
  }
  if (firstCount > 0) drawDash(firstDash, firstCount, half, roundEnds, roundCorners, 1, 0);
  if (isOn) drawDash(dash, dashCount, half, roundEnds, roundCorners, 1, 0);
}

/** Adds a place to those of a dash, unless it lies on the last one. Gives back how many there are. */
function put(dash: usize, count: i32, x: f64, y: f64): i32 {
  const at = dash + ((<usize>count) << 4);
  if (count > 0 && load<f64>(at - 16) == x && load<f64>(at - 16, 8) == y) return count;
  store<f64>(at, x);
  store<f64>(at, y, 8);
  return count + 1;
}

function drawDash(
  dash: usize,
  count: i32,
  half: f64,
  roundEnds: bool,
  roundCorners: bool,
  dx: f64,
  dy: f64,
): void {
  if (count > 1) addPolyline(dash, count, false, half, roundEnds, roundCorners);
  else if (count == 1 && roundEnds) addCircle(load<f64>(dash), load<f64>(dash, 8), half);
}

/** Adds straight lines, each by itself: x and y of both ends. */
export function addStrokes(task: StrokeTask): void {
  const half: f64 = <f64>task.width / 2;
  if (!(half > 0)) return;
  const roundEnds = task.roundEnds != 0;
  const work = task.work;
  let from = task.points;
  for (let n = 0; n < task.count; n++, from += 16) {
    store<f64>(work, <f64>load<f32>(from));
    store<f64>(work, <f64>load<f32>(from, 4), 8);
    store<f64>(work, <f64>load<f32>(from, 8), 16);
    store<f64>(work, <f64>load<f32>(from, 12), 24);
    if (load<f64>(work) == load<f64>(work, 16) && load<f64>(work, 8) == load<f64>(work, 24)) {
      if (roundEnds) addCircle(load<f64>(work), load<f64>(work, 8), half);
    } else addPolyline(work, 2, false, half, roundEnds, false);
  }
}
