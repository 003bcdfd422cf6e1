import { record, type ValueOf } from '../../contract';

/** A point of a curve. */
export const curvePointRecord = record('curvePoint', [
  {
    heading: 'Point',
    fields: [
      { kind: 'id', key: 'id' },
      {
        kind: 'number',
        key: 'at',
        label: 'Input',
        min: 0,
        max: 1,
        step: 1,
        unit: '%',
        shownPer: 100,
        default: 0.5,
      },
      {
        kind: 'number',
        key: 'value',
        label: 'Output',
        min: 0,
        max: 1,
        step: 1,
        unit: '%',
        shownPer: 100,
        default: 0.5,
      },
    ],
  },
]);

export type CurvePoint = ValueOf<typeof curvePointRecord>;

/**
 * A smooth curve through points that rises or falls only where they do (Fritsch, Carlson, Monotone Piecewise Cubic
 * Interpolation, SIAM Journal on Numerical Analysis, 1980; with the harmonic mean of Fritsch and Butland, 1984).
 * Level before the first point and after the last; without points it changes nothing.
 */
export function curveThrough(points: readonly Pick<CurvePoint, 'at' | 'value'>[]): (x: number) => number {
  const sorted = [...points].sort((a, b) => a.at - b.at);
  // Of points one above the other the last one counts.
  const all = sorted.filter(({ at }, i) => i === sorted.length - 1 || sorted[i + 1]!.at - at > 1e-6);
  if (all.length === 0) return (x) => x;
  const [first, last] = [all[0]!, all.at(-1)!];
  const slopes = all.slice(1).map(({ at, value }, i) => (value - all[i]!.value) / (at - all[i]!.at));
  const tangents = all.map((_, i) => {
    const [before, next] = [slopes[i - 1], slopes[i]];
    if (before === undefined || next === undefined) return before ?? next ?? 0;
    if (before * next <= 0) return 0;
    const [left, right] = [all[i]!.at - all[i - 1]!.at, all[i + 1]!.at - all[i]!.at];
    const share = (left + 2 * right) / (3 * (left + right));
    return (before * next) / (share * next + (1 - share) * before);
  });
  return (x) => {
    if (x <= first.at) return first.value;
    if (x >= last.at) return last.value;
    let i = 0;
    while (all[i + 1]!.at < x) i++;
    const width = all[i + 1]!.at - all[i]!.at;
    const t = (x - all[i]!.at) / width;
    // Hermite's basis.
    const [t2, t3] = [t * t, t * t * t];
    return (
      (2 * t3 - 3 * t2 + 1) * all[i]!.value +
      (t3 - 2 * t2 + t) * width * tangents[i]! +
      (3 * t2 - 2 * t3) * all[i + 1]!.value +
      (t3 - t2) * width * tangents[i + 1]!
    );
  };
}
