import * as yup from 'yup';
import {
  colorMixes,
  gradientColors,
  stopsSchema,
  type ColorMix,
  type ColorStop,
  type Gradient,
} from '../property/palette';

/** What the colour of a mark depends on. */
export const colorBys = ['one', 'band', 'along', 'across', 'level', 'time'] as const;
export type ColorBy = (typeof colorBys)[number];

/** How a layer is coloured. */
export interface LayerColor {
  by: ColorBy;
  stops: ColorStop[];
  mix: ColorMix;
  /** Id of the palette whose gradient is used instead of the stops; null for its own. */
  palette: string | null;
  /** Seconds in which the colour goes once through the gradient and back to its start, by time. */
  cycle: number;
  /** How much of the opacity goes away in silence, 0 to 1. */
  fade: number;
}

export const layerColorSchema = () =>
  yup
    .object({
      by: yup.string().required().oneOf(colorBys),
      stops: stopsSchema(),
      mix: yup.string().required().oneOf(colorMixes),
      palette: yup.string().max(64).nullable().defined(),
      cycle: yup.number().required().min(0.1).max(7200),
      fade: yup.number().required().min(0).max(1),
    })
    .required()
    .noUnknown();

/** Two colours from the low bands to the high ones. */
export const bandColors = (low: string, high: string, mix: ColorMix = 'oklch'): LayerColor => ({
  by: 'band',
  stops: [
    { at: 0, color: low },
    { at: 1, color: high },
  ],
  mix,
  palette: null,
  cycle: 20,
  fade: 0,
});

export const oneColor = (color: string): LayerColor => ({
  ...bandColors(color, color),
  by: 'one',
  stops: [{ at: 0, color }],
});

/** Steps of a gradient: more cannot be told apart, and each is a batch of its own. */
export const rampSteps = 32;
/** Steps across the reach: each is drawn for all marks. */
const acrossSteps = 10;
/** Steps of opacity, and of a gradient that has them besides: each pair of them is a batch. */
const fadeSteps = 8;
const fadedRampSteps = 12;

/** What of a mark decides its colour. */
export interface Inked {
  /** Which of so many bands. */
  band: number;
  /** Share of the path. */
  along: number;
  level: number;
}

/** Gives marks their colours at one moment. */
export interface Ink {
  /** Whether marks of one moment differ. */
  readonly varies: boolean;
  /** Colours from the path outwards, of which a mark shows those within its extent; undefined when not coloured so. */
  readonly across: readonly string[] | undefined;
  /** Colour of a mark, #rrggbb or #rrggbbaa. */
  of(mark: Inked): string;
  /** Colour of a continuous line that has one colour, at its mean level. */
  whole(level: number): string;
  /** A colour of the gradient, 0 to 1, with the opacity of a level. */
  at(place: number, level: number): string;
}

/**
 * @param bands how many bands there are
 * @param t seconds
 * @param steps of the gradient
 */
export function makeInk(
  color: LayerColor,
  gradient: Gradient,
  bands: number,
  t: number,
  steps = rampSteps,
): Ink {
  const { by, cycle, fade } = color;
  const ownSteps = fade > 0 ? Math.min(steps, fadedRampSteps) : steps;
  const ramp = gradientColors(gradient, by === 'time' ? 4 * rampSteps : ownSteps, by === 'time');
  const pick = (place: number) =>
    ramp[Math.min(Math.max(Math.round(place * (ramp.length - 1)), 0), ramp.length - 1)]!;
  const faded = (hex: string, level: number) => {
    if (fade <= 0) return hex;
    const step = Math.round(fadeSteps * (1 - fade * (1 - Math.min(Math.max(level, 0), 1))));
    const alpha = Math.round((255 * step) / fadeSteps);
    return alpha >= 255 ? hex : hex + alpha.toString(16).padStart(2, '0');
  };
  const now = by === 'time' ? (((t / cycle) % 1) + 1) % 1 : 0;
  const place = ({ band, along, level }: Inked): number => {
    switch (by) {
      case 'band':
        return bands > 1 ? band / (bands - 1) : 0;
      case 'along':
        return along;
      case 'level':
      case 'across':
        return level;
      case 'time':
        return now;
      case 'one':
        return 0;
    }
  };
  return {
    varies: by !== 'one' && by !== 'time' && ramp.some((other) => other !== ramp[0]),
    across: by === 'across' ? gradientColors(gradient, acrossSteps) : undefined,
    of: (mark) => faded(pick(place(mark)), mark.level),
    whole: (level) => faded(pick(by === 'time' ? now : by === 'level' ? level : 0), level),
    at: (share, level) => faded(pick(share), level),
  };
}
