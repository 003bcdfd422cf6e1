import type { Operation } from '../picture/displayList';
import type { FieldGroup } from '../property/field';
import type { ValueOfGroups } from '../property/record';
import { passKind, type PassKind } from './passKind';

/** What draws something at another time: so many seconds later. */
export type DrawLater = (seconds: number) => Operation[];

/** A pass that puts together what is drawn at several times. */
export interface TimePassKind<Kind extends string, Group extends FieldGroup> extends PassKind<Kind, Group> {
  heading: 'Time';
  compose(settings: ValueOfGroups<readonly [Group]>, drawn: DrawLater, around: TimeContext): Operation[];
  /** Seconds before and after the moment that it looks at. */
  reach(settings: ValueOfGroups<readonly [Group]>): { back: number; ahead: number };
}

export interface TimeContext {
  size: { width: number; height: number };
  fps: number;
  /** Whether it has to be quick. */
  quick: boolean;
}

/** Makes such a kind. Pixels are not its business. */
export function timePassKind<const Kind extends string, const Fields extends FieldGroup['fields']>(
  literal: Pick<
    TimePassKind<Kind, { readonly heading: string; readonly fields: Fields }>,
    'kind' | 'label' | 'about' | 'compose' | 'reach'
  > & { fields: Fields },
): TimePassKind<Kind, { readonly heading: string; readonly fields: Fields }> {
  const { compose, reach, ...rest } = literal;
  const kind = passKind({ ...rest, heading: 'Time', light: 'encoded', form: 'time', run: () => undefined });
  return { ...kind, heading: 'Time', compose, reach };
}
