import type { Path } from '../path/path';
import type { DotsOp } from '../picture/displayList';
import { colorRamp } from '../property/color';
import { figureKind } from './kind';
import { orderField, type BandOrder } from './order';
import { extentAt, reachFields, sideField, sidesOf, standingMarks, type Side } from './standing';

export interface Dots {
  order: BandOrder;
  side: Side;
  reach: number;
  rest: number;
  sizeRest: number;
  sizeReach: number;
  color: string;
  colorHigh: string;
}

/**
 * A dot for each band: as far from the path as its level says, and as large.
 * On both sides each dot has its twin, at half the distance.
 */
export function dotMarks(figure: Dots, path: Path, levels: ArrayLike<number>): DotsOp[] {
  const colors = colorRamp(figure.color, figure.colorHigh, levels.length);
  const { ways, share } = sidesOf(figure.side);
  const circles = new Map<string, number[]>();
  for (const { band, level, x, y, normalX, normalY } of standingMarks(path, levels, figure.order)) {
    const radius = Math.max(figure.sizeRest + (figure.sizeReach - figure.sizeRest) * level, 0) / 2;
    if (radius <= 0) continue;
    let all = circles.get(colors[band]!);
    if (!all) circles.set(colors[band]!, (all = []));
    for (const way of ways) {
      const distance = way * share * extentAt(figure, level);
      all.push(x + normalX * distance, y + normalY * distance, radius);
    }
  }
  return [...circles].map(([color, all]) => ({ op: 'dots', color, circles: Float32Array.from(all) }));
}

const size = { kind: 'number', min: 0, max: 2000, step: 1, unit: 'px' } as const;

export const dots = figureKind<'dots', Dots>(
  'dots',
  'Dots',
  [
    { heading: 'Marks', fields: [orderField, sideField] },
    {
      heading: 'How big',
      fields: [
        ...reachFields,
        { ...size, key: 'sizeReach', label: 'Size', help: 'Across, at full level.' },
        { ...size, key: 'sizeRest', label: 'Size at rest', help: 'Across, in silence.' },
      ],
    },
    {
      heading: 'How coloured',
      fields: [
        { kind: 'color', key: 'color', label: 'Low bands' },
        { kind: 'color', key: 'colorHigh', label: 'High bands' },
      ],
    },
  ],
  (_width, height) => ({
    order: 'mirrored',
    side: 'outward',
    reach: Math.round(height * 0.16),
    rest: 0,
    sizeRest: Math.round(height * 0.005),
    sizeReach: Math.round(height * 0.018),
    color: '#f2b25c',
    colorHigh: '#7fd6c2',
  }),
  dotMarks,
);
