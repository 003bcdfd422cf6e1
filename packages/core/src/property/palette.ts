import { converter, formatHex, interpolate } from 'culori';
import * as yup from 'yup';
import { colorSchema } from './fieldSchema';

/** In which space colours between two stops are mixed. */
export const colorMixes = ['oklch', 'oklab', 'srgb'] as const;
export type ColorMix = (typeof colorMixes)[number];

/** A colour at a place of a gradient, 0 to 1. */
export interface ColorStop {
  at: number;
  color: string;
}

export interface Gradient {
  /** Rising places; at least one. */
  stops: ColorStop[];
  mix: ColorMix;
}

/** A gradient with a name, which several layers may share. */
export interface Palette extends Gradient {
  id: string;
  name: string;
}

export const stopsSchema = () =>
  yup
    .array()
    .of(
      yup
        .object({ at: yup.number().required().min(0).max(1), color: colorSchema() })
        .required()
        .noUnknown(),
    )
    .required()
    .min(1)
    .max(16)
    .test('rising', '${path} must be in the order of their places', (stops) =>
      stops.every((stop, i) => i === 0 || stop.at >= stops[i - 1]!.at),
    );

/** Ramps made so far. A film has few, and asks for each of them on every frame. */
const ramps = new Map<string, readonly string[]>();
const mostRamps = 200;

/**
 * `count` colours of a gradient at equal distances, from 0 to 1; before the first
 * stop and after the last its colour holds.
 * @param round whether the end runs back into the start, for gradients that go round
 */
export function gradientColors({ stops, mix }: Gradient, count: number, round = false): readonly string[] {
  const key = JSON.stringify([stops, mix, count, round]);
  let ramp = ramps.get(key);
  if (!ramp) {
    if (ramps.size >= mostRamps) ramps.clear();
    ramps.set(key, (ramp = makeRamp(stops, mix, count, round)));
  }
  return ramp;
}

const toOklch = converter('oklch');
const culoriMode = { oklch: 'oklch', oklab: 'oklab', srgb: 'rgb' } as const;

function makeRamp(stops: readonly ColorStop[], mix: ColorMix, count: number, round: boolean): string[] {
  const first = stops[0]!;
  if (stops.every(({ color }) => color === first.color))
    return Array.from({ length: count }, () => first.color);
  const all = round
    ? [
        ...stops.map(({ at, color }) => ({ at: at * (1 - 1 / (stops.length + 1)), color })),
        { at: 1, color: first.color },
      ]
    : stops;
  const colors = all.map(({ at, color }) => [color, at] as [string, number]);
  if (all[0]!.at > 0) colors.unshift([all[0]!.color, 0]);
  if (all.at(-1)!.at < 1) colors.push([all.at(-1)!.color, 1]);
  const between = interpolate(colors, culoriMode[mix]);
  return Array.from({ length: count }, (_, i) => formatHex(between(count > 1 ? i / (count - 1) : 0.5)));
}

/** The same gradient with every hue turned by some degrees; lightness and chroma stay (OKLCH). */
export function turnHue(gradient: Gradient, degrees: number): Gradient {
  if (degrees === 0) return gradient;
  const turned = (hex: string) => {
    const color = toOklch(hex)!;
    return formatHex({ ...color, h: ((color.h ?? 0) + degrees + 360) % 360 });
  };
  return { ...gradient, stops: gradient.stops.map(({ at, color }) => ({ at, color: turned(color) })) };
}
