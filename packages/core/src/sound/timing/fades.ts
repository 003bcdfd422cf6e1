import { above, choicesOf, defaultsOf, exact, fields, record, type ValueOf } from '../../contract';

/**
 * Courses of a fade: `at` gives the level (0..1) at a share (0..1) of its time.
 * Of two sounds that cross by `equalPower` the powers add up to one (common practice).
 */
export const fadeCurves = {
  linear: { label: 'Linear', at: (share: number) => share },
  smooth: { label: 'Smooth', at: (share: number) => (1 - exact.cos(Math.PI * share)) / 2 },
  equalPower: { label: 'Equal power', at: (share: number) => exact.sin((Math.PI / 2) * share) },
} as const;

export type FadeCurve = keyof typeof fadeCurves;

/** Longest fade, in seconds. */
export const maxFade = 600;
/** Shortest time for which a layer is shown, in seconds. */
export const shortestSpan = 0.05;

const fadeTime = {
  kind: 'number',
  min: 0,
  max: maxFade,
  step: 0.1,
  unit: 's',
  default: 0,
  driven: false,
} as const;

/** How something comes and goes. */
export const fadeFields = fields([
  { ...fadeTime, key: 'fadeIn', label: 'Fade in' },
  { ...fadeTime, key: 'fadeOut', label: 'Fade out' },
  {
    kind: 'choice',
    key: 'curve',
    label: 'Fade curve',
    help: 'Linear changes evenly, smooth begins and ends gently, equal power is high early.',
    choices: choicesOf(fadeCurves),
    default: 'smooth',
    driven: false,
  },
]);

/** A fade of the sound. */
export const fadeRecord = record('fade', [{ heading: 'Fades', fields: fadeFields }]);
export type Fade = ValueOf<typeof fadeRecord>;

/** A fade of the picture, from and to a colour. */
export const pictureFadeRecord = record('pictureFade', [
  {
    heading: 'Fades',
    fields: [...fadeFields, { kind: 'color', key: 'color', label: 'Colour', default: '#000000' }],
  },
]);

/** Longest time in a film, in seconds. */
export const maxSeconds = 7200;

const moment = { kind: 'number', min: 0, max: maxSeconds, step: 0.5, unit: 's', driven: false } as const;

/** The part of the film in which a layer is shown. */
export const spanRecord = record(
  'span',
  [
    {
      heading: 'Timing',
      fields: [
        { ...moment, key: 'from', label: 'Start', default: 0 },
        {
          ...moment,
          key: 'to',
          label: 'End',
          help: 'Unless set, the layer is shown to the end of the film.',
          nullable: true,
        },
        ...fadeFields,
      ],
    },
  ],
  [above('from', 'to')],
);
export type Span = ValueOf<typeof spanRecord>;

/** Fades of the whole film. */
export const fadesRecord = record('fades', [
  {
    heading: 'Fades',
    fields: [
      { kind: 'record', key: 'picture', label: 'Picture', of: pictureFadeRecord },
      {
        kind: 'record',
        key: 'sound',
        label: 'Sound',
        help: 'Of the sound as it is played and rendered; ears analyse the tracks unfaded.',
        of: fadeRecord,
      },
    ],
  },
]);
export type Fades = ValueOf<typeof fadesRecord>;

const nowhere = { width: 0, height: 0 };
// Frozen, for films share them until they are changed.
export const fadeStandard: Fade = Object.freeze(defaultsOf(fadeRecord, nowhere));
export const spanStandard: Span = Object.freeze(defaultsOf(spanRecord, nowhere));
export const fadesStandard: Fades = Object.freeze({
  picture: Object.freeze(defaultsOf(pictureFadeRecord, nowhere)),
  sound: fadeStandard,
});

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

/** The span with a part changed; an end that would come to lie beyond the other stays just before it. */
export function changeSpan(span: Span, part: Partial<Span>): Span {
  const next = { ...span, ...part };
  if (next.to === null || next.to >= next.from + shortestSpan) return next;
  return 'to' in part
    ? { ...next, to: next.from + shortestSpan }
    : { ...next, from: Math.max(0, next.to - shortestSpan) };
}
