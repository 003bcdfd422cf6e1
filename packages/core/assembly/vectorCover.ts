import { edgeBytes, edgeCount, edges, endRow, firstRow, growTo, unit, unitBits } from './vectorEdges';

/**
 * How much of each pixel of a row lies within outlines: exact areas of what their edges, in 1/1024 pixel, surround.
 *
 * Most rows are simple: every edge goes through all of it, no two meet in a pixel, and nothing lies in two outlines. There
 * the signed areas to the right of all edges add up to what is covered. Of every other row the pixels that edges lie in
 * are worked out by themselves: between two heights at which an edge ends or crosses another they stand in one order, and
 * what is inside follows from how often the outlines wind around it. All sums are of whole numbers, or are taken in an
 * order that follows from the edges' places; so nothing depends on the order in which outlines come.
 */

/** Twice the area of a pixel. */
const full: i32 = 2 * unit * unit;
const fullBits: i32 = 2 * unitBits + 1;

/** Nothing but areas are added up where no more edges than this lie in a row: their sums fit. */
const maxSimple: i32 = 1000;

/** Bytes of a piece of an edge in a pixel: the next one, x and y of its ends within the pixel, and its direction. */
const pieceBytes: usize = 16;

/** Bytes of a piece that is looked at: its address and direction; x and y of its upper end, y of its lower one, its slope. */
const entryBytes: usize = 40;

/** More pieces than this in a pixel are not looked at in pairs: heights are taken in even steps instead. */
const maxPairs: i32 = 6;
const evenSteps: i32 = 16;

let width: i32 = 0;
let evenOdd: bool = false;

/** Room: first edge of each row, edges of this row, areas and masks of its pixels, their pieces, and what is covered. */
let heads: usize = 0;
let active: usize = 0;
let activeCount: i32 = 0;
let areas: usize = 0;
let masks: usize = 0;
let lists: usize = 0;
/** Whether two edges lie in the same height of a pixel. */
let meets: usize = 0;
let breaks: usize = 0;
let heights: usize = 0;
let order: usize = 0;
let pieces: usize = 0;
let pieceCount: i32 = 0;

/** What is covered of the pixels of a row, 0 to 65535: 16 bits each. */
export let cover: usize = 0;
/** Pixels of the row in which something is covered, at most: from the first to before the last. */
export let firstColumn: i32 = 0;
export let endColumn: i32 = 0;

/** Where this row has edges left of the picture, and of pixels. */
let least: i32 = 0;
let most: i32 = 0;
let isMixed: bool = false;

function aligned(address: usize): usize {
  return (address + 15) & ~15;
}

/** Makes ready for rows. Memory behind the edges is used. Gives back where that ends. */
export function beginCover(pixels: i32, rule: i32): usize {
  width = pixels;
  evenOdd = rule != 0;
  const wide = <usize>pixels + 16;
  heads = aligned(edges + <usize>edgeCount * edgeBytes);
  active = aligned(heads + ((<usize>(endRow + 1)) << 2));
  areas = aligned(active + ((<usize>edgeCount) << 2));
  masks = aligned(areas + (wide << 2));
  lists = aligned(masks + (wide << 2));
  meets = aligned(lists + (wide << 2));
  cover = aligned(meets + wide);
  breaks = aligned(cover + (wide << 1));
  // An edge begins and ends once, to the left of pixels or in them.
  heights = aligned(breaks + ((<usize>(2 * edgeCount + 8)) << 3));
  const steps = <usize>max(2 * maxPairs + maxPairs * maxPairs, 2 * evenSteps) + <usize>(2 * edgeCount + 8);
  order = aligned(heights + (steps << 3));
  // Pieces of a pixel as they come, and those of a band in order.
  pieces = aligned(order + <usize>(edgeCount + 8) * (entryBytes + 16));
  growTo(pieces + pieceBytes);
  memory.fill(areas, 0, cover - areas);
  memory.fill(heads, 0xff, active - heads);
  for (let n = 0; n < edgeCount; n++) {
    const edge = edges + <usize>n * edgeBytes;
    const row = max(load<i32>(edge, 4), 0) >> unitBits;
    const head = heads + ((<usize>row) << 2);
    store<i32>(edge, load<i32>(head), 24);
    store<i32>(head, n);
  }
  activeCount = 0;
  return pieces;
}

