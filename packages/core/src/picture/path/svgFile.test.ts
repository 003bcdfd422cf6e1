import { describe, expect, it } from 'vitest';
import svgpath from 'svgpath';
import { pathBounds } from './bounds';
import { joinParts } from './path';
import { pathToData, pathToSvg } from './pathToData';
import { joinPieces } from './pieces';
import { built } from '../../testing';
import { pathKinds, type PathKind } from './registry';
import { parsePathData } from './svgData';
import { readSvg, SvgFileError } from './svgFile';
import { outlines } from './svgOutlines';
import { dataThrough, parseTransform } from './svgTransform';

const pathOf = (data: string) =>
  joinParts(outlines(parsePathData(data)).map(({ pieces, closed }) => joinPieces(pieces, closed)));
/** Places along path data, by our own measure. */
const positions = (data: string, count = 60) => {
  const path = pathOf(data);
  return Array.from({ length: count }, (_, i) => path.at(((i + 0.5) / count) * path.length));
};
function expectSame(ours: string, theirs: string, within = 0.02): void {
  const [a, b] = [positions(ours), positions(theirs)];
  a.forEach(({ x, y }, i) => expect(Math.hypot(x - b[i]!.x, y - b[i]!.y)).toBeLessThan(within));
}
const svg = (inside: string, attributes = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;

describe('transforms of SVG files', () => {
  const data = 'M10 10C30 -20 60 40 90 10S150 60 170 20L180 90A40 20 30 1 0 100 120H40z';

  // svgpath is an independent implementation of path transforms.
  it.each([
    'translate(10 -5)',
    'scale(2)',
    'scale(1.5, -0.5)',
    'rotate(33)',
    'rotate(33, 50 20)',
    'skewX(20)',
    'skewY(-12)',
    'matrix(1 0.2 -0.3 0.8 5 6)',
    'translate(10,20) rotate(45) scale(2 .5)',
  ])('%s moves every point as another implementation does', (transform) => {
    const theirs = svgpath(data).transform(transform).abs().toString();
    expectSame(dataThrough(parsePathData(data), parseTransform(transform)), theirs, 0.05);
  });

  it.each(['spin(3)', 'rotate(1 2)', 'scale()', 'matrix(1 2 3)', 'translate(NaN)', 'rotate(45'])(
    'refuses %s',
    (transform) => expect(() => parseTransform(transform)).toThrow('cannot be read'),
  );
});

describe('reading an SVG file', () => {
  it('takes all shapes, each as its equivalent path', () => {
    const { shapes, data, leftOut } = readSvg(
      svg(`<rect x="1" y="2" width="30" height="20" rx="4"/><circle cx="5" cy="6" r="7"/>
        <ellipse cx="50" cy="60" rx="30" ry="10"/><line x1="0" y1="0" x2="9" y2="9"/>
        <polyline points="0,0 10,0 10,10"/><polygon points="0 0 10 0 10 10"/><path d="M0 0h5"/>`),
    );
    expect([shapes, leftOut]).toEqual([7, []]);
    const lengths = outlines(parsePathData(data)).map(({ pieces }) =>
      pieces.reduce((sum, { length }) => sum + length, 0),
    );
    const expected = [
      2 * (22 + 12) + 2 * Math.PI * 4,
      2 * Math.PI * 7,
      undefined,
      9 * Math.SQRT2,
      20,
      20 + 10 * Math.SQRT2,
      5,
    ];
    expected.forEach((length, i) => length && expect(lengths[i]).toBeCloseTo(length, 2));
  });

  it('of a unit view box keeps its detail, and has room in proportion when it names no size', () => {
    const positions = (attributes: string) =>
      readSvg(svg('<path d="M0.1 0.2L0.3 0.4001"/>', attributes)).data.slice(1).split(/[L ]/).map(Number);
    const close = (...values: number[]) => values.map((value) => expect.closeTo(value, 2));
    expect(positions('viewBox="0 0 1 1"')).toEqual(close(100, 200, 300, 400.1));
    expect(positions('viewBox="0 0 2 1"')).toEqual(close(50, 100, 150, 200.05));
    // Of one side and the view box follows the other; a side of nothing counts as not given.
    expect(positions('viewBox="0 0 2 1" width="400"')).toEqual(close(20, 40, 60, 80.02));
    expect(positions('viewBox="0 0 2 1" height="200" width="0"')).toEqual(close(20, 40, 60, 80.02));
    expect(positions('viewBox="0 0 0 1"')).toEqual(close(0.1, 0.2, 0.3, 0.4));
  });

  it('applies the transforms of groups from outside in', () => {
    const { data } = readSvg(
      svg(
        '<g transform="translate(100 0)"><g transform="scale(2)"><path d="M1 1H11" transform="rotate(90)"/></g></g>',
      ),
    );
    expectSame(data, 'M98 2V22');
  });

  it('leaves hidden things and what is only declared out', () => {
    const { shapes } = readSvg(
      svg(`<defs><path d="M0 0H9"/></defs><g display="none"><path d="M0 0H9"/></g>
        <path style="visibility: hidden" d="M0 0H9"/><path d="M0 0H3"/><clipPath><rect width="5" height="5"/></clipPath>`),
    );
    expect(shapes).toBe(1);
  });

  it('says what it leaves out: scripts, pictures, references, shapes it cannot read', () => {
    const { shapes, leftOut } = readSvg(
      svg(`<script>alert(1)</script><image href="http://example.com/x.png"/><use href="#a"/><use href="#b"/>
        <path d="M0 0L NaN 5"/><path d="M0 0H3"/>`),
    );
    expect(shapes).toBe(1);
    expect(leftOut.slice(0, 3)).toEqual(['scripts', 'pictures', '2 references']);
    expect(leftOut[3]).toContain('there should be a number');
  });

  it.each([
    ['entities', `<!DOCTYPE svg [<!ENTITY a "b">]>${svg('<path d="M0 0H1"/>')}`, 'entities'],
    [
      'a file of this machine',
      `<!DOCTYPE svg [<!ENTITY a SYSTEM "file:///etc/passwd">]>${svg('&a;')}`,
      'entities',
    ],
    ['another kind of document', '<html><body/></html>', 'no SVG'],
    ['broken markup', svg('<g><path d="M0 0"/>'), 'well-formed'],
    ['nothing at all', '', 'well-formed'],
    ['text that is no markup', 'hello', 'well-formed'],
    ['no shape', svg('<text>hi</text>'), 'no shape'],
    ['a broken transform', svg('<path transform="spin(2)" d="M0 0H1"/>'), 'spin'],
    ['far too many elements', svg('<g/>'.repeat(60_000)), '50000 elements'],
  ])('refuses %s', (_what, text, why) => {
    expect(() => readSvg(text)).toThrow(SvgFileError);
    expect(() => readSvg(text)).toThrow(why);
  });

  it('of a million points keeps what it can, and says so', () => {
    const many = svg(`<path d="M0 0${'L1 1'.repeat(15_000)}"/>`.repeat(70));
    const { shapes, leftOut, data } = readSvg(many);
    expect(shapes).toBeGreaterThan(0);
    expect(shapes).toBeLessThan(70);
    expect(data.length).toBeLessThanOrEqual(400_000);
    expect(leftOut.join()).toContain('beyond 400,000');
    // One path with more commands than are read is left out as a whole.
    expect(() => readSvg(svg(`<path d="M0 0${'L1 1'.repeat(30_000)}"/>`))).toThrow('more than 20000');
  });
});

describe('a path as SVG', () => {
  const kinds = (Object.keys(pathKinds) as PathKind[]).filter((kind) => kind !== 'text' && kind !== 'image');

  it.each(kinds)('%s, read again, is the same path', (kind) => {
    const path = built(kind, {}, { position: { x: 960, y: 540 } });
    const again = pathOf(pathToData(path));
    expect(again.closed).toBe(path.closed);
    expect(again.length / path.length).toBeCloseTo(1, 4);
    for (let i = 0; i < 50; i++) {
      const [a, b] = [path.at((i / 50) * path.length), again.at((i / 50) * again.length)];
      expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(0.1);
    }
  });

  it('is a file that can be read as one', () => {
    const path = built('star', {}, { position: { x: 960, y: 540 } });
    const { data, shapes } = readSvg(pathToSvg(path, 1920, 1080));
    expect(shapes).toBe(1);
    expect(pathBounds(pathOf(data))).toEqual(pathBounds(path).map((value) => expect.closeTo(value, 1)));
  });
});
