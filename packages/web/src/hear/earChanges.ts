import type { Ear } from '@cyclogram/core';

/** Pairs of which the first stays below the second, and how far at least. */
const pairs = [
  ['fromHz', 'toHz', 1],
  ['floorDb', 'ceilingDb', 1],
  ['floorPercent', 'ceilingPercent', 0.1],
  ['gatePercent', 'ceilingPercent', 0.1],
  ['gateDb', 'ceilingDb', 1],
] as const;

/** The values to set so that lower ends stay below upper ones. */
export function keepOrder(values: object, key: string, value: unknown): Record<string, unknown> {
  const all = values as Record<string, number>;
  for (const [low, high, apart] of pairs) {
    if (!(low in all && high in all)) continue;
    if (key === low) return { [key]: Math.min(value as number, all[high]! - apart) };
    if (key === high) return { [key]: Math.max(value as number, all[low]! + apart) };
  }
  return { [key]: value };
}

/**
 * What a change of one property of an ear comes to. Bands by hand start as the
 * bands there are; bands that lie elsewhere afterwards lose their mutes.
 * @param edges of the bands there are, in Hz
 */
export function earChange(ear: Ear, key: string, value: unknown, edges?: ArrayLike<number>): Partial<Ear> {
  const part = keepOrder(ear, key, value) as Partial<Ear>;
  if (key === 'scale' && value === 'hand' && ear.edges.length < 2) {
    return { ...part, edges: Array.from(edges ?? [ear.fromHz, ear.toHz]), bandNames: [] };
  }
  return ['bands', 'scale', 'fraction'].includes(key) ? { ...part, mutes: [] } : part;
}