/** A piece of an edge in a pixel of this row, in parts of it; y is less at its first end. */
function addPiece(column: i32, x0: i32, y0: i32, x1: i32, y1: i32, direction: i32): void {
  if (y0 == y1) return;
  const piece = pieces + <usize>pieceCount * pieceBytes;
  growTo(piece + pieceBytes);
  pieceCount++;
  const place = (<usize>column) << 2;
  store<i32>(piece, load<i32>(lists + place));
  store<i32>(lists + place, pieceCount);
  store<u16>(piece, <u16>x0, 4);
  store<u16>(piece, <u16>y0, 6);
  store<u16>(piece, <u16>x1, 8);
  store<u16>(piece, <u16>y1, 10);
  store<i32>(piece, direction, 12);
  least = min(least, column);
  most = max(most, column);
  const tall = (y1 - y0) * direction;
  const area = tall * (x0 + x1);
  const at = areas + place;
  store<i32>(at, load<i32>(at) + tall * (2 * unit) - area);
  store<i32>(at, load<i32>(at, 4) + area, 4);
  // In which 32nds of the row an edge lies here.
  const low = y0 >> 5;
  const high = (y1 - 1) >> 5;
  const mask = ((<u32>0xffffffff) >> (31 - (high - low))) << low;
  const known = load<u32>(masks + place);
  if ((known & mask) != 0) {
    isMixed = true;
    store<u8>(meets + <usize>column, 1);
  }
  store<u32>(masks + place, known | mask);
}

/** What lies left of the picture counts as if it ran down its side. */
function addLeft(y0: i32, y1: i32, direction: i32): void {
  if (y0 == y1) return;
  least = min(least, 0);
  store<i32>(areas, load<i32>(areas) + (y1 - y0) * direction * (2 * unit));
  addBreak(y0, direction);
  addBreak(y1, -direction);
}

/** The part of an edge in a row. */
function addEdgeIn(edge: usize, top: i32): void {
  const x0 = load<i32>(edge);
  const y0 = load<i32>(edge, 4);
  const x1 = load<i32>(edge, 8);
  const y1 = load<i32>(edge, 12);
  const slope = load<f64>(edge, 16);
  const direction = load<i32>(edge, 28);
  const from = max(y0, top);
  const to = min(y1, top + unit);
  if (from > top || to < top + unit) isMixed = true;
  let x = from == y0 ? x0 : x0 + <i32>nearest(<f64>(from - y0) * slope);
  const last = to == y1 ? x1 : x0 + <i32>nearest(<f64>(to - y0) * slope);
  let y = from - top;
  const end = to - top;
  const side = width << unitBits;
  if (x >= side && last >= side) return;
  if (x <= 0 && last <= 0) {
    addLeft(y, end, direction);
    return;
  }
  if (x >= 0 && last >= 0 && x < side && last < side && x >> unitBits == last >> unitBits) {
    const column = x >> unitBits;
    addPiece(column, x - (column << unitBits), y, last - (column << unitBits), end, direction);
    return;
  }
  const steep = <f64>(y1 - y0) / <f64>(x1 - x0);
  if (last >= x) {
    if (x < 0) {
      const next = min(max(y0 + <i32>nearest(<f64>-x0 * steep) - top, y), end);
      addLeft(y, next, direction);
      x = 0;
      y = next;
    }
    let column = x >> unitBits;
    while (column < width) {
      const border = (column + 1) << unitBits;
      if (last <= border) {
        addPiece(column, x - border + unit, y, last - border + unit, end, direction);
        return;
      }
      const next = min(max(y0 + <i32>nearest(<f64>(border - x0) * steep) - top, y), end);
      addPiece(column, x - border + unit, y, unit, next, direction);
      x = border;
      y = next;
      column++;
    }
    return;
  }
  if (x > side) {
    y = min(max(y0 + <i32>nearest(<f64>(side - x0) * steep) - top, y), end);
    x = side;
  }
  let column = (x - 1) >> unitBits;
  while (column >= 0) {
    const border = column << unitBits;
    if (last >= border) {
      addPiece(column, x - border, y, last - border, end, direction);
      return;
    }
    const next = min(max(y0 + <i32>nearest(<f64>(border - x0) * steep) - top, y), end);
    addPiece(column, x - border, y, 0, next, direction);
    x = border;
    y = next;
    column--;
  }
  addLeft(y, end, direction);
}

/** Heights at which the winding changes, seen from where a row has come to: y and by how much, in order. */
let breakCount: i32 = 0;

