import type { FieldGroup } from '../property/field';

/** How something comes and goes. */
export interface Fade {
  /** Seconds, from the start. */
  fadeIn: number;
  /** Seconds, to the end. */
  fadeOut: number;
  curve: FadeCurve;
}

/** The part of the film in which a layer is shown. */
export interface Span extends Fade {
  /** Seconds. */
  from: number;
  /** Seconds; null for the film's end. */
  to: number | null;
}

/**
 * Courses of a fade: `at` gives the level (0..1) at a share (0..1) of its time.
 * Of two sounds that cross by `equalPower` the powers add up to one (common practice).
 */
export const fadeCurves = {
  linear: { label: 'Straight', at: (share: number) => share },
  smooth: { label: 'Smooth', at: (share: number) => (1 - Math.cos(Math.PI * share)) / 2 },
  equalPower: { label: 'Equal power', at: (share: number) => Math.sin((Math.PI / 2) * share) },
} as const;

export type FadeCurve = keyof typeof fadeCurves;

/** Longest fade, in seconds. */
export const mostFade = 600;
/** Shortest time for which a layer is shown, in seconds. */
export const shortestSpan = 0.05;

// Frozen, for films share them until they are changed.
export const fadeStandard: Fade = Object.freeze<Fade>({ fadeIn: 0, fadeOut: 0, curve: 'smooth' });
export const spanStandard: Span = Object.freeze<Span>({ from: 0, to: null, ...fadeStandard });
export const fadesStandard: { picture: Fade & { color: string }; sound: Fade } = Object.freeze({
  picture: Object.freeze({ ...fadeStandard, color: '#000000' }),
  sound: fadeStandard,
});

const seconds = { kind: 'number', min: 0, max: mostFade, step: 0.1, unit: 's' } as const;

export const fadeFields: readonly FieldGroup[] = [
  {
    heading: 'Fades',
    fields: [
      { ...seconds, key: 'fadeIn', label: 'Fade in' },
      { ...seconds, key: 'fadeOut', label: 'Fade out' },
      {
        kind: 'choice',
        key: 'curve',
        label: 'Course',
        help: 'Straight changes evenly, smooth begins and ends gently, equal power is high early.',
        choices: Object.entries(fadeCurves).map(([value, { label }]) => ({ value, label })),
      },
    ],
  },
];

/** A picture fades from and to a colour. */
export const pictureFadeFields: readonly FieldGroup[] = [
  { heading: 'Fades', fields: [...fadeFields[0]!.fields, { kind: 'color', key: 'color', label: 'Colour' }] },
];

/**
 * Level (0..1) at `t` of what fades in from `from` on and out towards `to`, in
 * seconds. Where the two overlap they multiply; nothing fades in no time, as in a film without a song.
 */
export function fadeLevel({ fadeIn, fadeOut, curve }: Fade, from: number, to: number, t: number): number {
  if (to <= from) return 1;
  const { at } = fadeCurves[curve];
  const course = (passed: number, length: number) =>
    length > 0 && passed < length ? at(Math.max(passed, 0) / length) : 1;
  return course(t - from, fadeIn) * course(to - t, fadeOut);
}

/** How much of a layer is shown at `t` (0..1), in a film that ends at `end`: nothing outside of its span. */
export function spanLevel(span: Span, end: number, t: number): number {
  const to = span.to ?? end;
  return t < span.from || (span.to !== null && t >= to) ? 0 : fadeLevel(span, span.from, to, t);
}

/** The span with a part changed; an end that would come to lie beyond the other stays just before it. */
export function changeSpan(span: Span, part: Partial<Span>): Span {
  const next = { ...span, ...part };
  if (next.to === null || next.to >= next.from + shortestSpan) return next;
  return 'to' in part
    ? { ...next, to: next.from + shortestSpan }
    : { ...next, from: Math.max(0, next.to - shortestSpan) };
}
