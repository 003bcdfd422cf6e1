import { gradientColors, type ColorStop, type Gradient } from '@cyclogram/core';
import { newId } from '../editor/newId';

interface Changed {
  stops: ColorStop[];
  /** Where the stop that was changed is now. */
  index: number;
}

/** Moves a stop; stops stay in the order of their places. */
export function moveStop(stops: readonly ColorStop[], index: number, at: number): Changed {
  const moved = { ...stops[index]!, at: Math.round(Math.min(Math.max(at, 0), 1) * 1000) / 1000 };
  const others = stops.filter((_, i) => i !== index);
  const position = others.filter(
    (other, i) => other.at < moved.at || (other.at === moved.at && i < index),
  ).length;
  return { stops: [...others.slice(0, position), moved, ...others.slice(position)], index: position };
}

/** The stops when one of them has been moved: its places are then those given, in order, of which one is new. */
export function moveTo(stops: readonly ColorStop[], positions: readonly number[]): Changed {
  const left = stops.map(({ at }) => at);
  const added = positions.filter((position) => {
    const known = left.indexOf(position);
    if (known >= 0) left.splice(known, 1);
    return known < 0;
  });
  const index = Math.max(
    0,
    stops.findIndex(({ at }) => at === left[0]),
  );
  return moveStop(stops, index, added[0] ?? stops[index]!.at);
}

/** Removes a stop; the last one stays. */
export function removeStop(stops: readonly ColorStop[], index: number): Changed {
  if (stops.length < 2) return { stops: [...stops], index: 0 };
  return { stops: stops.filter((_, i) => i !== index), index: Math.max(0, index - 1) };
}

/** Adds a stop with the colour that the gradient has there; without a place in the middle of the widest gap. */
export function addStop(gradient: Gradient, at?: number): Changed {
  const { stops } = gradient;
  const position = at ?? widestGap(stops);
  const ramp = gradientColors(gradient, 101);
  const color = ramp[Math.round(position * 100)]!;
  const before = stops.filter((stop) => stop.at <= position).length;
  return {
    stops: [
      ...stops.slice(0, before),
      { id: newId('stop'), at: Math.round(position * 1000) / 1000, color },
      ...stops.slice(before),
    ],
    index: before,
  };
}

function widestGap(stops: readonly ColorStop[]): number {
  const positions = [0, ...stops.map(({ at }) => at), 1];
  let best = { width: 0, middle: 0.5 };
  positions.slice(1).forEach((to, i) => {
    const width = to - positions[i]!;
    // Beyond the first and the last stop a new one belongs right at the end.
    const middle = i === 0 ? 0 : i === positions.length - 2 ? 1 : positions[i]! + width / 2;
    if (width > best.width + 1e-9) best = { width, middle };
  });
  return best.middle;
}
