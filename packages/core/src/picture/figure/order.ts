import { choicesOf } from '../../contract';

/** In which order the bands stand along a path. */
const orderLabels = {
  up: 'Low to high',
  down: 'High to low',
  mirrored: 'Mirrored',
  middle: 'From the middle',
} as const;
export type BandOrder = keyof typeof orderLabels;

/**
 * Band that each mark shows: as many marks as bands, low to high or high to low;
 * or twice as many, mirrored: from the ends to the middle and back (`mirrored`),
 * or from the middle out (`middle`).
 */
export function markBands(bands: number, order: BandOrder): number[] {
  const up = Array.from({ length: bands }, (_, band) => band);
  const down = up.slice().reverse();
  switch (order) {
    case 'up':
      return up;
    case 'down':
      return down;
    case 'mirrored':
      return [...up, ...down];
    case 'middle':
      return [...down, ...up];
  }
}

export const orderField = {
  kind: 'choice',
  key: 'order',
  label: 'Order',
  help: 'Low to high, high to low, or both ways, so that both halves of the path match.',
  choices: choicesOf(orderLabels),
  default: 'mirrored',
} as const;
