import { record, type ValueOf } from '../../contract';
import { fadeCurves, fadeLevel, maxSeconds, type Span } from '../timing/fades';

/** A named part of the song. It ends where the next one begins, the last one with the film. */
export const sectionRecord = record('section', [
  {
    heading: 'Section',
    fields: [
      { kind: 'id', key: 'id' },
      { kind: 'text', key: 'name', label: 'Name', maxLength: 100, line: true, default: '' },
      {
        kind: 'number',
        key: 'from',
        label: 'Start',
        help: 'Where it begins; it ends where the next one does.',
        min: 0,
        max: maxSeconds,
        step: 0.1,
        unit: 's',
        driven: false,
      },
    ],
  },
]);
export type Section = ValueOf<typeof sectionRecord>;

/** A section with its end. */
export interface SectionSpan extends Section {
  to: number;
}

const known = new WeakMap<readonly Section[], { end: number; spans: readonly SectionSpan[] }>();

/** Sections in their order, with their ends. @param end of the film in seconds */
export function sectionSpans(sections: readonly Section[], end: number): readonly SectionSpan[] {
  const before = known.get(sections);
  if (before?.end === end) return before.spans;
  const sorted = [...sections].sort((a, b) => a.from - b.from);
  const spans = sorted.map((section, i) => ({
    ...section,
    to: Math.max(section.from, sorted[i + 1]?.from ?? end),
  }));
  known.set(sections, { end, spans });
  return spans;
}

/** The section that a moment lies in; undefined before the first. */
export function sectionAt(sections: readonly Section[], end: number, t: number): SectionSpan | undefined {
  let found: SectionSpan | undefined;
  for (const span of sectionSpans(sections, end)) if (span.from <= t) found = span;
  return found;
}

/** A layer's time in the film, with the sections in which it is shown. */
export interface Shown {
  span: Span;
  /** Ids of sections: in these only; in all where none is named. */
  sections: readonly string[];
}

/**
 * From when to when a layer is shown around a moment, in seconds: within its span, and where sections are named, for the run of
 * them that lies around it. Undefined where it is not shown. Sections that are gone do not count.
 */
export function shownRun(
  { span, sections: chosen }: Shown,
  sections: readonly Section[],
  end: number,
  t: number,
): { from: number; to: number } | undefined {
  const spans = chosen.length > 0 ? sectionSpans(sections, end) : [];
  const isChosen = ({ id }: Section) => chosen.includes(id);
  if (!spans.some(isChosen)) {
    const to = span.to ?? end;
    return t < span.from || (span.to !== null && t >= to) ? undefined : { from: span.from, to };
  }
  const at = spans.findIndex(({ from, to }) => t >= from && t < to);
  if (at < 0 || !isChosen(spans[at]!)) return undefined;
  let [first, last] = [at, at];
  while (first > 0 && isChosen(spans[first - 1]!)) first--;
  while (last + 1 < spans.length && isChosen(spans[last + 1]!)) last++;
  const from = Math.max(span.from, spans[first]!.from);
  const to = Math.min(span.to ?? end, spans[last]!.to);
  return t < from || t >= to ? undefined : { from, to };
}

/** How much of a layer is shown at `t` (0..1). It fades in and out at the ends of each run of its sections. */
export function shownLevel(shown: Shown, sections: readonly Section[], end: number, t: number): number {
  const run = shownRun(shown, sections, end, t);
  return run ? fadeLevel(shown.span, run.from, run.to, t) : 0;
}

/** How far a layer has faded in at `t` (0..1), by its curve; undefined where it does not fade in. */
export function fadedIn(
  shown: Shown,
  sections: readonly Section[],
  end: number,
  t: number,
): number | undefined {
  const { fadeIn, curve } = shown.span;
  const run = shownRun(shown, sections, end, t);
  return run && t - run.from < fadeIn ? fadeCurves[curve].at((t - run.from) / fadeIn) : undefined;
}
