import { describe, expect, it } from 'vitest';
import { momentOf } from '../document/momentOf';
import { DrawCache } from '../../picture/display/drawCache';
import { resolveFilm } from '../drive/resolveFilm';
import { emptyTables, TableHearing } from '../../sound/hearing/tableHearing';
import type { FillLayer } from '../../picture/layer/fill';
import { pictureAt } from '../../picture/display/pictureAt';
import { parseFilm } from '../document/parse';

const silentHearing = new TableHearing(emptyTables());

const stepsTo = (id: string, values: readonly string[]) => ({
  id,
  target: { list: 'background', id: '', key: id, item: '' },
  source: {
    kind: 'keyframes',
    keys: values.map((value, time) => ({ id: `key-${time}`, time, value, easing: 'hold' })),
  },
});

const old = (background: unknown, part: object = {}) => ({
  ...{ version: 5, title: 'Old', width: 640, height: 360, layers: [], cords: [] },
  images: ['one', 'two'].map((id) => ({ id, name: id, source: { path: `${id}.png` } })),
  background,
  ...part,
});

describe('the background of a film of version 5', () => {
  it('becomes a fill behind all layers, which draws the same gradient', () => {
    const group = { kind: 'group', id: 'background', name: 'Group' };
    const film = parseFilm(old({ color: '#102030', edgeColor: '#405060', image: null }, { layers: [group] }));
    expect(film.layers.map(({ id, kind, backdrop }) => [id, kind, backdrop])).toEqual([
      // What had the id keeps it.
      ['background-2', 'fill', true],
      ['background', 'group', false],
    ]);
    const { operations } = pictureAt(momentOf(film, silentHearing, 0, { cache: new DrawCache() }));
    const [drawn] = (operations[1] as { operations: unknown[] }).operations;
    expect(drawn).toMatchObject({
      op: 'backdrop',
      grain: 0,
      // From the middle to the corners.
      paint: { kind: 'radial', x: 320, y: 180, radius: Math.hypot(320, 180) },
    });
    const { stops } = (drawn as { paint: { stops: [number, string][] } }).paint;
    expect([stops[0], stops.at(-1)]).toEqual([
      [0, '#102030'],
      [1, '#405060'],
    ]);
  });

  it('becomes nothing where it was black, an image where it had one, and what was standard where none was said', () => {
    expect(parseFilm(old({ color: '#000000', edgeColor: '#000000', image: null })).layers).toEqual([]);
    const [fill, image, ...more] = parseFilm(old({ image: 'two' })).layers;
    expect((fill as FillLayer).paint.stops.map(({ color }) => color)).toEqual(['#1d1813', '#0b0908']);
    expect(image).toMatchObject({
      ...{ kind: 'image', image: 'two', fit: 'cover', backdrop: true },
      ...{ center: { x: 320, y: 180 }, size: { x: 640, y: 360 } },
    });
    expect(more).toEqual([]);
    expect(parseFilm(old(undefined)).layers).toHaveLength(1);
    expect(() => parseFilm(old(7))).toThrow();
    expect(() => parseFilm(old({ image: 'gone' }))).toThrow(/no image "gone"/);
  });

  it('moves as it moved: cords go to the layers', () => {
    const cords = [
      stepsTo('color', ['#000000', '#ff0000']),
      stepsTo('edgeColor', ['#00ff00', '#0000ff']),
      stepsTo('image', ['one', 'two']),
    ];
    const film = parseFilm(old({ color: '#000000', edgeColor: '#000000', image: null }, { cords }));
    const now = resolveFilm(film, silentHearing, 1.5);
    const [fill, image] = film.layers.map(({ id }) => now.layer(id)!);
    expect((fill as FillLayer).paint.stops.map(({ color }) => color)).toEqual(['#ff0000', '#0000ff']);
    expect(film.cords[2]!.target).toEqual({ list: 'layers', id: image!.id, key: 'image', item: '' });
  });
});