function addBreak(y: i32, by: i32): void {
  let at = breakCount;
  while (at > 0 && load<i32>(breaks + ((<usize>(at - 1)) << 3)) >= y) at--;
  const place = breaks + ((<usize>at) << 3);
  if (at < breakCount && load<i32>(place) == y) {
    const sum = load<i32>(place, 4) + by;
    if (sum != 0) store<i32>(place, sum, 4);
    else {
      breakCount--;
      memory.copy(place, place + 8, (<usize>(breakCount - at)) << 3);
    }
    return;
  }
  memory.copy(place + 8, place, (<usize>(breakCount - at)) << 3);
  store<i32>(place, y);
  store<i32>(place, by, 4);
  breakCount++;
}

function isInside(winding: i32): bool {
  return evenOdd ? (winding & 1) != 0 : winding != 0;
}

/** What is covered where no edge lies, in parts of a row's height. */
function openCover(): i32 {
  let winding = 0;
  let before = 0;
  let sum = 0;
  for (let n = 0; n < breakCount; n++) {
    const at = breaks + ((<usize>n) << 3);
    const y = load<i32>(at);
    if (isInside(winding)) sum += y - before;
    winding += load<i32>(at, 4);
    before = y;
  }
  return sum;
}

/** 16 bits for a share of a number of bits. */
function shareOf(part: i32, bits: i32): u16 {
  const value = <u32>(((<u64>part) << 16) >> bits);
  return <u16>(value - (value >> 16));
}

/** Makes the next row. Rows are made one after another, from the first one with edges on. */
export function coverRow(row: i32): void {
  const top = row << unitBits;
  for (
    let n = load<i32>(heads + ((<usize>row) << 2));
    n >= 0;
    n = load<i32>(edges + <usize>n * edgeBytes, 24)
  ) {
    store<i32>(active + ((<usize>activeCount) << 2), n);
    activeCount++;
  }
  least = width;
  most = -1;
  pieceCount = 0;
  breakCount = 0;
  isMixed = activeCount > maxSimple;
  let kept = 0;
  for (let n = 0; n < activeCount; n++) {
    const index = load<i32>(active + ((<usize>n) << 2));
    const edge = edges + <usize>index * edgeBytes;
    addEdgeIn(edge, top);
    if (load<i32>(edge, 12) > top + unit) {
      store<i32>(active + ((<usize>kept) << 2), index);
      kept++;
    }
  }
  activeCount = kept;
  firstColumn = least;
  endColumn = least;
  if (least >= width) return;
  if (isMixed || !addUp()) {
    mixedRow();
    clearRow(most);
  } else clearLists();
}

/** What signed areas add up to. Gives back whether that is what is covered. */
function addUp(): bool {
  let sum = 0;
  let column = least;
  for (; column <= most + 1 && column < width; column++) {
    const place = (<usize>column) << 2;
    sum += load<i32>(areas + place);
    const size = abs(sum);
    if (size > full) return false;
    store<u16>(cover + ((<usize>column) << 1), shareOf(size, fullBits));
  }
  fillTo(column, shareOf(abs(sum), fullBits));
  return true;
}

/** The rest of a row, and where it ends. */
function fillTo(column: i32, share: u16): void {
  endColumn = column;
  if (share == 0 || column >= width) return;
  for (; column < width; column++) store<u16>(cover + ((<usize>column) << 1), share);
  endColumn = width;
}

function clearRow(to: i32): void {
  const from = (<usize>max(least, 0)) << 2;
  const bytes = ((<usize>max(to + 2, 1)) << 2) - from;
  memory.fill(areas + from, 0, bytes);
  memory.fill(masks + from, 0, bytes);
  memory.fill(lists + from, 0, bytes);
  memory.fill(meets + (from >> 2), 0, bytes >> 2);
}

function clearLists(): void {
  clearRow(most);
}

/** A row in which windings have to be told apart. */
function mixedRow(): void {
  let open = openCover();
  let share = shareOf(open, unitBits);
  for (let column = least; column <= most; column++) {
    const list = load<i32>(lists + ((<usize>column) << 2));
    const at = cover + ((<usize>column) << 1);
    if (list == 0) {
      store<u16>(at, share);
      continue;
    }
    let twice = load<u8>(meets + <usize>column) == 0 ? apartCover(list, open) : pairCover(list);
    if (twice < 0) twice = <i32>nearest(2 * min(max(pixelCover(list), 0), <f64>(unit * unit)));
    store<u16>(at, shareOf(twice, fullBits));
    for (let next = list; next != 0;) {
      const piece = pieces + <usize>(next - 1) * pieceBytes;
      const direction = load<i32>(piece, 12);
      addBreak(<i32>load<u16>(piece, 6), direction);
      addBreak(<i32>load<u16>(piece, 10), -direction);
      next = load<i32>(piece);
    }
    open = openCover();
    share = shareOf(open, unitBits);
  }
  fillTo(most + 1, share);
}

