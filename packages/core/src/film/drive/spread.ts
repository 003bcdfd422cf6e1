import { seeded } from '../../contract';
import type { Spread } from './cord';
import type { Part } from './source/sourceKind';

/** Share of the effect that a part has. */
export function shareOf({ by, from, to, seed, peaks }: Spread, { index, count }: Part): number {
  switch (by) {
    case 'same':
      return 1;
    case 'hand':
      return peaks[index % Math.max(1, peaks.length)] ?? 1;
    case 'even':
      return from + (to - from) * (count > 1 ? index / (count - 1) : 0);
    case 'random':
      return from + (to - from) * seeded(seed, index);
  }
}
