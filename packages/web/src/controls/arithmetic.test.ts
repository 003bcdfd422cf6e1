import { describe, expect, it } from 'vitest';
import { calculate } from './arithmetic';

describe('arithmetic in number fields', () => {
  it.each([
    ['12', 12],
    ['1920/2', 960],
    ['(3+4)*2', 14],
    ['-5 + 2', -3],
    ['2,5', 2.5],
    ['440 Hz', 440],
    ['50%', 50],
    ['1e3', 1000],
  ])('%s is %d', (text, value) => expect(calculate(text)).toBe(value));

  it.each(['', 'abc', '1/0', '2 +', 'alert(1)', 'a.b', '[1]'])('"%s" is none', (text) => {
    expect(calculate(text)).toBeUndefined();
  });
});
