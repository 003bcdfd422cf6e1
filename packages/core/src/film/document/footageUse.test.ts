import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { footageTime } from '../../picture/footage/footage';
import type { LayerOf } from '../../picture/layer/registry';
import { passKinds, type PassSettings } from '../../picture/pass/registry';
import { hd } from '../../testing';
import { cordOf } from '../drive/testFilm';
import { defaultFilm, newLayer } from './defaults';
import type { Film } from './film';
import { footageUse } from './footageUse';

/** A film that shows footage in a layer. */
function filmOf(part: Partial<LayerOf<'footage'>> = {}): Film {
  const film = defaultFilm('Footage');
  film.footage = [
    { id: 'v', name: 'V', source: {} },
    { id: 'w', name: 'W', source: {} },
  ];
  film.layers = [newLayer('footage', film, { id: 'f', footage: 'v', ...part })];
  return film;
}

describe('the part of a video that a film uses', () => {
  it('has every frame in it that is shown while the film lasts, and begins and ends at whole half minutes', () => {
    const time = (max: number) => fc.double({ min: 0, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.record({
          start: fc.oneof(fc.constant(0), time(100)),
          in: time(500),
          out: fc.option(time(1500)),
          speed: fc.double({ min: -16, max: 16, noNaN: true }),
          repeat: fc.constantFrom('once', 'hold', 'loop', 'bounce'),
        }),
        time(300),
        time(2000),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 }),
        (part, seconds, duration, moments) => {
          const use = footageUse(filmOf(part), 'v', seconds)!;
          for (const edge of [use.from, use.to]) expect(edge === Infinity || edge % 30 === 0).toBe(true);
          // As the layer plays it.
          const out = Math.min(part.out ?? duration, duration);
          const playing = { ...part, in: Math.min(part.in, out), out };
          for (const share of [0, ...moments, 1]) {
            const at = footageTime(playing, share * seconds);
            if (at === undefined) continue;
            // One that begins after its end is at its end; a part has at least a thousandth of a second.
            expect(at).toBeGreaterThanOrEqual(Math.min(use.from, out) - 0.0011);
            expect(at).toBeLessThanOrEqual(Math.max(use.to, playing.in) + 0.0011);
          }
        },
      ),
      { numRuns: 2000 },
    );
  });

  it('is no more of a long one than is seen', () => {
    expect(footageUse(filmOf(), 'v', 200)).toEqual({ from: 0, to: 210 });
    expect(footageUse(filmOf({ in: 65, repeat: 'hold' }), 'v', 20)).toEqual({ from: 60, to: 90 });
    expect(footageUse(filmOf({ in: 65, speed: 2 }), 'v', 100)).toEqual({ from: 60, to: 270 });
    expect(footageUse(filmOf({ in: 10, out: 500, speed: -1 }), 'v', 70)).toEqual({ from: 420, to: 510 });
    expect(footageUse(filmOf({ start: 5, repeat: 'once' }), 'v', 60)).toEqual({ from: 0, to: 60 });
  });

  it('goes to the end where what is shown depends on that', () => {
    expect(footageUse(filmOf({ speed: -1 }), 'v', 10)).toEqual({ from: 0, to: Infinity });
    // It loops before it begins, too.
    expect(footageUse(filmOf({ start: 5 }), 'v', 10)).toEqual({ from: 0, to: Infinity });
    expect(footageUse(filmOf({ start: 5, out: 40 }), 'v', 10)).toEqual({ from: 0, to: 60 });
  });

  it('is all that may be played where pictures of other times are drawn', () => {
    const linked = filmOf({ in: 31, out: 400 });
    linked.layers.push(newLayer('linked', linked, { id: 'l', source: 'f', delay: 2 }));
    expect(footageUse(linked, 'v', 10)).toEqual({ from: 30, to: 420 });
    const trailing = filmOf({ in: 31, out: 400 });
    const trail = { ...(passKinds.afterimages.defaults(hd) as object), id: 't', on: true } as PassSettings;
    trailing.finish = { passes: [trail] };
    expect(footageUse(trailing, 'v', 10)).toEqual({ from: 30, to: 420 });
  });

  it('is that of all layers together, those included that show it by steps; none where no layer does', () => {
    const film = filmOf({ in: 100 });
    film.layers.push(newLayer('footage', film, { id: 'g', footage: 'v', in: 300 }));
    expect(footageUse(film, 'v', 10)).toEqual({ from: 90, to: 330 });
    expect(footageUse(film, 'w', 10)).toBeUndefined();
    const target = { list: 'layers', id: 'f', key: 'footage', item: '' } as const;
    film.cords = [cordOf(target, 'steps', { values: ['v', 'w'] } as never)];
    expect(footageUse(film, 'w', 10)).toEqual({ from: 90, to: 120 });
  });
});
