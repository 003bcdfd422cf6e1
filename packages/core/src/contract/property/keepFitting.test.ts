import { expect, it } from 'vitest';
import type { NumberField } from './field';
import { record } from './record';
import { keepFitting } from './keepFitting';

const number = (key: string, max: number, part: Partial<NumberField> = {}): NumberField => ({
  kind: 'number',
  key,
  label: key,
  min: 0,
  max,
  step: 1,
  unit: '',
  ...part,
});
const groups = record('test', [
  {
    heading: 'All',
    fields: [
      number('reach', 100),
      number('count', 10, { whole: true }),
      { kind: 'switch', key: 'smooth', label: 'Smooth' },
      { kind: 'color', key: 'color', label: 'Colour' },
      { kind: 'choice', key: 'side', label: 'Side', choices: [{ value: 'in', label: 'In' }] },
    ],
  },
]);
const defaults = { kind: 'here', reach: 5, count: 3, smooth: true, color: '#000000', side: 'in' };

it('keeps what fits, and takes the standard for what does not', () => {
  expect(keepFitting({ kind: 'there', reach: 50, smooth: false, other: 1 }, groups, defaults)).toEqual({
    ...defaults,
    ...{ reach: 50, smooth: false },
  });
});

it.each([
  ['a number out of bounds', { reach: 101 }],
  ['a part of a whole number', { count: 2.5 }],
  ['text for a number', { reach: '7' }],
  ['a number for a switch', { smooth: 1 }],
  ['a choice that is not offered', { side: 'out' }],
  ['a colour that is none', { color: 'red' }],
  ['nothing', { reach: undefined }],
])('does not keep %s', (_, from) => expect(keepFitting(from, groups, defaults)).toEqual(defaults));
