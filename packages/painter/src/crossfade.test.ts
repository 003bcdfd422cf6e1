import {
  defaultFilm,
  DrawCache,
  emptyTables,
  momentOf,
  newLayer,
  pictureAt,
  spanStandard,
  TableHearing,
  type Film,
  type Layer,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { paintPixels } from '../test/paintPixels';

const hearing = new TableHearing({ ...emptyTables(), end: 20 });
const size = { width: 16, height: 16 };

type Curve = 'linear' | 'smooth' | 'equalPower';

/** A fill of one colour, so opaque, that is shown for a while. */
function fill(film: Film, id: string, color: string, opacity: number, part: Partial<Layer> = {}): Layer {
  const layer = newLayer('fill', film, { id, name: id });
  const paint = { ...layer.paint, kind: 'color', stops: [{ id: 's', at: 0, color }] } as typeof layer.paint;
  return { ...layer, paint, grain: 0, place: { ...layer.place, opacity }, ...part } as Layer;
}

/** The colour of a film of layers at a moment, over what lies below. */
function colorAt(layers: (film: Film) => Layer[], t: number): number[] {
  const film: Film = { ...defaultFilm('Fade'), ...size };
  const moment = momentOf({ ...film, layers: layers(film) }, hearing, t, { cache: new DrawCache() });
  const at = 4 * (8 * 16 + 8);
  return [...paintPixels(pictureAt(moment), 16, 16).slice(at, at + 3)];
}

/** Two layers that crossfade from 4 to 6 s. */
const pair = (
  film: Film,
  [back, front]: [[string, number], [string, number]],
  curve: Curve = 'linear',
  part: Partial<Layer> = {},
): Layer[] => [
  fill(film, 'back', ...back, {
    span: { ...spanStandard, to: 6, fadeOut: 2, curve },
    ...part,
  } as Partial<Layer>),
  fill(film, 'front', ...front, {
    span: { ...spanStandard, from: 4, fadeIn: 2, curve },
    crossfade: 'back',
    ...part,
  } as Partial<Layer>),
];

const curves: Record<Curve, (x: number) => number> = {
  linear: (x) => x,
  smooth: (x) => (1 - Math.cos(Math.PI * x)) / 2,
  equalPower: (x) => Math.sin((Math.PI / 2) * x),
};
const channels = (color: string) => [1, 3, 5].map((at) => parseInt(color.slice(at, at + 2), 16));

describe('a crossfade', () => {
  it.each(['linear', 'smooth', 'equalPower'] as const)('of equal pictures does not dip, %s', (curve) => {
    for (let t = 3.9; t < 6.1; t += 0.1)
      for (const value of colorAt(
        (film) =>
          pair(
            film,
            [
              ['#c8c8c8', 1],
              ['#c8c8c8', 1],
            ],
            curve,
          ),
        t,
      ))
        expect(Math.abs(value - 200)).toBeLessThanOrEqual(1);
  });

  it('is A + (B - A) x share, multiplied by their opacity, whatever lies below', () => {
    for (const below of ['#000000', '#ffffff', '#4080c0'])
      for (const [a, b] of [
        [1, 1],
        [0.5, 1],
        [0.8, 0.3],
      ] as const)
        for (const curve of ['linear', 'smooth', 'equalPower'] as const)
          for (const x of [0, 0.25, 0.5, 0.9]) {
            const [back, front] = ['#d02040', '#20c0f0'];
            const drawn = colorAt(
              (film) => [
                fill(film, 'below', below, 1),
                ...pair(
                  film,
                  [
                    [back, a],
                    [front, b],
                  ],
                  curve,
                ),
              ],
              4 + 2 * x,
            );
            const share = curves[curve](x);
            const opacity = a + (b - a) * share;
            drawn.forEach((value, i) => {
              const mixed = channels(back)[i]! * a * (1 - share) + channels(front)[i]! * b * share;
              const expected = mixed + channels(below)[i]! * (1 - opacity);
              expect(Math.abs(value - expected), `${below} ${a} ${b} ${curve} ${x}`).toBeLessThan(2.5);
            });
          }
  });

  it('is laid on by the blend mode of both; layers of two are laid on one after the other as before', () => {
    const both = (film: Film) => [
      fill(film, 'below', '#404040', 1),
      ...pair(
        film,
        [
          ['#800000', 1],
          ['#800000', 1],
        ],
        'linear',
        { blend: 'add' },
      ),
    ];
    expect(Math.abs(colorAt(both, 5)[0]! - 0xc0)).toBeLessThanOrEqual(1);
    const apart = (film: Film) => {
      const [back, front] = pair(film, [
        ['#c8c8c8', 1],
        ['#c8c8c8', 1],
      ]);
      return [back!, { ...front!, blend: 'screen' } as Layer];
    };
    // 100 below, screened with 100: 100 + 100 - 100 x 100 / 255.
    expect(Math.abs(colorAt(apart, 5)[0]! - 160.8)).toBeLessThan(2);
  });

  it('leaves layers that overlap as they were: before, after, and where none is named', () => {
    const plain = (film: Film) =>
      pair(
        film,
        [
          ['#c8c8c8', 1],
          ['#c8c8c8', 1],
        ],
        'linear',
        { crossfade: null },
      );
    expect(Math.abs(colorAt(plain, 5)[0]! - 150)).toBeLessThanOrEqual(1);
    const crossed = (film: Film) =>
      pair(film, [
        ['#d02040', 0.5],
        ['#20c0f0', 1],
      ]);
    expect(colorAt(crossed, 3)[0]).toBe(Math.round(0xd0 / 2));
    expect(colorAt(crossed, 6.5)).toEqual(channels('#20c0f0'));
  });

  it('is the same in a group, and with a layer that is gone or hidden the other fades alone', () => {
    const grouped = (film: Film) => [
      newLayer('group', film, { id: 'g', name: 'Group' }) as Layer,
      ...pair(
        film,
        [
          ['#c8c8c8', 1],
          ['#c8c8c8', 1],
        ],
        'linear',
        { group: 'g' },
      ),
    ];
    expect(Math.abs(colorAt(grouped, 5)[0]! - 200)).toBeLessThanOrEqual(1);
    const alone = (film: Film) =>
      pair(film, [
        ['#c8c8c8', 1],
        ['#c8c8c8', 1],
      ]).slice(1);
    expect(Math.abs(colorAt(alone, 5)[0]! - 100)).toBeLessThanOrEqual(1);
    const hidden = (film: Film) =>
      pair(film, [
        ['#c8c8c8', 1],
        ['#c8c8c8', 1],
      ]).map((layer) => ({ ...layer, visible: layer.id !== 'back' }));
    expect(Math.abs(colorAt(hidden, 5)[0]! - 100)).toBeLessThanOrEqual(1);
  });
});
