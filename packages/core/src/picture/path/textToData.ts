import * as opentype from 'opentype.js';

export type Font = opentype.Font;

/** Bundlers take the package's module, Node its CommonJS file, which is all in its default export. */
const { parse } = (opentype as { default?: typeof opentype }).default ?? opentype;

/** Units of the outline to the size of the type. */
const size = 1000;

/**
 * Reads a typeface: TrueType, OpenType or WOFF.
 * @throws Error when the file is no typeface
 */
export function readFont(file: ArrayBuffer): Font {
  return parse(file);
}

/** Letters of a text that no font of a list has. */
export const missingLetters = (fonts: readonly Font[], text: string): string[] => [
  ...new Set(
    [...text.normalize('NFC')].filter(
      (letter) => letter.trim() !== '' && fonts.every((font) => font.charToGlyphIndex(letter) === 0),
    ),
  ),
];

/**
 * The outline of a line of text as SVG path data, with 1,000 units to the size of the type.
 * @param spacing added between letters, in the same units
 */
export function textToData(font: Font, text: string, spacing: number): string {
  const path = font.getPath(text, 0, 0, size, { kerning: true, letterSpacing: spacing / size });
  // Optimised, it would leave out what closes its lines.
  // The package's types are of an older version.
  const { toPathData } = path as unknown as { toPathData(options: object): string };
  return toPathData.call(path, { decimalPlaces: 1, optimize: false, flipY: false });
}
