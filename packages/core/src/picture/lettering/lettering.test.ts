import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import { momentOf } from '../../film/document/momentOf';
import { DrawCache } from '../display/drawCache';
import { cordOf, filmWith, hearingWith, tableOf } from '../../film/drive/testFilm';
import { defaultFilm, newLayer } from '../../film/document/defaults';
import type { Film } from '../../film/document/film';
import { letteringLayer, type LetteringLayer } from '../layer/lettering';
import { boundsOf } from '../display/operations';
import { circlePath } from '../path/circle';
import { missingLetters, openTypeface, readFont } from '../typeface/readTypeface';
import { companionFonts, companionsOf, shippedTypefaces } from '../typeface/typeface';
import { outlinesOf, placeAlong, placeLines } from './layout';
import { readoutMark, withReadouts } from './readouts';

const require = createRequire(import.meta.url);
const fontOf = (name: string) =>
  readFont(new Uint8Array(readFileSync(require.resolve(shippedTypefaces[name]!))).buffer);
const font = fontOf('Archivo Black');
const typeface = openTypeface(font);
const setting = { size: 100, tracking: 0, lineSpacing: 1.2, align: 'left' } as const;

describe('characters that a typeface lacks', () => {
  const fileOf = (path: string) => readFont(new Uint8Array(readFileSync(require.resolve(path))).buffer);
  const companions = companionsOf('Archivo Black').map((name) => fileOf(companionFonts[name]));
  const whole = openTypeface(font, companions);

  it('are drawn from another that comes along, and nothing else changes', () => {
    const cyrillic = fileOf(companionFonts.caveatCyrillic);
    for (const [text, other] of [
      ['Łódź', fileOf(companionFonts.archivoBlackMore)],
      ['Гавань', cyrillic],
    ] as const) {
      const letters = whole.line(text).letters;
      const [first] = [...text];
      expect(font.charToGlyphIndex(first!)).toBe(0);
      const box = other.getPath(first!, 0, 0, 1).getBoundingBox();
      const xs = letters[0]!.outlines.flatMap((line) => [...line].filter((_, i) => i % 2 === 0));
      expect(Math.max(...xs)).toBeCloseTo(box.x2, 2);
      expect(letters[0]!.advance).toBeCloseTo(other.getAdvanceWidth(first!, 1), 3);
    }
    expect(whole.line('HARBOUR')).toEqual(typeface.line('HARBOUR'));
    // Letters stand one after the other, whatever they are taken from.
    const mixed = whole.line('Aл A');
    expect(mixed.letters.map(({ x }) => x)).toEqual(
      [...mixed.letters.map(({ x }) => x)].sort((a, b) => a - b),
    );
    expect(mixed.letters).toHaveLength(4);
  });

  it('are named when none has them', () => {
    expect(missingLetters([font, ...companions], 'Aл 漢é漢')).toEqual(['漢']);
  });
});

describe('lines of letters', () => {
  it('are as wide as the reader of the typeface says, kerning included', () => {
    for (const text of ['HARBOUR', 'AVATAR', 'To Wave']) {
      expect(typeface.line(text).width).toBeCloseTo(font.getAdvanceWidth(text, 1, { kerning: true }), 3);
    }
  });

  it('have the outlines of the typeface: the same box as its own path', () => {
    const box = font.getPath('R', 0, 0, 1).getBoundingBox();
    const all = typeface.line('R').letters[0]!.outlines.flatMap((line) => [...line]);
    const xs = all.filter((_, i) => i % 2 === 0);
    const ys = all.filter((_, i) => i % 2 === 1);
    [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].forEach((value, i) =>
      expect(value).toBeCloseTo([box.x1, box.y1, box.x2, box.y2][i]!, 2),
    );
  });

  it('stand left, in the middle or right of their place, one below the other', () => {
    const at = (align: 'left' | 'centre' | 'right') =>
      placeLines(typeface, 'II\nI', { ...setting, align }, { x: 500, y: 300 });
    const { width } = typeface.line('II');
    expect(at('left')[0]!.x).toBe(500);
    expect(at('centre')[0]!.x).toBeCloseTo(500 - 50 * width, 6);
    expect(at('right')[0]!.x).toBeCloseTo(500 - 100 * width, 6);
    expect(at('left')[2]!.y - at('left')[0]!.y).toBeCloseTo(120, 6);
  });

  it('stand upright along a path, their middles on it, and none beyond its ends', () => {
    const ring = circlePath({ radius: 400 });
    for (const { letter, x, y, angle } of placeAlong(typeface, 'HARBOUR', setting, ring, 0)) {
      const half = 50 * letter.advance;
      const [midX, midY] = [x + half * Math.cos(angle), y + half * Math.sin(angle)];
      expect(Math.hypot(midX, midY)).toBeCloseTo(400, 3);
      // Its foot towards the middle of the circle.
      expect(Math.sin(angle) * midX - Math.cos(angle) * midY).toBeGreaterThan(399);
    }
  });

  it('are turned, raised and enlarged around the middle of their foot', () => {
    const [placed] = placeLines(typeface, 'I', setting, { x: 0, y: 0 });
    const middleOf = (outlines: Float32Array[]) => {
      const points = outlines.flatMap((line) => [...line]);
      const ys = points.filter((_, i) => i % 2 === 1);
      const xs = points.filter((_, i) => i % 2 === 0);
      return {
        foot: Math.max(...ys),
        height: Math.max(...ys) - Math.min(...ys),
        x: (Math.min(...xs) + Math.max(...xs)) / 2,
      };
    };
    const own = middleOf(outlinesOf(placed!, 100));
    const raised = middleOf(outlinesOf(placed!, 100, { scale: 2, rise: 30, rotation: 0 }));
    expect(raised.height).toBeCloseTo(2 * own.height, 2);
    expect(raised.foot).toBeCloseTo(own.foot - 30, 2);
    expect(raised.x).toBeCloseTo(own.x, 2);
  });
});

