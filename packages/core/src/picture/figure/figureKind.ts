import {
  defaultsOf,
  type FieldGroup,
  record,
  type RecordType,
  type Size,
  type ValueOfGroups,
} from '../../contract';
import type { Operation } from '../display/displayList';
import type { FigureOffer } from './figureOffer';
import type { MarkScene } from './scene';

/** What every figure has: how far its marks reach, and in which direction. */
export interface FigureBase {
  reach: number;
  direction: 'normal' | 'fixed';
  angle: number;
}

/** What a figure needs beside the levels of the moment. */
export interface FigureNeeds {
  /** Seconds before the moment, and after it, that it looks at. */
  lookBack: number;
  lookAhead: number;
  /** The waveform of its ear. */
  waveform: boolean;
  /** The held peaks of its ear's bands. */
  peaks: boolean;
}

/** Says in its name what is missing where a kind's fields do not make a {@link FigureBase}. */
type MakesFigureBase<Groups> =
  ValueOfGroups<Groups> extends FigureBase ? unknown : { needs_reachField_and_directionFields: never };

/** What a kind of figure is made of. */
export interface FigureLiteral<Kind extends string, Groups extends readonly FieldGroup[]> {
  kind: Kind;
  label: string;
  /** What it looks like, in one line. */
  about: string;
  /** What of it the gallery shows, at least one. */
  offers: readonly [
    FigureOffer<ValueOfGroups<NoInfer<Groups>>>,
    ...FigureOffer<ValueOfGroups<NoInfer<Groups>>>[],
  ];
  fields: Groups;
  /** Whether it shows bands of its ear, which then are from `bandFrom` to `bandTo`; false for one that shows the sound itself. */
  bands?: false;
  /** Whether it draws many lines in each colour, and so is given fewer colours. */
  manyLines?: true;
  /** The marks it makes of levels along a path. */
  marks(figure: ValueOfGroups<NoInfer<Groups>>, scene: MarkScene): Operation[];
  /** What it needs beside the levels of the moment; nothing when left out. */
  needs?(figure: ValueOfGroups<NoInfer<Groups>>): Partial<FigureNeeds>;
}

export interface FigureKind<Kind extends string, Groups extends readonly FieldGroup[]> {
  kind: Kind;
  label: string;
  about: string;
  offers: readonly FigureOffer<object>[];
  bands?: false;
  manyLines?: true;
  record: RecordType<Groups>;
  /** A figure that suits a picture of this size. */
  defaults(size: Size): ValueOfGroups<Groups> & { kind: Kind };
  marks(figure: ValueOfGroups<Groups>, scene: MarkScene): Operation[];
  needs(figure: ValueOfGroups<Groups>): Partial<FigureNeeds>;
}

/** Makes a kind of figure. */
export function figureKind<const Kind extends string, const Groups extends readonly FieldGroup[]>(
  literal: FigureLiteral<Kind, Groups> & MakesFigureBase<Groups>,
): FigureKind<Kind, Groups> {
  const { fields, needs = () => ({}), ...rest } = literal as FigureLiteral<Kind, Groups>;
  const { kind } = rest;
  const type = record(`figure.${kind}`, fields) as RecordType<Groups>;
  return {
    ...rest,
    record: type,
    defaults: (size) => ({ kind, ...(defaultsOf(type, size) as ValueOfGroups<Groups>) }),
    needs,
  };
}
