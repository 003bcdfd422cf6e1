import { converter, formatHex, interpolate } from 'culori';
import { choicesOf, fields, type LastUsed, record, type ValueOf } from '../../contract';

/** In which space colours between two stops are mixed. */
const mixLabels = { oklch: 'OKLCH', oklab: 'OKLab', srgb: 'sRGB' } as const;
export type ColorMix = keyof typeof mixLabels;

/** A colour at a place of a gradient. */
export const stopRecord = record('stop', [
  {
    heading: 'Stop',
    fields: [
      { kind: 'id', key: 'id' },
      {
        kind: 'number',
        key: 'at',
        label: 'Position',
        min: 0,
        max: 1,
        step: 1,
        unit: '%',
        shownPer: 100,
      },
      { kind: 'color', key: 'color', label: 'Colour' },
    ],
  },
]);
export type ColorStop = ValueOf<typeof stopRecord>;

/** What a gradient is made of: stops in the order of their positions, and how colours between them are mixed. */
export const gradientFields = fields([
  {
    kind: 'list',
    key: 'stops',
    label: 'Colours',
    help: 'In the order of their positions.',
    of: { kind: 'record', label: 'Stop', of: stopRecord },
    min: 1,
    max: 16,
  },
  {
    kind: 'choice',
    key: 'mix',
    label: 'Interpolation',
    help: 'OKLCH keeps the middle as colourful as the ends and turns the hue; sRGB is what screens add.',
    choices: choicesOf(mixLabels),
    default: 'oklch',
    driven: false,
  },
]);

/** That stops stand in the order of their positions. */
export const stopsRise = {
  key: 'stops',
  problem: ({ stops }: Record<string, unknown>) =>
    (stops as ColorStop[]).every((stop, i, all) => i === 0 || stop.at >= all[i - 1]!.at)
      ? undefined
      : 'must be in the order of their positions',
};

export interface Gradient {
  /** Rising places; at least one. */
  stops: ColorStop[];
  mix: ColorMix;
}

/** A gradient with a name, which several layers may share. */
export const paletteRecord = record(
  'palette',
  [
    {
      heading: 'Palette',
      fields: [
        { kind: 'id', key: 'id' },
        { kind: 'text', key: 'name', label: 'Name', maxLength: 200, line: true, default: '' },
        ...gradientFields,
      ],
    },
  ],
  [stopsRise],
);
export type Palette = ValueOf<typeof paletteRecord>;

/** Stops of a gradient, evenly spread. */
export const evenStops = (...colors: string[]): ColorStop[] =>
  colors.map((color, i) => ({
    id: `stop-${i + 1}`,
    at: colors.length > 1 ? i / (colors.length - 1) : 0,
    color,
  }));

/** Ramps of colours made so far, by what they are made of. */
export type Ramps = LastUsed<readonly string[]>;

/**
 * `count` colours of a gradient at equal distances, from 0 to 1; before the first
 * stop and after the last its colour holds.
 * @param round whether the end runs back into the start, for gradients that go round
 * @param ramps those made so far: a film has few, and asks for each of them on every frame
 */
export function gradientColors(
  { stops, mix }: Gradient,
  count: number,
  round = false,
  ramps?: Ramps,
): readonly string[] {
  if (!ramps) return makeRamp(stops, mix, count, round);
  const key = JSON.stringify([stops.map(({ at, color }) => [at, color]), mix, count, round]);
  let ramp = ramps.get(key);
  if (!ramp) ramps.set(key, (ramp = makeRamp(stops, mix, count, round)));
  return ramp;
}

const toOklch = converter('oklch');
const culoriMode = { oklch: 'oklch', oklab: 'oklab', srgb: 'rgb' } as const;

function makeRamp(stops: readonly ColorStop[], mix: ColorMix, count: number, round: boolean): string[] {
  const first = stops[0]!;
  if (stops.every(({ color }) => color === first.color))
    return Array.from({ length: count }, () => first.color);
  const all: readonly { at: number; color: string }[] = round
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
  return { ...gradient, stops: gradient.stops.map((stop) => ({ ...stop, color: turned(stop.color) })) };
}
