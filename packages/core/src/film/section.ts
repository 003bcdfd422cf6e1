import { record, type ValueOf } from '../property/record';
import { fadeLevel, mostSeconds, spanLevel, type Span } from './fades';

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
        max: mostSeconds,
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

/**
 * How much of a layer is shown at `t` (0..1): within its span, and where sections are named, in these only. It fades in
 * and out at the ends of each run of them. Sections that are gone do not count.
 */
export function shownLevel(
  { span, sections: chosen }: { span: Span; sections: readonly string[] },
  sections: readonly Section[],
  end: number,
  t: number,
): number {
  const spans = chosen.length > 0 ? sectionSpans(sections, end) : [];
  const isChosen = ({ id }: Section) => chosen.includes(id);
  if (!spans.some(isChosen)) return spanLevel(span, end, t);
  const at = spans.findIndex(({ from, to }) => t >= from && t < to);
  if (at < 0 || !isChosen(spans[at]!)) return 0;
  let [first, last] = [at, at];
  while (first > 0 && isChosen(spans[first - 1]!)) first--;
  while (last + 1 < spans.length && isChosen(spans[last + 1]!)) last++;
  const from = Math.max(span.from, spans[first]!.from);
  const to = Math.min(span.to ?? end, spans[last]!.to);
  return t < from || t >= to ? 0 : fadeLevel(span, from, to, t);
}
