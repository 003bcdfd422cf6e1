import bidiFactory from 'bidi-js';
import type * as opentype from 'opentype.js';
import { LastUsed } from '../../contract';
import { flattenCommands } from './flattenCommands';
import type { Letter, Line, Typeface } from './typeface';

const bidi = bidiFactory();
const arabic = /\p{Script=Arabic}/u;
/** Marks that stand over or under the letter before them. */
const isMark = (text: string) => /^\p{M}/u.test(text);
/** Lines that are kept: readouts change from frame to frame. */
const maxLines = 500;

/** What a glyph of the package has that its types do not say. */
type Glyph = opentype.Glyph & { unicode?: number };

/** Characters of a stretch of text that one font has. */
interface Piece {
  font: opentype.Font;
  text: string;
}

/** Text in pieces of one font each: a character that no font has is left to the first one. */
function piecesOf(text: string, fonts: readonly opentype.Font[]): Piece[] {
  const pieces: Piece[] = [];
  for (const character of text) {
    const has = (font: opentype.Font) => font.charToGlyphIndex(character) > 0;
    const last = pieces.at(-1);
    // A space goes with what is before it, and so does a mark where it can.
    const goesOn = last !== undefined && (character.trim() === '' || isMark(character)) && has(last.font);
    const font = goesOn ? last.font : (fonts.find(has) ?? fonts[0]!);
    if (last?.font === font) last.text += character;
    else pieces.push({ font, text: character });
  }
  return pieces;
}

/**
 * A typeface out of a font that was read. Runs of letters that are written from right to left stand in the order in which
 * they are seen (Unicode Standard Annex 9); marks go with the letter that they belong to.
 * @param others fonts that what the first one lacks is taken from, the first that has it
 */
export function openTypeface(font: opentype.Font, others: readonly opentype.Font[] = []): Typeface {
  const fonts = [font, ...others];
  const outlines = new Map<opentype.Font, Map<number, readonly Float32Array[]>>();
  const outlinesOf = (of: opentype.Font, glyph: Glyph): readonly Float32Array[] => {
    let known = outlines.get(of);
    if (!known) outlines.set(of, (known = new Map()));
    let made = known.get(glyph.index);
    if (!made) known.set(glyph.index, (made = flattenCommands(glyph.getPath(0, 0, 1).commands)));
    return made;
  };
  const lines = new LastUsed<Line>(maxLines);

  /** Letters with their marks as one character where there is one; marks that no font has are left out. */
  const composed = (text: string) =>
    [...text.normalize('NFC')]
      .filter((character) => !isMark(character) || fonts.some((one) => one.charToGlyphIndex(character) > 0))
      .join('');

  function measure(text: string): Line {
    const letters: Letter[] = [];
    let x = 0;
    let before: { font: opentype.Font; glyph: Glyph } | undefined;
    const pieces = visualRuns(composed(text)).flatMap(({ text: own, isReversed }) => {
      const parts = piecesOf(own, fonts).map((piece) => ({ ...piece, isReversed }));
      return isReversed ? parts.reverse() : parts;
    });
    for (const { font: of, text: own, isReversed } of pieces) {
      const glyphs = of.stringToGlyphs(own) as Glyph[];
      // The package turns Arabic round by itself.
      const seen = isReversed && !arabic.test(own) ? withMarksAfter(glyphs.reverse()) : glyphs;
      for (const glyph of seen) {
        const character = glyph.unicode === undefined ? '' : String.fromCodePoint(glyph.unicode);
        const last = letters.at(-1);
        if (isMark(character) && last) {
          const shift = x - last.advance - last.x;
          const moved = outlinesOf(of, glyph).map((line) =>
            shifted(line, markShift(of, glyph, last.advance) + shift),
          );
          letters[letters.length - 1] = { ...last, outlines: [...last.outlines, ...moved] };
          continue;
        }
        if (before?.font === of) x += of.getKerningValue(before.glyph, glyph) / of.unitsPerEm;
        const advance = (glyph.advanceWidth ?? 0) / of.unitsPerEm;
        letters.push({
          outlines: outlinesOf(of, glyph),
          x,
          advance,
          blank: character.trim() === '' && character !== '',
        });
        x += advance;
        before = { font: of, glyph };
      }
    }
    return { letters, width: x };
  }

  /** A mark without a width of its own stands over the place where it begins, else over the middle of its letter. */
  const markShift = (of: opentype.Font, glyph: Glyph, under: number) =>
    (glyph.advanceWidth ?? 0) === 0 ? under : (under - (glyph.advanceWidth ?? 0) / of.unitsPerEm) / 2;

  return {
    ascent: font.ascender / font.unitsPerEm,
    descent: -font.descender / font.unitsPerEm,
    line(text) {
      let line = lines.get(text);
      if (!line) {
        line = measure(text);
        lines.set(text, line);
      }
      return line;
    },
  };
}

const shifted = (line: Float32Array, x: number): Float32Array =>
  line.map((value, i) => (i % 2 === 0 ? value + x : value));

/** Marks behind their letters, where turning round has put them before these. */
function withMarksAfter(glyphs: Glyph[]): Glyph[] {
  const sorted: Glyph[] = [];
  let marks: Glyph[] = [];
  for (const glyph of glyphs) {
    if (glyph.unicode !== undefined && isMark(String.fromCodePoint(glyph.unicode))) marks.push(glyph);
    else {
      sorted.push(glyph, ...marks.reverse());
      marks = [];
    }
  }
  return [...sorted, ...marks];
}

/** Stretches of a line of one direction, in the order in which they are seen. */
function visualRuns(text: string): { text: string; isReversed: boolean }[] {
  const { levels } = bidi.getEmbeddingLevels(text);
  if (levels.every((level) => level === 0)) return [{ text, isReversed: false }];
  const runs: { text: string; level: number }[] = [];
  [...levels].forEach((level, i) => {
    const last = runs.at(-1);
    if (last?.level === level) last.text += text[i]!;
    else runs.push({ text: text[i]!, level });
  });
  // From the highest level down, each stretch of runs of at least that level is turned round: rule L2.
  const max = Math.max(...runs.map(({ level }) => level));
  for (let level = max; level >= 1; level--) {
    for (let i = 0; i < runs.length; i++) {
      if (runs[i]!.level < level) continue;
      let end = i;
      while (end < runs.length && runs[end]!.level >= level) end++;
      runs.splice(i, end - i, ...runs.slice(i, end).reverse());
      i = end;
    }
  }
  return runs.map(({ text: own, level }) => ({ text: own, isReversed: level % 2 === 1 }));
}
