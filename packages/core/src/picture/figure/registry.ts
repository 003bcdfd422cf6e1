import {
  fieldsOf,
  keepFitting,
  kindOf,
  Registry,
  scaleLengths,
  type Size,
  type ValueOfKinds,
} from '../../contract';
import type { Operation } from '../display/displayList';
import { area, ribbon } from './area';
import { bars } from './bars';
import { caps } from './caps';
import { dots } from './dots';
import type { FigureNeeds } from './figureKind';
import { images } from './imageMarks';
import { letters } from './letters';
import { line } from './line';
import { needles } from './needles';
import type { MarkScene } from './scene';
import { spectrogram } from './spectrogram';
import type { BandRange } from './standing';
import { trail } from './trail';
import { waveform } from './waveform';

/** Every kind of figure there is. A new one is a file beside bars.ts and a line here. */
export const figureKinds = {
  bars,
  needles,
  dots,
  caps,
  line,
  area,
  ribbon,
  trail,
  waveform,
  spectrogram,
  images,
  letters,
};

export type FigureKindName = keyof typeof figureKinds;
export type FigureSettings = ValueOfKinds<typeof figureKinds>;
/** Settings of a figure of one kind. */
export type FigureOf<Kind extends FigureKindName> = Extract<FigureSettings, { kind: Kind }>;

/** What is asked of a kind here, whichever it is. */
interface AnyFigureKind {
  bands?: false;
  manyLines?: true;
  marks(figure: FigureSettings, scene: MarkScene): Operation[];
  needs(figure: FigureSettings): Partial<FigureNeeds>;
}
const figureRegistry = new Registry<typeof figureKinds, AnyFigureKind>(() => figureKinds);

/** The marks of a figure; one of an unknown kind has none. */
export const figureMarks = (figure: FigureSettings, scene: MarkScene): Operation[] =>
  figureRegistry.of(figure)?.marks(figure, scene) ?? [];

/** What a figure needs beside the levels of the moment. */
export const figureNeeds = (figure: FigureSettings): FigureNeeds => ({
  lookBack: 0,
  lookAhead: 0,
  waveform: false,
  peaks: false,
  ...figureRegistry.of(figure)?.needs(figure),
});

/** Which bands a figure shows; undefined for one that shows no bands. */
export function bandRangeOf(figure: FigureSettings): BandRange | undefined {
  const kind = figureRegistry.of(figure);
  return kind && kind.bands !== false ? (figure as BandRange) : undefined;
}

/** Whether a figure draws many lines in each colour. */
export const drawsManyLines = (figure: FigureSettings): boolean =>
  figureRegistry.of(figure)?.manyLines === true;

/** The same figure as another kind: what both kinds have is kept. */
export const figureAs = (figure: FigureSettings, kind: FigureKindName, size: Size): FigureSettings =>
  keepFitting<FigureSettings>(figure, figureKinds[kind].record, figureKinds[kind].defaults(size));

/** The same figure with everything that is measured in picture units so many times as large. */
export function scaleFigure(figure: FigureSettings, factor: number): FigureSettings {
  const kind = kindOf(figureKinds, figure);
  return kind ? scaleLengths(kind.record, figure, factor) : figure;
}

/** The same figure with its reach, and what is left of it in silence, so many times as far. */
export function withReach(figure: FigureSettings, factor: number): FigureSettings {
  const kind = kindOf(figureKinds, figure);
  if (factor === 1 || !kind) return figure;
  const values = figure as unknown as Record<string, number>;
  const reached = fieldsOf(kind.record).flatMap((field) =>
    'reaches' in field && field.reaches ? [[field.key, values[field.key]! * factor]] : [],
  );
  return { ...figure, ...Object.fromEntries(reached) } as FigureSettings;
}
