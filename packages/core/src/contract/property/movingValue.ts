import type { Point } from './field';

/** A value of a property that can move: a number, a colour or other text, a switch, or a point. */
export type MovingValue = number | string | boolean | Point;

export const isPoint = (value: unknown): value is Point =>
  typeof value === 'object' && value !== null && 'x' in value && 'y' in value;

/** Does the same to a number, or to both of a point; where one is a point, a number counts for both. */
export function zip(
  values: readonly MovingValue[],
  change: (...numbers: number[]) => number,
): number | Point | undefined {
  let isNumeric = true;
  let hasPoint = false;
  for (const value of values) {
    if (typeof value === 'object') hasPoint = true;
    else if (typeof value !== 'number') isNumeric = false;
  }
  if (!isNumeric) return undefined;
  if (!hasPoint) return change(...(values as readonly number[]));
  const on = (axis: 'x' | 'y') =>
    change(...values.map((value) => (isPoint(value) ? value[axis] : (value as number))));
  return { x: on('x'), y: on('y') };
}

/** Whether two values are the same. */
export const sameValue = (a: unknown, b: unknown): boolean =>
  a === b || (isPoint(a) && isPoint(b) && a.x === b.x && a.y === b.y);

/** A number as people read it, to three digits. */
export const tidy = (value: number): string => String(Number(value.toPrecision(3)));
