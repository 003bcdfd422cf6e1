import type { FieldGroup, Matrix, ValueOfGroups } from '../../contract';
import { passKind, type PassKind } from './passKind';

/** What draws something at another time: so many seconds later. */
export type DrawLater<Op> = (seconds: number) => Op[];

/** A pass that puts together what is drawn at several times. */
export interface TimePassKind<Kind extends string, Group extends FieldGroup> extends PassKind<Kind, Group> {
  heading: 'Time';
  /** @typeParam Op what drawings are made of: it only puts them together */
  compose<Op>(settings: ValueOfGroups<readonly [Group]>, drawn: DrawLater<Op>, around: TimeContext<Op>): Op[];
  /** Seconds before and after the moment that it looks at. */
  times(settings: ValueOfGroups<readonly [Group]>): { back: number; ahead: number };
}

/** How drawings are put together as one. */
export interface Together {
  opacity?: number;
  matrix?: Matrix;
  /** Whether they are pictures of which the average is drawn. */
  average?: true;
}

export interface TimeContext<Op> {
  size: { width: number; height: number };
  fps: number;
  /** Whether it has to be quick. */
  quick: boolean;
  /** Drawings as one, on a surface of its own. */
  together(drawn: Op[], part?: Together): Op;
}

/** Makes such a kind. Pixels are not its business. */
export function timePassKind<const Kind extends string, const Fields extends FieldGroup['fields']>(
  literal: Pick<
    TimePassKind<Kind, { readonly heading: string; readonly fields: Fields }>,
    'kind' | 'label' | 'about' | 'compose' | 'times'
  > & { fields: Fields },
): TimePassKind<Kind, { readonly heading: string; readonly fields: Fields }> {
  const { compose, times, ...rest } = literal;
  const kind = passKind({ ...rest, heading: 'Time', light: 'encoded', form: 'time', run: () => undefined });
  return { ...kind, heading: 'Time', compose, times };
}