/**
 * Twice the area covered of a pixel in which no two edges lie in the same height: what is covered from the left, and what
 * the area to the right of each edge adds to it or takes away. -1 where the winding from the left changes beside an edge.
 * @param open what is covered from the left, in parts of a row's height
 */
function apartCover(list: i32, open: i32): i32 {
  let twice = open * (2 * unit);
  for (let next = list; next != 0;) {
    const piece = pieces + <usize>(next - 1) * pieceBytes;
    const x0 = <i32>load<u16>(piece, 4);
    const y0 = <i32>load<u16>(piece, 6);
    const x1 = <i32>load<u16>(piece, 8);
    const y1 = <i32>load<u16>(piece, 10);
    let winding = 0;
    for (let n = 0; n < breakCount; n++) {
      const at = breaks + ((<usize>n) << 3);
      const y = load<i32>(at);
      if (y >= y1) break;
      if (y > y0) return -1;
      winding += load<i32>(at, 4);
    }
    const before = isInside(winding);
    const after = isInside(winding + load<i32>(piece, 12));
    if (before != after) {
      const area = (y1 - y0) * (2 * unit - x0 - x1);
      twice += after ? area : -area;
    }
    next = load<i32>(piece);
  }
  return twice;
}

/**
 * Twice the area covered of a pixel in which two edges lie, one up and one down, that do not cross, as those of a thin line
 * do: signed areas add up. -1 for all others, and where something is covered from the left.
 */
function pairCover(list: i32): i32 {
  if (breakCount != 0) return -1;
  const one = pieces + <usize>(list - 1) * pieceBytes;
  const next = load<i32>(one);
  if (next == 0) return -1;
  const other = pieces + <usize>(next - 1) * pieceBytes;
  if (load<i32>(other) != 0 || load<i32>(one, 12) + load<i32>(other, 12) != 0) return -1;
  const from = <f64>max(load<u16>(one, 6), load<u16>(other, 6));
  const to = <f64>min(load<u16>(one, 10), load<u16>(other, 10));
  if ((xAt(one, from) - xAt(other, from)) * (xAt(one, to) - xAt(other, to)) < 0) return -1;
  return abs(signedArea(one) + signedArea(other));
}

/** Twice the area to the right of an edge in a pixel. */
function signedArea(piece: usize): i32 {
  const tall = <i32>load<u16>(piece, 10) - <i32>load<u16>(piece, 6);
  return tall * (2 * unit - <i32>load<u16>(piece, 4) - <i32>load<u16>(piece, 8)) * load<i32>(piece, 12);
}

/** Lowest and highest winding from the left. */
function minOpen(): i32 {
  let winding = 0;
  let lowest = i32.MAX_VALUE;
  let before = 0;
  for (let n = 0; n < breakCount; n++) {
    const at = breaks + ((<usize>n) << 3);
    const y = load<i32>(at);
    if (y > before) lowest = min(lowest, winding);
    winding += load<i32>(at, 4);
    before = y;
  }
  if (before < unit) lowest = min(lowest, winding);
  return lowest;
}

function xAt(piece: usize, y: f64): f64 {
  const x0 = <f64>load<u16>(piece, 4);
  const y0 = <f64>load<u16>(piece, 6);
  const x1 = <f64>load<u16>(piece, 8);
  const y1 = <f64>load<u16>(piece, 10);
  return x0 + ((y - y0) * (x1 - x0)) / (y1 - y0);
}

