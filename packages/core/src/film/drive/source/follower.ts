import {
  choicesOf,
  type Field,
  fieldKind,
  firstPeak,
  isContinuous,
  isOnOff,
  isPoint,
  mixValues,
  type MovingValue,
  pow,
  record,
  zip,
} from '../../../contract';
import { followerValue, isOn } from '../../../sound';
import { followerReference, type SourceKind, type SourceContext } from './sourceKind';

const axes = {
  apart: 'Both, apart',
  proportion: 'Both, in proportion',
  x: 'Horizontal only',
  y: 'Vertical only',
} as const;

const followerSourceRecord = record('source.follower', [
  {
    heading: 'Follower',
    fields: [
      { ...followerReference, key: 'follower', label: 'Follower', help: 'What it follows.' },
      {
        kind: 'choice',
        key: 'how',
        label: 'Peak mode',
        help: 'A value of its own, or by what the value at rest grows: then it keeps its effect when that changes.',
        choices: choicesOf({ to: 'Absolute', by: 'Add', times: 'Multiply' }),
        default: 'to',
      },
      {
        kind: 'value',
        key: 'rest',
        label: 'Rest',
        help: 'Value in silence; unless set, the property’s own.',
        nullable: true,
      },
      { kind: 'value', key: 'peak', label: 'Peak', help: 'Value at full level.' },
      {
        kind: 'number',
        key: 'curve',
        label: 'Response curve',
        help: 'The level to this power: above 1 only strong hits show, below 1 weak ones too.',
        min: 0.1,
        max: 10,
        step: 0.1,
        unit: '',
        default: 1,
      },
      {
        kind: 'number',
        key: 'delay',
        label: 'Delay',
        help: 'Less than 0 is ahead of the hit.',
        min: -5,
        max: 5,
        step: 10,
        unit: 'ms',
        shownPer: 1000,
        default: 0,
      },
      {
        kind: 'choice',
        key: 'axes',
        label: 'Axes',
        help: 'Of properties with two directions.',
        choices: choicesOf(axes),
        default: 'apart',
      },
      {
        kind: 'number',
        key: 'onAbove',
        label: 'On above',
        help: 'Of switches: the level above which it turns on.',
        min: 0,
        max: 1,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 0.6,
      },
      {
        kind: 'number',
        key: 'offBelow',
        label: 'Off below',
        help: 'Of switches: the level below which it turns off again.',
        min: 0,
        max: 1,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 0.4,
      },
    ],
  },
]);

interface FollowerSource {
  follower: string | null;
  how: 'to' | 'by' | 'times';
  rest: MovingValue | null;
  peak: MovingValue;
  curve: number;
  delay: number;
  axes: keyof typeof axes;
}

/** Level of the follower as the cord responds to it; undefined while there is none. */
function levelOf(
  { follower, curve, delay }: FollowerSource,
  { film, hearing, t, slice }: SourceContext,
): number | undefined {
  if (follower === null) return undefined;
  const level = slice ?? followerValue(film, hearing, follower, t - delay);
  if (level === undefined) return undefined;
  return curve === 1 ? level : pow(Math.max(level, 0), curve);
}

/** The value at peak, on the axes that move. */
function peakOf(source: FollowerSource, rest: MovingValue): MovingValue {
  const { how, peak } = source;
  const reached = how === 'to' ? peak : zip([rest, peak], how === 'by' ? (a, b) => a + b : (a, b) => a * b);
  if (reached === undefined || !isPoint(rest)) return reached ?? peak;
  const full = isPoint(reached) ? reached : { x: Number(reached), y: Number(reached) };
  if (source.axes === 'x') return { x: full.x, y: rest.y };
  if (source.axes === 'y') return { x: rest.x, y: full.y };
  if (source.axes === 'apart') return full;
  // Both grow as the first does; where that is nothing, by as much.
  return { x: full.x, y: rest.x === 0 ? rest.y + full.x : rest.y * (full.x / rest.x) };
}

/** A peak said in another way, so that it keeps its effect. */
export function peakSaidAs(
  how: FollowerSource['how'],
  was: FollowerSource['how'],
  rest: MovingValue,
  peak: MovingValue,
): MovingValue {
  const full = was === 'to' ? peak : zip([rest, peak], was === 'by' ? (a, b) => a + b : (a, b) => a * b);
  if (full === undefined) return peak;
  if (how === 'to') return full;
  const tidy = (value: number) => Number(value.toPrecision(6));
  return (
    zip([rest, full], how === 'by' ? (a, b) => tidy(b - a) : (a, b) => (a === 0 ? 1 : tidy(b / a))) ?? peak
  );
}

export const followerSource: SourceKind<'follower', typeof followerSourceRecord> = {
  kind: 'follower',
  label: 'Follower',
  icon: 'activity',
  about: 'Moves between a value at rest and one at peak, as a follower does.',
  record: followerSourceRecord,
  isBase: false,
  needsFollower: true,
  says(source, key) {
    if (key !== 'peak' || source.how === 'to') return undefined;
    return source.how === 'by' ? 'difference' : 'factor';
  },
  isFor(key, field) {
    const { numeric, onOff = false } = fieldKind(field).moves ?? {};
    if (key === 'onAbove' || key === 'offBelow') return onOff;
    if (key === 'curve') return !onOff;
    if (key === 'how') return numeric !== undefined;
    return key !== 'axes' || numeric?.axes === true;
  },
  changed(source, key, value, rest) {
    if (key !== 'how') return {};
    const { how, peak } = source as FollowerSource;
    return { peak: peakSaidAs(value as FollowerSource['how'], how, rest, peak) };
  },
  later: ({ delay }, seconds) => ({
    delay: Math.min(5, Math.max(-5, Math.round((delay + seconds) * 1000) / 1000)),
  }),
  moves: (field: Field) => isContinuous(field) || isOnOff(field),
  value(source, context) {
    const { field, base, film, hearing, t } = context;
    const given = source as FollowerSource;
    if (isOnOff(field)) {
      if (source.follower === null) return undefined;
      const on = isOn(
        film,
        hearing,
        source.follower,
        { on: source.onAbove, off: source.offBelow },
        t - source.delay,
      );
      return on === undefined ? undefined : on ? given.peak : (given.rest ?? base);
    }
    const level = levelOf(given, context);
    if (level === undefined) return undefined;
    const rest = given.rest ?? base;
    return mixValues(field, rest, peakOf(given, rest), level);
  },
  factor(source, context) {
    const given = source as FollowerSource;
    if (given.how !== 'times' || typeof given.peak !== 'number') return undefined;
    const level = levelOf(given, context);
    return level === undefined ? undefined : 1 + level * (given.peak - 1);
  },
  needs: ({ follower }) => ({ followers: follower === null ? [] : [follower] }),
  range(source, field, base) {
    const given = source as FollowerSource;
    const rest = given.rest ?? base;
    return [rest, isOnOff(field) ? given.peak : peakOf(given, rest)];
  },
  begin: firstPeak,
};
