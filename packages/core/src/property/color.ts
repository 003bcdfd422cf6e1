import { formatHex, interpolate } from 'culori';

/**
 * `count` colours from one to another, mixed in OKLab so that the middle stays
 * as bright and clean as the ends.
 */
export function colorRamp(from: string, to: string, count: number): string[] {
  if (from === to || count < 2) return Array.from({ length: count }, () => from);
  const mix = interpolate([from, to], 'oklab');
  return Array.from({ length: count }, (_, i) => formatHex(mix(i / (count - 1))));
}
