import { LastUsed } from '../../contract';
import type { PaintStop } from '../paint';

/** Steps of a table: it has an entry more, for its end. */
const steps = 4096;

const kept = new LastUsed<Uint8Array>(48);

/**
 * Colours of a gradient from 0 to 1, multiplied by opacity: four bytes each. They are mixed before they are multiplied, as
 * those of a canvas are (HTML standard, "fill and stroke styles").
 */
export function gradientTable(stops: readonly PaintStop[]): Uint8Array {
  const key = JSON.stringify(stops);
  const found = kept.get(key);
  if (found) return found;
  const table = tableOf(stops);
  kept.set(key, table);
  return table;
}

function tableOf(stops: readonly PaintStop[]): Uint8Array {
  // In order of their places; those at one place stay in theirs.
  const ordered = stops
    .map(([at, color]) => ({ at, color: channels(color) }))
    .sort((one, other) => one.at - other.at);
  const table = new Uint8Array(4 * (steps + 1));
  let next = 0;
  for (let step = 0; step <= steps; step++) {
    const t = step / steps;
    while (next < ordered.length && ordered[next]!.at <= t) next++;
    const before = ordered[Math.max(0, next - 1)]!;
    const after = ordered[Math.min(next, ordered.length - 1)]!;
    const span = after.at - before.at;
    const share = span > 0 ? Math.min(1, Math.max(0, (t - before.at) / span)) : 0;
    const mixed = before.color.map((value, i) => value + (after.color[i]! - value) * share);
    const alpha = mixed[3]!;
    for (let i = 0; i < 3; i++) table[4 * step + i] = Math.round((mixed[i]! * alpha) / 255);
    table[4 * step + 3] = Math.round(alpha);
  }
  return table;
}

/** Red, green, blue and opacity of #rrggbb or #rrggbbaa, 0 to 255. */
const channels = (color: string): number[] =>
  [1, 3, 5, 7].map((at) => (at < color.length ? parseInt(color.slice(at, at + 2), 16) : 255));
