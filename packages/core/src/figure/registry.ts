import { bars, type BarFigure } from './bars';

/** Every kind of figure there is. A new one is a file beside bars.ts and a line here. */
export const figureKinds = { bars };

export type FigureSettings = BarFigure;
export type FigureKind = keyof typeof figureKinds;
