import { describe, expect, it } from 'vitest';
import { enterViewport, svgLength } from './svgViewport';

describe('lengths in SVG files', () => {
  // CSS Values and Units Level 3, section 6.2: 1in = 2.54cm = 25.4mm = 101.6Q = 72pt = 6pc = 96px.
  it.each(['1in', '2.54cm', '25.4mm', '101.6Q', '72pt', '6pc', '96px', '96'])('%s is an inch', (text) =>
    expect(svgLength(text, 0)).toBeCloseTo(96, 9),
  );

  it.each([
    ['12.5%', 25],
    ['-50%', -100],
    ['+.5', 0.5],
    ['-3.', -3],
    [' 1e2 ', 100],
    ['2.5E-1px', 0.25],
  ])('%s of 200 is %d', (text, value) => expect(svgLength(text, 200)).toBeCloseTo(value, 12));

  it.each([undefined, '', 'auto', '12 px 3', 'calc(1px + 2px)', 'NaN', 'Infinity', '--1'])(
    '%s is none',
    (text) => expect(svgLength(text, 200)).toBeUndefined(),
  );
});

describe('the viewport of an svg element', () => {
  const outer = { width: 400, height: 300 };

  it('without a view box only moves what is in it', () => {
    expect(enterViewport({ x: '10', y: '50%', width: '25%' }, outer)).toEqual({
      matrix: [1, 0, 0, 1, 10, 150],
      viewport: { width: 100, height: 300 },
    });
  });

  it('has percentages in it count of its view box', () => {
    const { viewport } = enterViewport({ viewBox: '1,2 30,40', width: '90', height: '90' }, outer);
    expect(viewport).toEqual({ width: 30, height: 40 });
  });

  it('takes a view box that is none for none, and a ratio that is none for the usual one', () => {
    const plain = enterViewport({ width: '60', height: '60' }, outer);
    for (const viewBox of ['0 0 10', '0 0 -5 10', '0 0 10 0', 'a b c d', '']) {
      expect(enterViewport({ width: '60', height: '60', viewBox }, outer)).toEqual(plain);
    }
    const box = { width: '60', height: '30', viewBox: '0 0 10 10' };
    expect(enterViewport({ ...box, preserveAspectRatio: 'middle' }, outer)).toEqual(
      enterViewport(box, outer),
    );
    expect(enterViewport(box, outer).matrix).toEqual([3, 0, 0, 3, 15, 0]);
  });
});
