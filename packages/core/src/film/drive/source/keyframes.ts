import { choicesOf, isContinuous, mixValues, record, type ValueOf } from '../../../contract';
import { beatTime, type FilmSound, sectionSpans } from '../../../sound';
import { ease, easingFields } from '../easing';
import { extremes, type SourceKind } from './sourceKind';

/** A value at a time, and how it goes on to the next. */
export const keyframeRecord = record('keyframe', [
  {
    heading: 'Keyframe',
    fields: [
      { kind: 'id', key: 'id' },
      {
        kind: 'number',
        key: 'time',
        label: 'Time',
        help: 'In seconds, in beats since the first bar, or as a share of the section.',
        min: -86400,
        max: 86400,
        step: 0.1,
        unit: '',
      },
      { kind: 'value', key: 'value', label: 'Value' },
      ...easingFields,
    ],
  },
]);
export type Keyframe = ValueOf<typeof keyframeRecord>;

const keyframesRecord = record('source.keyframes', [
  {
    heading: 'Keyframes',
    fields: [
      {
        kind: 'choice',
        key: 'timeBase',
        label: 'Time base',
        help: 'Beats and shares of a section keep their place in another song.',
        choices: choicesOf({ seconds: 'Seconds', beats: 'Beats', section: 'Share of a section' }),
        default: 'seconds',
      },
      {
        kind: 'reference',
        key: 'section',
        label: 'Section',
        to: 'sections',
        soft: true,
        nullable: true,
        shownWhen: { key: 'timeBase', is: ['section'] },
      },
      {
        kind: 'list',
        key: 'keys',
        label: 'Keyframes',
        of: { kind: 'record', label: 'Keyframe', of: keyframeRecord },
        min: 1,
        max: 1000,
      },
    ],
  },
]);
export type Keyframes = ValueOf<typeof keyframesRecord>;

/** Moment of a key in seconds; undefined where its section is gone, or there are no beats. */
export function keyTime(
  { timeBase, section }: Pick<Keyframes, 'timeBase' | 'section'>,
  film: Pick<FilmSound, 'beats' | 'sections'>,
  end: number,
  time: number,
): number | undefined {
  if (timeBase === 'seconds') return time;
  if (timeBase === 'beats') return film.beats ? beatTime(film, time) : undefined;
  const span = sectionSpans(film.sections, end).find(({ id }) => id === section);
  return span && Number.isFinite(span.to) ? span.from + time * (span.to - span.from) : undefined;
}

/** The time of a key that stands at a moment: the other way round. */
export function timeOfKey(
  { timeBase, section }: Pick<Keyframes, 'timeBase' | 'section'>,
  film: Pick<FilmSound, 'beats' | 'sections'>,
  end: number,
  seconds: number,
): number | undefined {
  if (timeBase === 'seconds') return seconds;
  if (timeBase === 'beats')
    return film.beats ? ((seconds - film.beats.first) * film.beats.bpm) / 60 : undefined;
  const span = sectionSpans(film.sections, end).find(({ id }) => id === section);
  return span && span.to > span.from ? (seconds - span.from) / (span.to - span.from) : undefined;
}

/** Keys in the order of their times, by the list they stand in. */
const sorted = new WeakMap<readonly Keyframe[], readonly Keyframe[]>();

export function keysInOrder(keys: readonly Keyframe[]): readonly Keyframe[] {
  let all = sorted.get(keys);
  if (!all) sorted.set(keys, (all = [...keys].sort((a, b) => a.time - b.time)));
  return all;
}

export const keyframesSource: SourceKind<'keyframes', typeof keyframesRecord> = {
  kind: 'keyframes',
  label: 'Keyframes',
  icon: 'diamond',
  about: 'Values at moments that you set, and the ways between them.',
  record: keyframesRecord,
  isBase: true,
  editor: 'keyframes',
  moves: () => true,
  value(source, { film, hearing, t, field }) {
    const keys = keysInOrder(source.keys);
    const now = timeOfKey(source, film, hearing.end, t);
    const first = keys[0];
    if (now === undefined || !first) return undefined;
    if (now < first.time) return first.value;
    let [low, high] = [0, keys.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (keys[middle]!.time <= now) low = middle;
      else high = middle - 1;
    }
    const [from, to] = [keys[low]!, keys[low + 1]];
    if (!to || !isContinuous(field)) return from.value;
    const [start, end] = [from, to].map(({ time }) => keyTime(source, film, hearing.end, time));
    const seconds = t - start!;
    return mixValues(field, from.value, to.value, ease(from, seconds / (end! - start!), seconds));
  },
  needs: () => ({ followers: [] }),
  range: ({ keys }) => extremes(keysInOrder(keys).map(({ value }) => value)),
  begin: (_field, value) => ({
    keys: [
      {
        id: 'key-1',
        time: 0,
        value,
        easing: 'ease-in-out',
        x1: 0.25,
        y1: 0.1,
        x2: 0.25,
        y2: 1,
        steps: 4,
        jump: 'jump-end',
        springHz: 2,
        springDamping: 0.4,
      },
    ],
  }),
};
