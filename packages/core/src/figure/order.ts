/** In which order the bands stand along a path. */
export const bandOrders = ['up', 'down', 'middle', 'mirrored'] as const;
export type BandOrder = (typeof bandOrders)[number];

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
  choices: [
    { value: 'up', label: 'Low to high' },
    { value: 'down', label: 'High to low' },
    { value: 'mirrored', label: 'Mirrored' },
    { value: 'middle', label: 'From the middle' },
  ],
} as const;
