import { maxFade, shortestSpan, type Span } from '@cyclogram/core';
import type { FadePart, FadeRow } from './fadeRows';

/** What a drag changes: of fades their lengths, of layers their ends as well. */
export type FadeChange = Partial<Omit<Span, 'curve'>>;

const within = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high);

/**
 * What dragging a part of a row to a time changes.
 * @param row as it was when it was taken hold of, at `grabbed` seconds
 * @param end length of the film: what is dragged to it lasts to the end
 * @param snap gives the time that one snaps to
 */
export function dragFade(
  { from, to }: FadeRow,
  part: FadePart,
  grabbed: number,
  time: number,
  end: number,
  snap: (time: number) => number,
): FadeChange {
  const longest = Math.min(to - from, maxFade);
  switch (part) {
    case 'fadeIn':
      return { fadeIn: within(snap(time) - from, 0, longest) };
    case 'fadeOut':
      return { fadeOut: within(to - snap(time), 0, longest) };
    case 'from':
      return { from: within(snap(time), 0, to - shortestSpan) };
    case 'to': {
      const position = Math.max(snap(time), from + shortestSpan);
      return { to: position >= end ? null : position };
    }
    case 'whole': {
      const position = Math.max(0, snap(from + time - grabbed));
      return { from: position, to: position + to - from };
    }
  }
}

/** What a double click on a part sets: no fade, or throughout the film. */
export function resetFade(part: FadePart): FadeChange {
  switch (part) {
    case 'fadeIn':
      return { fadeIn: 0 };
    case 'fadeOut':
      return { fadeOut: 0 };
    case 'from':
      return { from: 0 };
    case 'to':
      return { to: null };
    case 'whole':
      return {};
  }
}
