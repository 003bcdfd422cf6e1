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

/** What characters are taken from that a typeface lacks, by their names: each with its file in the packages that they come in. */
export const companionFonts = {
  archivoBlack: '@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff',
  archivoBlackMore: '@fontsource/archivo-black/files/archivo-black-latin-ext-400-normal.woff',
  bebasNeueMore: '@fontsource/bebas-neue/files/bebas-neue-latin-ext-400-normal.woff',
  caveatMore: '@fontsource/caveat/files/caveat-latin-ext-700-normal.woff',
  caveatCyrillic: '@fontsource/caveat/files/caveat-cyrillic-700-normal.woff',
  frauncesMore: '@fontsource/fraunces/files/fraunces-latin-ext-600-normal.woff',
  frauncesVietnamese: '@fontsource/fraunces/files/fraunces-vietnamese-600-normal.woff',
  righteousMore: '@fontsource/righteous/files/righteous-latin-ext-400-normal.woff',
} as const;

export type CompanionFont = keyof typeof companionFonts;

/** More characters of the same typeface. */
const ownCompanions: Readonly<Record<string, readonly CompanionFont[]>> = {
  'Archivo Black': ['archivoBlackMore'],
  'Bebas Neue': ['bebasNeueMore'],
  Caveat: ['caveatMore', 'caveatCyrillic'],
  Fraunces: ['frauncesMore', 'frauncesVietnamese'],
  Righteous: ['righteousMore'],
};

/** What a typeface's missing characters are taken from, in this order: more of itself, then others. */
export const companionsOf = (typeface: string): CompanionFont[] => [
  ...new Set<CompanionFont>([
    ...(ownCompanions[typeface] ?? []),
    ...(['archivoBlack', 'archivoBlackMore', 'caveatCyrillic', 'frauncesVietnamese'] as const),
  ]),
];

/** What letters are set in where no other typeface is chosen. */
export const usualTypeface = 'Archivo Black';
