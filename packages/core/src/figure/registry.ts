import type { Operation } from '../picture/displayList';
import type { Field } from '../property/field';
import { keepFitting } from '../property/keepFitting';
import { area, ribbon } from './area';
import { bars } from './bars';
import { caps } from './caps';
import { dots } from './dots';
import { line } from './line';
import { needles } from './needles';
import { pictures } from './pictureMarks';
import type { MarkScene } from './scene';
import { strip } from './strip';
import { trail } from './trail';
import { wave } from './wave';

/** Every kind of figure there is. A new one is a file beside bars.ts and a line here. */
export const figureKinds = { bars, needles, dots, caps, line, area, ribbon, trail, wave, strip, pictures };

export type FigureKind = keyof typeof figureKinds;
/** Settings of a figure of one kind. */
export type FigureOf<Kind extends FigureKind> = ReturnType<(typeof figureKinds)[Kind]['defaults']>;
export type FigureSettings = { [Kind in FigureKind]: FigureOf<Kind> }[FigureKind];

/** The marks of a figure. */
export function figureMarks(figure: FigureSettings, scene: MarkScene): Operation[] {
  return figureKinds[figure.kind].marks(figure as never, scene);
}

/** The same figure as another kind: what both kinds have is kept. */
export function figureAs(
  figure: FigureSettings,
  kind: FigureKind,
  width: number,
  height: number,
): FigureSettings {
  const { fields, defaults } = figureKinds[kind];
  return keepFitting<FigureSettings>(figure, fields, defaults(width, height));
}

const fieldsOf = (kind: FigureKind): Field[] =>
  figureKinds[kind].fields.flatMap(({ fields }) => fields as Field[]);

/** The same figure with everything that is measured in picture units so many times as large. */
export function scaleFigure(figure: FigureSettings, factor: number): FigureSettings {
  const scaled = fieldsOf(figure.kind).flatMap((field) => {
    if (field.kind !== 'number' || field.unit !== 'px') return [];
    const value = (figure as unknown as Record<string, number>)[field.key]! * factor;
    return [[field.key, Math.min(Math.max(Number(value.toFixed(3)), field.min), field.max)]];
  });
  return { ...figure, ...Object.fromEntries(scaled) } as FigureSettings;
}
