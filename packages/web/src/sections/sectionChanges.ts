import {
  maxSections,
  sectionAt,
  sectionSpans,
  suggestSections,
  type Film,
  type Section,
  type SongChanges,
} from '@cyclogram/core';
import { newId } from '../editor/newId';

/** What is done to sections, each on a draft of the film. */

/** Least length of a section, in seconds. */
export const shortest = 0.1;

/** Begins a new section at a moment: the one there is split. The first one begins with the film. */
export function splitSection(film: Film, t: number, end: number): void {
  if (film.sections.length === 0 && t > shortest)
    film.sections.push({ id: newId('section'), name: 'Intro', from: 0 });
  const here = sectionAt(film.sections, end, t);
  if (here && (t - here.from < shortest || here.to - t < shortest)) return;
  film.sections.push({
    id: newId('section'),
    name: `Section ${film.sections.length + 1}`,
    from: Math.max(0, t),
  });
  sortSections(film);
}

export const sortSections = (film: Film): void => void film.sections.sort((a, b) => a.from - b.from);

/** Moves the start of a section; it stays between its neighbours. */
export function moveSection(film: Film, id: string, from: number, end: number): void {
  const spans = sectionSpans([...film.sections], end);
  const at = spans.findIndex((span) => span.id === id);
  const section = film.sections.find((one) => one.id === id);
  if (at < 0 || !section) return;
  const min = at > 0 ? spans[at - 1]!.from + shortest : 0;
  section.from = Math.min(Math.max(from, min), spans[at]!.to - shortest);
}

/** Joins a section with the one before it; the first one with the one after it. What refers to it keeps its values and loses its effect. */
export function joinSection(film: Film, id: string): void {
  sortSections(film);
  const at = film.sections.findIndex((one) => one.id === id);
  if (at < 0) return;
  const [gone] = film.sections.splice(at, 1);
  if (at === 0 && film.sections[0]) film.sections[0].from = gone!.from;
}

/** Sections that begin within so many seconds of each other are one. */
const sameStart = 0.05;

/** Other sections in the place of those there are. One that begins where one did keeps its id, so that what refers to it stays. */
export function replaceSections(film: Film, found: readonly Omit<Section, 'id'>[]): void {
  const before = film.sections;
  film.sections = found.map((section) => {
    const same = before.find(({ from }) => Math.abs(from - section.from) < sameStart);
    return { ...section, id: same?.id ?? newId('section') };
  });
}

/**
 * How many sections the slider of suggestions stands at: as many as were asked for, unless there are others by now, after an undo
 * or work by hand.
 * @param asked may be more than there are: borders that go to the same bar are one
 */
export function shownCount(song: SongChanges, beats: Film['beats'], asked: number, sections: number): number {
  return suggestSections(song, beats, asked).length === sections
    ? asked
    : Math.min(Math.max(sections, 2), maxSections(song));
}

/** How sections are called where they are told apart: those of one name by a number of their own, from the second on. */
export interface SectionTitle {
  id: string;
  name: string;
  /** Undefined for the first of its name. */
  number: number | undefined;
  /** Both in one line. */
  text: string;
}

/** @param sections in the order in which they are played */
export function sectionTitles(sections: readonly Section[]): SectionTitle[] {
  const times = new Map<string, number>();
  return [...sections]
    .sort((a, b) => a.from - b.from)
    .map(({ id, name: own }) => {
      const name = own || 'Unnamed';
      const count = (times.get(name) ?? 0) + 1;
      times.set(name, count);
      const number = count > 1 ? count : undefined;
      return { id, name, number, text: number === undefined ? name : `${name} (${number})` };
    });
}
