import { range } from 'd3-array';
import { clock } from '../controls/time';
import { xOf, type TapeView } from './tapeView';

/** Pixels from one mark to the next, at least, and between the texts beside them. */
const minApart = 70;
const minGap = 10;

/** Pixels from a mark to its text. */
export const textOffset = 4;

export interface RulerMark {
  time: number;
  /** Pixels from the left. */
  x: number;
  text: string;
}

/** Seconds from one mark to the next: round ones, and those that divide a minute or an hour. */
const steps = [
  ...range(-5, 1).flatMap((power) => [1, 2, 5].map((factor) => factor * 10 ** power)),
  ...[10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600],
];

/** As many digits as tell neighbours apart. @param step seconds from one to the next */
const textOf = (time: number, step: number) =>
  step < 0.1 ? `${time.toFixed(Math.ceil(-Math.log10(step) - 1e-9))} s` : clock(time, step < 1);

/** Round times along the Tape, as close together as their texts have room. @param widthOf the width of a text in pixels */
export function rulerMarks(view: TapeView, width: number, widthOf: (text: string) => number): RulerMark[] {
  const { from, to } = view;
  const apart = (step: number) => (step * width) / (to - from);
  const hasRoom = (step: number) => apart(step) >= Math.max(minApart, widthOf(textOf(to, step)) + minGap);
  const step = steps.find(hasRoom) ?? steps.at(-1)!;
  return range(Math.ceil(from / step - 1e-9), Math.floor(to / step + 1e-9) + 1).map((n) => {
    const time = n * step;
    return { time, x: xOf(view, width, time), text: textOf(time, step) };
  });
}
