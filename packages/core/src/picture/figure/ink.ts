import { choicesOf, record, type ValueOf } from '../../contract';
import {
  gradientColors,
  gradientFields,
  stopsRise,
  type ColorMix,
  type Gradient,
  type Ramps,
} from '../palette/palette';

/** What the colour of a mark depends on. */
const byLabels = {
  one: 'Single colour',
  band: 'Band',
  along: 'Position on the path',
  across: 'Distance from the path',
  level: 'Level',
  time: 'Time',
} as const;

const gradient = { key: 'by', isNot: ['one'] } as const;

/** How a layer is coloured. */
export const colorRecord = record(
  'color',
  [
    {
      heading: 'Colour',
      fields: [
        {
          kind: 'choice',
          key: 'by',
          label: 'Colour by',
          choices: choicesOf(byLabels),
          default: 'band',
        },
        {
          kind: 'reference',
          key: 'palette',
          label: 'Palette',
          help: 'Its own colours, or a palette that several layers share: a change of it shows in all of them.',
          to: 'palettes',
          nullable: true,
        },
        { ...gradientFields[0], hidden: true },
        { ...gradientFields[1], shownWhen: gradient },
        {
          kind: 'number',
          key: 'cycle',
          label: 'Cycle time',
          help: 'Time in which the colour goes through the gradient and back to its start.',
          min: 0.1,
          max: 7200,
          step: 1,
          unit: 's',
          default: 20,
          shownWhen: { key: 'by', is: ['time'] },
        },
        {
          kind: 'number',
          key: 'fade',
          label: 'Opacity by level',
          help: 'How much of the opacity goes away in silence.',
          min: 0,
          max: 1,
          step: 5,
          unit: '%',
          shownPer: 100,
          default: 0,
        },
      ],
    },
  ],
  [stopsRise],
);

export type LayerColor = ValueOf<typeof colorRecord>;

/** Two colours from the low bands to the high ones. */
export const bandColors = (low: string, high: string, mix: ColorMix = 'oklch'): LayerColor => ({
  by: 'band',
  stops: [
    { id: 'low', at: 0, color: low },
    { id: 'high', at: 1, color: high },
  ],
  mix,
  palette: null,
  cycle: 20,
  fade: 0,
});

export const oneColor = (color: string): LayerColor => ({
  ...bandColors(color, color),
  by: 'one',
  stops: [{ id: 'only', at: 0, color }],
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
  at(position: number, level: number): string;
}

/**
 * @param bands how many bands there are
 * @param t seconds
 * @param steps of the gradient
 * @param ramps colours of gradients that were made before
 */
export function makeInk(
  color: Pick<LayerColor, 'by' | 'cycle' | 'fade'>,
  gradient: Gradient,
  bands: number,
  t: number,
  steps = rampSteps,
  ramps?: Ramps,
): Ink {
  const { by, cycle, fade } = color;
  const ownSteps = fade > 0 ? Math.min(steps, fadedRampSteps) : steps;
  const ramp = gradientColors(gradient, by === 'time' ? 4 * rampSteps : ownSteps, by === 'time', ramps);
  const pick = (position: number) =>
    ramp[Math.min(Math.max(Math.round(position * (ramp.length - 1)), 0), ramp.length - 1)]!;
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
    across: by === 'across' ? gradientColors(gradient, acrossSteps, false, ramps) : undefined,
    of: (mark) => faded(pick(place(mark)), mark.level),
    whole: (level) => faded(pick(by === 'time' ? now : by === 'level' ? level : 0), level),
    at: (share, level) => faded(pick(share), level),
  };
}