/** The area covered of a pixel that edges lie in. @param list its first piece */
function pixelCover(list: i32): f64 {
  let count = 0;
  let up = 0;
  for (let next = list; next != 0;) {
    const piece = pieces + <usize>(next - 1) * pieceBytes;
    if (load<i32>(piece, 12) < 0) up++;
    const entry = order + <usize>count * entryBytes;
    const x = <f64>load<u16>(piece, 4);
    const y = <f64>load<u16>(piece, 6);
    const end = <f64>load<u16>(piece, 10);
    store<u32>(entry, <u32>piece);
    store<i32>(entry, load<i32>(piece, 12), 4);
    store<f64>(entry, x, 8);
    store<f64>(entry, y, 16);
    store<f64>(entry, end, 24);
    store<f64>(entry, (<f64>load<u16>(piece, 8) - x) / (end - y), 32);
    count++;
    next = load<i32>(piece);
  }
  // Deep inside, no edge leads out.
  if (!evenOdd && minOpen() > up) return <f64>(unit * unit);
  let steps = 0;
  if (count > maxPairs) {
    for (let n = 0; n <= evenSteps; n++) steps = addHeight(steps, <f64>(n * unit) / <f64>evenSteps);
    for (let n = 0; n < breakCount; n++) steps = addHeight(steps, <f64>load<i32>(breaks + ((<usize>n) << 3)));
  } else {
    steps = addHeight(addHeight(0, 0), <f64>unit);
    for (let n = 0; n < breakCount; n++) steps = addHeight(steps, <f64>load<i32>(breaks + ((<usize>n) << 3)));
    for (let n = 0; n < count; n++) {
      const entry = order + <usize>n * entryBytes;
      steps = addHeight(steps, load<f64>(entry, 16));
      steps = addHeight(steps, load<f64>(entry, 24));
      for (let m = 0; m < n; m++) steps = addCrossing(steps, entry, order + <usize>m * entryBytes);
    }
  }
  let sum: f64 = 0;
  let from = load<f64>(heights);
  let winding = 0;
  let nextBreak = 0;
  for (let n = 1; n < steps; n++) {
    const to = load<f64>(heights + ((<usize>n) << 3));
    while (nextBreak < breakCount && <f64>load<i32>(breaks + ((<usize>nextBreak) << 3)) <= from) {
      winding += load<i32>(breaks + ((<usize>nextBreak) << 3), 4);
      nextBreak++;
    }
    sum += bandCover(count, from, to, winding);
    from = to;
  }
  return sum;
}

/** Adds a height to those at which something changes, in order. */
function addHeight(count: i32, y: f64): i32 {
  let place = heights + ((<usize>count) << 3);
  while (place > heights && load<f64>(place - 8) > y) place -= 8;
  if (place > heights && load<f64>(place - 8) == y) return count;
  for (let at = heights + ((<usize>count) << 3); at > place; at -= 8) store<f64>(at, load<f64>(at - 8));
  store<f64>(place, y);
  return count + 1;
}

/** Where a piece that is looked at lies at a height. */
function positionAt(entry: usize, y: f64): f64 {
  return load<f64>(entry, 8) + (y - load<f64>(entry, 16)) * load<f64>(entry, 32);
}

/** Adds the height at which two pieces cross. */
function addCrossing(steps: i32, one: usize, other: usize): i32 {
  const from = max(load<f64>(one, 16), load<f64>(other, 16));
  const to = min(load<f64>(one, 24), load<f64>(other, 24));
  if (from >= to) return steps;
  const above = positionAt(one, from) - positionAt(other, from);
  const below = positionAt(one, to) - positionAt(other, to);
  if (above * below >= 0) return steps;
  // The same whichever comes first.
  return addHeight(steps, from + ((to - from) * abs(above)) / (abs(above) + abs(below)));
}

/** The area covered of a band of a pixel, in which pieces do not change their order. */
function bandCover(count: i32, from: f64, to: f64, winding: i32): f64 {
  const middle = (from + to) / 2;
  // The pieces in it from left to right: their place and direction stand behind them.
  let found = 0;
  const sorted = order + <usize>count * entryBytes;
  for (let n = 0; n < count; n++) {
    const entry = order + <usize>n * entryBytes;
    if (load<f64>(entry, 16) > middle || load<f64>(entry, 24) < middle) continue;
    const x = positionAt(entry, middle);
    let place = sorted + ((<usize>found) << 4);
    while (place > sorted && load<f64>(place - 16) > x) {
      store<f64>(place, load<f64>(place - 16));
      store<i32>(place, load<i32>(place - 16, 8), 8);
      place -= 16;
    }
    store<f64>(place, x);
    store<i32>(place, load<i32>(entry, 4), 8);
    found++;
  }
  let sum: f64 = 0;
  let before: f64 = 0;
  for (let n = 0; n < found; n++) {
    const place = sorted + ((<usize>n) << 4);
    const x = load<f64>(place);
    if (isInside(winding)) sum += x - before;
    winding += load<i32>(place, 8);
    before = x;
  }
  if (isInside(winding)) sum += <f64>unit - before;
  return sum * (to - from);
}
