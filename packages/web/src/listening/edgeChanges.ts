import type { Ear } from '@cyclogram/core';

const min = 0.5;

/** Bands by hand that are now as the ear's bands are: what a change of single edges starts from. */
export const asHand = (ear: Ear, edges: ArrayLike<number>): Pick<Ear, 'scale' | 'edges' | 'bandNames'> => ({
  scale: 'hand',
  edges: Array.from(edges),
  bandNames: ear.scale === 'hand' ? ear.bandNames : [],
});

/**
 * Moves an edge, between its neighbours. The ends of a range stay part of its
 * scale; any other edge makes the bands ones by hand.
 */
export function moveEdge(ear: Ear, edges: ArrayLike<number>, index: number, hz: number): Partial<Ear> {
  const last = edges.length - 1;
  const low = index === 0 ? 1 : edges[index - 1]! + min;
  const high = index === last ? 24000 : edges[index + 1]! - min;
  const value = Math.round(Math.min(Math.max(hz, low), high) * 10) / 10;
  if (ear.scale !== 'hand' && index === 0) return { fromHz: Math.min(value, ear.toHz - 1) };
  if (ear.scale !== 'hand' && index === last) return { toHz: Math.max(value, ear.fromHz + 1) };
  const hand = asHand(ear, edges);
  return { ...hand, edges: hand.edges.map((edge, i) => (i === index ? value : edge)) };
}

/** Splits the band that holds a frequency there. */
export function addEdge(ear: Ear, edges: ArrayLike<number>, hz: number): Partial<Ear> | undefined {
  const all = Array.from(edges);
  const band = all.findIndex((edge) => edge > hz) - 1;
  if (band < 0 || hz - all[band]! < min || all[band + 1]! - hz < min) return undefined;
  const hand = asHand(ear, all);
  const names = Array.from({ length: all.length - 1 }, (_, i) => hand.bandNames[i] ?? '');
  names.splice(band + 1, 0, '');
  return {
    ...hand,
    edges: [...all.slice(0, band + 1), Math.round(hz * 10) / 10, ...all.slice(band + 1)],
    bandNames: trimNames(names),
    mutes: ear.mutes.map((mute) => (mute > band ? mute + 1 : mute)),
  };
}

/** Removes an edge: two bands become one, or the first or last band goes. Undefined when it is the only band. */
export function removeEdge(ear: Ear, edges: ArrayLike<number>, index: number): Partial<Ear> | undefined {
  const all = Array.from(edges);
  if (all.length < 3) return undefined;
  const gone = index === all.length - 1 ? index - 1 : index;
  const hand = asHand(ear, all);
  const names = Array.from({ length: all.length - 1 }, (_, i) => hand.bandNames[i] ?? '');
  names.splice(gone, 1);
  return {
    ...hand,
    edges: all.filter((_, i) => i !== index),
    bandNames: trimNames(names),
    mutes: ear.mutes.filter((mute) => mute !== gone).map((mute) => (mute > gone ? mute - 1 : mute)),
  };
}

/** Names without the empty ones at the end. */
export function trimNames(names: string[]): string[] {
  let count = names.length;
  while (count > 0 && names[count - 1] === '') count--;
  return names.slice(0, count);
}

export const toggleMute = ({ mutes }: Ear, band: number): number[] =>
  mutes.includes(band) ? mutes.filter((other) => other !== band) : [...mutes, band].sort((a, b) => a - b);
