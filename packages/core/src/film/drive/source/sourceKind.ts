import {
  type AnyRecord,
  type Field,
  fields,
  type IconName,
  type MovingValue,
  type ValueOf,
  zip,
} from '../../../contract';
import { type FilmSound, followerIntegral, followerValue, type Hearing } from '../../../sound';

/** One of the parts that a cord spreads over: letters, copies, or selected layers. */
export interface Part {
  index: number;
  count: number;
}

/** Parts that can be told apart at most. */
export const maxParts = 256;

/** What a source is asked at. */
export interface SourceContext {
  film: FilmSound;
  hearing: Hearing;
  /** Seconds. */
  t: number;
  field: Field;
  /** What it moves around: the property's own value, or what keyframes and sections make of it. */
  base: MovingValue;
  /** Value (0..1) that stands for a follower, where a part listens to its own slice. */
  slice?: number | undefined;
}

/** What a source needs of the sound. */
export interface SourceNeeds {
  /** Ids of followers; those that are gone are left out by who hears. */
  followers: readonly string[];
}

/** A source of motion. A new one is a file in this folder and a line in registry.ts. */
export interface SourceKind<Kind extends string = string, R extends AnyRecord = AnyRecord> {
  kind: Kind;
  label: string;
  /** Its sign beside cords. */
  icon: IconName;
  /** One sentence for those who choose. */
  about: string;
  record: R;
  /** Whether it sets the value that others move around. */
  isBase: boolean;
  /** Whether it is without effect as long as its `follower` is none. */
  needsFollower?: true;
  /** Whether what it says is of one song, and means nothing with another one. */
  ofSong?: true;
  /** What in the interface edits it, where its fields alone do not. */
  editor?: SourceEditor;
  /** Whether it can move such a property. */
  moves(field: Field): boolean;
  /** The property's value by this source alone; undefined where it has none now: then it is without effect. */
  value(source: ValueOf<R>, context: SourceContext): MovingValue | undefined;
  /** By what the base is multiplied, of sources that can say so. */
  factor?(source: ValueOf<R>, context: SourceContext): number | undefined;
  needs(source: ValueOf<R>): SourceNeeds;
  /** The values between which it moves the property: at rest and at peak, or lowest and highest; undefined where there are none. */
  range(source: ValueOf<R>, field: Field, base: MovingValue): readonly [MovingValue, MovingValue] | undefined;
  /** What a value of it says: a value of the property itself when left out, a difference of its values, or a factor. */
  says?(source: ValueOf<R>, key: string): 'difference' | 'factor' | undefined;
  /** Whether a field of it has an effect on such a property; all do when left out. */
  isFor?(key: string, field: Field): boolean;
  /** What else of it becomes another when one of its own is set. @param rest the value that it moves from */
  changed?(source: ValueOf<R>, key: string, value: unknown, rest: MovingValue): Partial<ValueOf<R>>;
  /** The same so many seconds later, of sources that can be late. */
  later?(source: ValueOf<R>, seconds: number): Partial<ValueOf<R>>;
  /** What a new one sets for a property with such a value. */
  begin(field: Field, value: MovingValue): Partial<ValueOf<R>>;
}

/** Editors of sources whose lists are more than a row of controls, by the names under which kinds ask for them. */
export type SourceEditor = 'keyframes' | 'sectionValues';

/** Of motions, how far they go is a difference of the property's values. */
export const amountSays = (_source: unknown, key: string): 'difference' | undefined =>
  key === 'amount' ? 'difference' : undefined;

/** A reference to a follower that may be gone. */
export const followerReference = {
  kind: 'reference',
  to: 'followers',
  soft: true,
  nullable: true,
} as const;

/** Amount and speed of a motion by itself, which may follow a follower. */
export const motionFields = fields([
  {
    ...followerReference,
    key: 'amountBy',
    label: 'Amount follows',
    help: 'The follower whose level the amount is multiplied by.',
  },
  {
    ...followerReference,
    key: 'speedBy',
    label: 'Speed follows',
    help: 'The follower whose level the speed is multiplied by.',
  },
]);

interface Motion {
  amountBy: string | null;
  speedBy: string | null;
}

/** What an amount is multiplied by now. */
export const amountNow = ({ amountBy }: Motion, { film, hearing, t, slice }: SourceContext): number =>
  amountBy === null ? 1 : (slice ?? followerValue(film, hearing, amountBy, t) ?? 0);

/** Seconds that have gone at a motion's own speed: the integral of what drives the speed. */
export const motionTime = ({ speedBy }: Motion, { film, hearing, t }: SourceContext): number =>
  speedBy === null ? t : (followerIntegral(film, hearing, speedBy, t) ?? 0);

export const motionNeeds = ({ amountBy, speedBy }: Motion): SourceNeeds => ({
  followers: [amountBy, speedBy].filter((id) => id !== null),
});

/** The values to both sides of a property's own. */
export function aroundBase(
  base: MovingValue,
  amount: MovingValue,
): readonly [MovingValue, MovingValue] | undefined {
  const [low, high] = [-1, 1].map((sign) => zip([base, amount], (middle, max) => middle + sign * max));
  return low === undefined || high === undefined ? undefined : [low, high];
}

/** The lowest and the highest of some numbers; of other values the first and the last. */
export function extremes(values: readonly MovingValue[]): readonly [MovingValue, MovingValue] | undefined {
  if (values.length === 0) return undefined;
  if (values.every((value) => typeof value === 'number')) return [Math.min(...values), Math.max(...values)];
  return [values[0]!, values.at(-1)!];
}
