import svgpath from 'svgpath';
import { describe, expect, it } from 'vitest';
import { joinPieces } from './pieces';
import { parsePathData, PathDataError } from './svgData';
import { outlines } from './svgOutlines';

/** Points of the first subpath at shares of its length. */
function pointsOf(data: string, shares: number[]): [number, number][] {
  const [outline] = outlines(parsePathData(data));
  const path = joinPieces(outline!.pieces, false);
  return shares.map((share) => {
    const { x, y } = path.at(share * path.length);
    return [x, y];
  });
}

describe('the grammar of SVG 2, section 9.3.9', () => {
  it.each([
    ['M10 20L30 40', 'ML'],
    ['M10-20.5.5.5L3e1,40', 'MLL'],
    ['m 1 2 3 4 5 6', 'mll'],
    ['M0,0 h10 v-5 H0z', 'MhvHz'],
    ['M0 0a25 25-30 01 50-25', 'Ma'],
    ['M0 0A1 1 0 00.5.5 1 1 0 1 1 2 2', 'MAA'],
    ['M0 0Q1 1 2 2T3 3 4 4', 'MQTT'],
    ['M0 0C1 1 2 2 3 3S4 4 5 5', 'MCS'],
    ['', ''],
    ['  \n M 1,1 ', 'M'],
  ])('reads %j', (data, letters) => {
    expect(
      parsePathData(data)
        .map(({ letter }) => letter)
        .join(''),
    ).toBe(letters);
  });

  it.each(['L1 1', 'M1', 'M1 1 2', 'M0 0 X', 'M0 0 A1 1 0 2 0 1 1', 'M0 0,,1 1', 'M1e999 0', 'Mnan 0'])(
    'refuses %j, saying where',
    (data) => {
      expect(() => parsePathData(data)).toThrow(PathDataError);
      expect(() => parsePathData(data)).toThrow(/character \d+/);
    },
  );

  it('refuses a million points', () => {
    expect(() => parsePathData(`M0 0${' 1 1'.repeat(1_000_000)}`)).toThrow('more than 20000');
  });
});

describe('against the package svgpath', () => {
  const samples = [
    'M10 20 l30 40 h-15 v12 z m5 5 c1 2 3 4 5 6 s7 8 9 10 q1 -2 3 4 t5 6',
    'M0 0a25 25 -30 0 1 50 -25 l50 -25 a25 50 -30 0 1 50 -25',
    'm100 100-20-30.5.25e2-4',
    'M1 1h2v3H4V5l1-1zm2 2t3 3 4 4',
  ];

  it.each(samples)('the same absolute commands: %j', (data) => {
    const theirs: [string, ...number[]][] = [];
    svgpath(data)
      .abs()
      .iterate((segment) => void theirs.push([...segment] as [string, ...number[]]));
    let [x, y, startX, startY] = [0, 0, 0, 0];
    const ours = parsePathData(data).map(({ letter, values }): [string, ...number[]] => {
      const kind = letter.toUpperCase();
      const relative = letter !== kind;
      const moved = values.map((value, i) => {
        if (!relative) return value;
        if (kind === 'A') return i === 5 ? value + x : i === 6 ? value + y : value;
        return value + (kind === 'V' || (kind !== 'H' && i % 2 === 1) ? y : x);
      });
      if (kind === 'H') x = moved[0]!;
      else if (kind === 'V') y = moved[0]!;
      else if (kind === 'Z') [x, y] = [startX, startY];
      else [x, y] = moved.slice(-2) as [number, number];
      if (kind === 'M') [startX, startY] = [x, y];
      return [kind, ...moved];
    });
    expect(ours.map(([kind]) => kind)).toEqual(theirs.map(([kind]) => kind));
    ours.forEach(([, ...values], i) =>
      values.forEach((value, k) => expect(value).toBeCloseTo(theirs[i]![k + 1] as number, 9)),
    );
  });

  it('arcs run where its Beziers for them run', () => {
    for (const data of ['M0 0A30 50 20 0 1 40 60', 'M0 0A30 50 20 1 0 40 60', 'M0 0A5 5 0 0 1 40 60']) {
      const unarced = svgpath(data).unarc().toString();
      const shares = [0, 0.2, 0.5, 0.77, 1];
      const [a, b] = [pointsOf(data, shares), pointsOf(unarced, shares)];
      a.forEach(([x, y], i) => expect(Math.hypot(x - b[i]![0], y - b[i]![1])).toBeLessThan(0.05));
    }
  });
});

describe('curves', () => {
  it('a quadratic is its parabola', () => {
    // B(1/2) = P0 / 4 + P1 / 2 + P2 / 4.
    expect(pointsOf('M0 0Q50 100 100 0', [0.5])[0]).toEqual([expect.closeTo(50, 6), expect.closeTo(50, 6)]);
  });

  it('S and T go on from the handle before, mirrored', () => {
    const smooth = pointsOf('M0 0C0 10 10 10 10 0S20-10 20 0', [0.75])[0]!;
    const spelled = pointsOf('M0 0C0 10 10 10 10 0C10-10 20-10 20 0', [0.75])[0]!;
    expect(smooth).toEqual(spelled);
    const turned = pointsOf('M0 0Q5 10 10 0T20 0', [0.75])[0]!;
    expect(turned).toEqual(pointsOf('M0 0Q5 10 10 0Q15-10 20 0', [0.75])[0]!);
  });

  it('Z closes with a line, and a subpath of its own follows', () => {
    const parts = outlines(parsePathData('M0 0H10V10Z M20 20H30'));
    expect(parts.map(({ closed, pieces }) => [closed, pieces.length])).toEqual([
      [true, 3],
      [false, 1],
    ]);
  });
});
