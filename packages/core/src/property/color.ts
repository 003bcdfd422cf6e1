import { formatHex, interpolate } from 'culori';

/** Ramps made so far. A film has few, and asks for each of them on every frame. */
const ramps = new Map<string, readonly string[]>();
const mostRamps = 200;

/**
 * `count` colours from one to another, mixed in OKLab so that the middle stays
 * as bright and clean as the ends.
 */
export function colorRamp(from: string, to: string, count: number): readonly string[] {
  const key = `${from} ${to} ${count}`;
  let ramp = ramps.get(key);
  if (!ramp) {
    if (ramps.size >= mostRamps) ramps.clear();
    ramps.set(key, (ramp = makeRamp(from, to, count)));
  }
  return ramp;
}

function makeRamp(from: string, to: string, count: number): string[] {
  if (from === to || count < 2) return Array.from({ length: count }, () => from);
  const mix = interpolate([from, to], 'oklab');
  return Array.from({ length: count }, (_, i) => formatHex(mix(i / (count - 1))));
}
