import { describe, expect, it } from 'vitest';
import { rulerMarks } from './rulerMarks';

/** Digits as wide as those of the Tape. */
const widthOf = (text: string) => 7 * text.length;
const texts = (from: number, to: number, width = 1280) =>
  rulerMarks({ from, to }, width, widthOf).map(({ text }) => text);

describe('the ruler of the Tape', () => {
  it('names round times, also of minutes', () => {
    expect(texts(0, 75).slice(0, 4)).toEqual(['0:00', '0:05', '0:10', '0:15']);
    expect(texts(0, 240).slice(1, 4)).toEqual(['0:15', '0:30', '0:45']);
    expect(texts(0, 3600).slice(1, 3)).toEqual(['5:00', '10:00']);
    expect(texts(3540, 3600).at(-1)).toBe('60:00');
  });

  it('names tenths, and then as many digits as tell neighbours apart', () => {
    expect(texts(61, 64).slice(0, 3)).toEqual(['1:01.0', '1:01.2', '1:01.4']);
    const close = texts(35.177, 35.181);
    expect(new Set(close).size).toBe(close.length);
    expect(close[1]).toMatch(/^35\.177\d s$/);
  });

  it.each([
    [0, 75, 1280],
    [35.177, 35.181, 1280],
    [3599.99, 3599.994, 1280],
    [3599.99, 3599.994, 300],
    [0, 0.02, 640],
    [0, 3600, 300],
    [100, 102, 900],
  ])('leaves room between its texts: from %d s to %d s on %i pixels', (from, to, width) => {
    const marks = rulerMarks({ from, to }, width, widthOf);
    expect(marks.length).toBeGreaterThan(0);
    for (let i = 1; i < marks.length; i++) {
      expect(marks[i]!.x - marks[i - 1]!.x).toBeGreaterThan(widthOf(marks[i - 1]!.text) + 5);
    }
  });

  it('stands where the times are', () => {
    for (const { time, x } of rulerMarks({ from: 10, to: 20 }, 500, widthOf))
      expect(x).toBeCloseTo(50 * (time - 10));
  });
});
