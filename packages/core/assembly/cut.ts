import { halve } from './halve';
import { CutTask } from './tasks';

/** Segments that are cut out of a signal, go through a window, and are lowered in rate: see songSpectrum/cutSegments.ts. */

/** Values before and after a place that a halving sums: `halvingReach` of songSpectrum/halve.ts. */
const extent: i32 = 13;

/** Values around a cut that are taken into a halving at the most, and that it makes, with some to spare. */
const maxAround: usize = 128;
/** Bytes of the parts of the room. */
const aroundBytes: usize = maxAround << 2;
const halvingBytes: usize = (maxAround + 64) << 2;
/** Values before those that are wanted of a halving: it reaches back into them. */
const before: i32 = 8;

// Values around the cut last made, at the lowest rate: from one up to another, that one not included.
let edgeFrom: i32 = 0;
let edgeTo: i32 = 0;

/** Puts silence; may write three more. */
function silence(out: usize, count: i32): void {
  for (const end = out + ((<usize>count) << 2); out < end; out += 16) v128.store(out, f32x4.splat(0));
}

/** Copies few values, for which `memory.copy` takes long; may write three more. */
function copyFew(from: usize, to: usize, count: i32): void {
  for (const end = to + ((<usize>count) << 2); to < end; to += 16, from += 16)
    v128.store(to, v128.load(from));
}

/** Puts few values [from, to) of a signal of `count` ones; silence beyond its ends. May write three more. */
function take(signal: usize, count: i32, from: i32, to: i32, out: usize): void {
  const first = max(from, 0);
  const last = min(to, count);
  if (last <= first) return silence(out, to - from);
  silence(out, first - from);
  copyFew(signal + ((<usize>first) << 2), out + ((<usize>(first - from)) << 2), last - first);
  silence(out + ((<usize>(last - from)) << 2), to - last);
}

/**
 * Halves a signal that is cut, again and again, around the cut alone: farther away it is as if it had not been cut,
 * or silent.
 * @param copies addresses of the signal and of its copies
 * @param at the first sample after the cut
 * @param isStart whether the signal is silent before the cut, else after it
 * @param out the values [edgeFrom, edgeTo)
 */
function halveAround(cut: CutTask, copies: usize, count: i32, at: i32, isStart: bool, out: usize): void {
  const taps = cut.taps;
  const halvings = cut.halvings;
  const source = cut.work;
  const halved = source + aroundBytes;
  const halving = halved + aroundBytes;
  let from = at;
  let to = at;
  let there = count;
  for (let k = 0; k < halvings; k++) {
    const copy = <usize>load<u32>(copies + ((<usize>k) << 2));
    const nextFrom = (from - extent + 1) >> 1;
    const nextTo = ((to - 1 + extent) >> 1) + 1;
    const first = 2 * (nextFrom - before);
    const last = 2 * (nextTo + before);
    // What is cut, what stands around the cut, and what is as it was.
    const known = source + ((<usize>(from - first)) << 2);
    const after = source + ((<usize>(to - first)) << 2);
    if (isStart) silence(source, from - first);
    else take(copy, there, first, from, source);
    copyFew(out, known, to - from);
    if (isStart) take(copy, there, to, last, after);
    else silence(after, last - to);
    halve(source, last - first, taps, halving, halved);
    from = nextFrom;
    to = nextTo;
    copyFew(halved + (before << 2), out, to - from);
    there = (there + 1) >> 1;
  }
  edgeFrom = from;
  edgeTo = to;
}

/**
 * Values of a segment.
 * @param copies addresses of the signal and of its copies, each at half the rate of the one before
 * @param count samples of the signal
 * @param start first sample of the segment
 * @param smooth what of the window falls to nothing: `length` floats
 * @param out `length` floats
 */
export function cutInto(
  cut: CutTask,
  copies: usize,
  count: i32,
  start: i32,
  smooth: usize,
  length: i32,
  out: usize,
): void {
  const halvings = cut.halvings;
  const step = cut.step;
  const first = (start + cut.lead) >> halvings;
  const lowered = <usize>load<u32>(copies + ((<usize>halvings) << 2));
  const loweredCount = (count + (1 << halvings) - 1) >> halvings;
  const known = max(first, 0);
  const knownTo = max(known, min(first + length, loweredCount));
  if (knownTo - known < length) memory.fill(out, 0, (<usize>length) << 2);
  if (knownTo > known) {
    const at = out + ((<usize>(known - first)) << 2);
    memory.copy(at, lowered + ((<usize>known) << 2), (<usize>(knownTo - known)) << 2);
  }

  const starts = cut.work + 2 * aroundBytes + halvingBytes;
  const ends = starts + aroundBytes;
  halveAround(cut, copies, count, start, true, starts);
  const startTo = edgeTo - first;
  halveAround(cut, copies, count, start + cut.length, false, ends);
  const endFrom = edgeFrom - first;

  let j = 0;
  for (; j < startTo; j++) {
    const at = (<usize>j) << 2;
    const whole = load<f32>(out + at);
    store<f32>(out + at, load<f32>(smooth + at) * whole + step * load<f32>(starts + at));
  }
  for (; j + 4 <= endFrom; j += 4) {
    const at = (<usize>j) << 2;
    const factors = f32x4.add(v128.load(smooth + at), f32x4.splat(step));
    v128.store(out + at, f32x4.mul(factors, v128.load(out + at)));
  }
  for (; j < endFrom; j++) {
    const at = (<usize>j) << 2;
    store<f32>(out + at, (load<f32>(smooth + at) + step) * load<f32>(out + at));
  }
  for (; j < length; j++) {
    const at = (<usize>j) << 2;
    const whole = load<f32>(out + at);
    const inside = load<f32>(ends + ((<usize>(j - endFrom)) << 2));
    store<f32>(out + at, load<f32>(smooth + at) * whole + step * inside);
  }
}