describe('writing from right to left, and marks', () => {
  // The shipped typefaces have Latin letters only: what they lack is drawn as their sign for that, in the right order.
  it('Hebrew letters stand the other way round (Unicode Standard Annex 9), digits within them as they are', () => {
    const codes: number[] = [];
    const spy = Object.create(font, {
      stringToGlyphs: {
        value: (text: string) =>
          [...text].map((character) => ({
            ...font.charToGlyph('A'),
            unicode: character.codePointAt(0),
            index: 1,
            getPath: () => ({ commands: [] }),
          })),
      },
      getKerningValue: { value: (_a: unknown, b: { unicode: number }) => (codes.push(b.unicode), 0) },
    }) as typeof font;
    openTypeface(spy).line('a שלום 12');
    expect(String.fromCodePoint(...codes)).toBe(' 12 םולש');
  });

  it('a mark goes with the letter before it, and is no letter by itself', () => {
    const accented = typeface.line('e\u0301a');
    expect(accented.letters).toHaveLength(2);
    expect(accented.letters[0]!.outlines.length).toBeGreaterThanOrEqual(
      typeface.line('e').letters[0]!.outlines.length,
    );
    expect(accented.letters[1]!.x).toBeCloseTo(typeface.line('ea').letters[1]!.x, 1);
  });
});

describe('readouts', () => {
  const film: Film = {
    ...defaultFilm('Breakwater Lamps'),
    artist: 'The Mole Lights',
    beats: { bpm: 124, first: 0, perBar: 4 },
  };
  const text = (mark: string, t = 65.34, end = 75) => withReadouts(mark, { film, t, end });

  it.each([
    [readoutMark('elapsed', ''), '1:05'],
    [readoutMark('elapsed', 'tenths'), '1:05.3'],
    [readoutMark('elapsed', 'hours'), '0:01:05'],
    [readoutMark('remaining', ''), '0:10'],
    [readoutMark('total', ''), '1:15'],
    // 65.34 s are 135.04 beats: the fourth of bar 34.
    [readoutMark('bar', ''), '34'],
    [readoutMark('beat', ''), '4'],
    [readoutMark('tempo', 'exact'), '124.0'],
    [`${readoutMark('title', '')}, ${readoutMark('artist', '')}`, 'Breakwater Lamps, The Mole Lights'],
    ['‹unknown› and ‹', '‹unknown› and ‹'],
  ])('%s', (mark, expected) => expect(text(mark)).toBe(expected));

  it('change on the whole second, not before it', () => {
    const mark = readoutMark('elapsed', '');
    expect([2.9999, 3, 3.5].map((t) => text(mark, t))).toEqual(['0:02', '0:03', '0:03']);
    expect(text(readoutMark('remaining', ''), 75)).toBe('0:00');
    expect(text(readoutMark('total', ''), 0, Infinity)).toBe('');
  });
});

describe('a layer of letters', () => {
  const typefaces = new Map([['Archivo Black', typeface]]);
  const assets = { images: new Map(), footage: new Map(), typefaces };
  const filmOf = (part: Partial<LetteringLayer>, ...cords: Parameters<typeof filmWith>) => {
    const film = filmWith(...cords);
    return {
      ...film,
      layers: [newLayer('lettering', film, { id: 'word', name: 'Word', text: 'DOCK', ...part })],
    };
  };
  const draw = (film: Film, t = 0, hearing = hearingWith({ kick: tableOf([1, 1]) })) =>
    letteringLayer.content(
      film.layers[0] as LetteringLayer,
      momentOf(film, hearing, t, { cache: new DrawCache(), assets }),
    ).operations;

  it('stands in the middle of the picture, and is nothing while its typeface is not here', () => {
    const [left, top, right, bottom] = boundsOf(draw(filmOf({})));
    expect((left + right) / 2).toBeCloseTo(960, -1);
    expect(top).toBeGreaterThan(440);
    expect(bottom).toBeLessThan(640);
    expect(draw(filmOf({ font: 'Not here' }))).toEqual([]);
  });

  it('raises each letter by an amount of its own', () => {
    const target = { list: 'layers', id: 'word', key: 'letterRise', item: '' } as const;
    const spread = { by: 'even', from: 1, to: 0, seed: 1, peaks: [], delay: 0, slices: false } as const;
    const cord = cordOf(
      target,
      'follower',
      { follower: 'kick', how: 'by', peak: 100 },
      { spread: { ...spread, peaks: [] } },
    );
    const [shape] = draw(filmOf({ letterOpacity: 1, text: 'IIII' }, cord)) as unknown as [
      { outlines: Float32Array[] },
    ];
    const feet = shape.outlines.map((line) => Math.max(...[...line].filter((_, i) => i % 2 === 1)));
    [100, 100 / 3, 100 / 3, 100 / 3].forEach((_, i) => {
      if (i > 0) expect(feet[i]! - feet[i - 1]!).toBeCloseTo(100 / 3, 1);
    });
  });

  it('has a shadow and an outline below its letters', () => {
    const ops = draw(filmOf({ outlineWidth: 4, shadowOpacity: 0.5 }));
    expect(ops.map(({ op }) => op)).toEqual(['group', 'shape', 'shape']);
  });
});
