import { describe, expect, it } from 'vitest';
import type { FigureLayer } from '../../picture/layer/figure';
import { passKinds, type PassSettings } from '../../picture/pass/registry';
import { structuredCopy } from '../../contract/property/record';
import { defaultsOf } from '../../contract/property/defaults';
import { hd } from '../../testing';
import { defaultFilm, newLayer } from './defaults';
import type { Film } from './film';
import { drawableFilm, layerDrawings, maxDrawings, withheldOf, withheldText } from './filmCost';
import { parseFilm } from './parse';

const pass = (kind: keyof typeof passKinds, part: object = {}): PassSettings =>
  ({ ...defaultsOf(passKinds[kind].record, hd), kind, id: `p-${kind}`, on: true, ...part }) as never;

const film = (): Film => defaultFilm('A film');
const figureIn = (f: Film) => f.layers[0] as FigureLayer;

/** A film whose groups show each the one before it twice, by linked copies. */
function doubled(levels: number): Film {
  const f = film();
  const layers: Film['layers'] = [{ ...figureIn(f), id: 'l-0' }];
  for (let n = 1; n <= levels; n++) {
    layers.push(newLayer('group', hd, { id: `l-${n}`, name: `Group ${n}` }));
    for (const half of ['a', 'b'])
      layers.push(newLayer('linked', hd, { id: `${half}-${n}`, source: `l-${n - 1}`, group: `l-${n}` }));
  }
  return { ...f, layers };
}

describe('what a picture takes', () => {
  it('is a drawing for each layer, and for each copy of a figure', () => {
    const f = film();
    expect(layerDrawings(f).get(figureIn(f).id)).toBe(1);
    const figure = figureIn(f);
    const copied = { ...f, layers: [{ ...figure, copies: { ...figure.copies, count: 5 } }] };
    expect(layerDrawings(copied).get(figure.id)).toBe(5);
  });

  it('doubles with each group of two linked copies', () => {
    for (let n = 1; n <= 8; n++) expect(layerDrawings(doubled(n)).get(`l-${n}`)).toBe(2 ** n);
  });

  it('grows by passes over time: with 24 afterimages it is drawn 25 times, by two such passes 625 times', () => {
    const f = film();
    const figure = figureIn(f);
    const passes = [pass('afterimages', { count: 24, opacity: 1 })];
    expect(layerDrawings({ ...f, layers: [{ ...figure, passes }] }).get(figure.id)).toBe(25);
    const twice = [...passes, { ...passes[0]!, id: 'again' }];
    expect(layerDrawings({ ...f, layers: [{ ...figure, passes: twice }] }).get(figure.id)).toBe(625);
    const off = passes.map((one) => ({ ...one, on: false }));
    expect(layerDrawings({ ...f, layers: [{ ...figure, passes: off }] }).get(figure.id)).toBe(1);
  });

  it('counts what is masked with its mask', () => {
    const f = film();
    const layers: Film['layers'] = [{ ...figureIn(f), id: 'l-0' }];
    for (let n = 1; n <= 20; n++)
      layers.push(
        newLayer('linked', hd, {
          id: `l-${n}`,
          source: `l-${n - 1}`,
          mask: { ...structuredCopy(layers[0]!.mask), kind: 'layer', layer: `l-${n - 1}` } as never,
        }),
      );
    const drawings = layerDrawings({ ...f, layers });
    // Each shows the one before it, and is cut by it.
    expect(drawings.get('l-5')).toBe(32);
    expect(drawings.get('l-20')).toBe(2 ** 20);
  });
});

describe('what is dear', () => {
  it('can be stored and edited, and is not drawn; the rest is', () => {
    const dear = doubled(22);
    const f = { ...dear, layers: [...dear.layers, { ...figureIn(film()), id: 'plain', name: 'Plain' }] };
    const read = parseFilm(structuredCopy(f));
    const [first, ...others] = withheldOf(read);
    expect(first).toEqual({ layer: 'l-22', drawings: 2 ** 22 });
    expect(withheldText(read, first!)).toBe(
      '“Group 22” would be drawn millions of times per frame, counting copies, masks and passes over time.',
    );
    expect(others.map(({ layer }) => layer)).toEqual(expect.arrayContaining(['l-21', 'l-13']));
    const drawn = drawableFilm(read);
    const left = drawn.layers.filter(({ visible, group }) => visible && group === null);
    expect(left.map(({ id }) => id)).toContain('plain');
    const drawings = layerDrawings(drawn);
    expect(left.reduce((sum, { id }) => sum + drawings.get(id)!, 0)).toBeLessThanOrEqual(maxDrawings);
    expect(withheldOf(drawn)).toEqual([]);
  });

  it('is a layer with 32 passes of 24 afterimages', () => {
    const f = film();
    const figure = figureIn(f);
    const passes = Array.from({ length: 32 }, (_, i) => ({
      ...pass('afterimages', { count: 24 }),
      id: `p${i}`,
    }));
    const many = { ...f, layers: [{ ...figure, passes }] };
    expect(withheldOf(many).map(({ layer }) => layer)).toEqual([figure.id]);
  });

  it('is the finish where it has too much drawn too often: then it goes without', () => {
    const f = doubled(10);
    const finish = { ...f.finish, passes: [pass('afterimages', { count: 24, opacity: 1 }), pass('glow')] };
    const dear = { ...f, finish };
    expect(withheldOf(dear)).toEqual([{ layer: undefined, drawings: expect.any(Number) as number }]);
    expect(drawableFilm(dear).finish.passes.map(({ kind }) => kind)).toEqual(['glow']);
    expect(withheldText(dear, withheldOf(dear)[0]!)).toMatch(
      /^The passes over time in the finish would draw .* times per frame\.$/,
    );
  });

  it('is nothing that is hidden, unless it may be shown', () => {
    const f = doubled(22);
    const hidden = {
      ...f,
      layers: f.layers.map((layer) => (layer.group === null ? { ...layer, visible: false } : layer)),
    };
    expect(withheldOf(hidden)).toEqual([]);
    expect(drawableFilm(hidden)).toBe(hidden);
    const cord = {
      target: { list: 'layers', id: 'l-22', key: 'visible', item: '' },
    } as Film['cords'][number];
    const shown = { ...hidden, cords: [cord] };
    expect(withheldOf(shown).map(({ layer }) => layer)).toEqual(['l-22']);
    expect(drawableFilm(shown).cords).toEqual([]);
  });
});
