/** A letter of a line, or several that a typeface joins, with the marks over and under it. */
export interface Letter {
  /** Outlines around its origin on the baseline, x right and y down, in sizes of the type. */
  outlines: readonly Float32Array[];
  /** Where its origin is, from the start of the line, in sizes of the type. */
  x: number;
  /** How far the next one stands from it. */
  advance: number;
  /** Whether it is a space. */
  blank: boolean;
}

/** A line of letters in the order in which they are seen, left to right. */
export interface Line {
  letters: readonly Letter[];
  /** In sizes of the type. */
  width: number;
}

/** A typeface that is at hand: lines of letters as outlines, the same wherever they are drawn. */
export interface Typeface {
  /** Heights above and below the baseline, in sizes of the type. */
  ascent: number;
  descent: number;
  /** A line of text without line breaks. */
  line(text: string): Line;
}

/** Typefaces by their names; those that are not here yet are missing. */
export type Typefaces = ReadonlyMap<string, Typeface>;

/** Typefaces that ship with the application: each with its file in the packages that they come in. */
export const shippedTypefaces: Readonly<Record<string, string>> = {
  'Archivo Black': '@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff',
  'Bebas Neue': '@fontsource/bebas-neue/files/bebas-neue-latin-400-normal.woff',
  Caveat: '@fontsource/caveat/files/caveat-latin-700-normal.woff',
  Fraunces: '@fontsource/fraunces/files/fraunces-latin-600-normal.woff',
  Righteous: '@fontsource/righteous/files/righteous-latin-400-normal.woff',
};

/** What letters are set in where no other typeface is chosen. */
export const usualTypeface = 'Archivo Black';
