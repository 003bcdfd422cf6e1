import {
  defaultFilm,
  parseFilm,
  type FigureLayer,
  type Film,
  type GroupLayer,
  type TiedLayer,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { offers } from './gallery';
import {
  addFigure,
  deleteLayers,
  duplicateLayers,
  groupLayers,
  moveToGroup,
  tieLayers,
  ungroupLayer,
  untieLayer,
  usersOf,
} from './layerChanges';
import { copyLayers, copyPart, pasteLayers, pastePart } from './layerClipboard';
import { layerTree, moveLayer } from './layerTree';

/** A film with three rings, each on a path of its own: layer-1, layer-2, layer-3 from back to front. */
function threeRings(): Film {
  const film = plain(defaultFilm('x'));
  addFigure(film, { name: 'Two' });
  addFigure(film, { name: 'Three' });
  return film;
}
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const ids = (film: Film) => film.layers.map(({ id }) => id);
const find = <T>(film: Film, id: string) => film.layers.find((layer) => layer.id === id) as T;
/** Every change must leave a film that can be read. */
const readable = (film: Film) => expect(() => parseFilm(plain(film))).not.toThrow();

describe('adding and deleting layers', () => {
  it('every offer of the gallery makes a figure that the format takes', () => {
    const film = plain(defaultFilm('x'));
    for (const { make } of offers) {
      const { part, shape } = make(film.width, film.height);
      addFigure(film, part, shape);
    }
    expect(film.layers).toHaveLength(offers.length + 1);
    readable(film);
  });

  it('a deleted layer takes its path with it, but not one that others use', () => {
    const film = threeRings();
    find<FigureLayer>(film, 'layer-3').path = 'path-2';
    deleteLayers(film, ['layer-2']);
    expect(ids(film)).toEqual(['layer-1', 'layer-3']);
    expect(film.paths.map(({ id }) => id)).toEqual(['path-1', 'path-2']);
    deleteLayers(film, ['layer-3']);
    expect(film.paths.map(({ id }) => id)).toEqual(['path-1']);
    readable(film);
  });

  it('a copy has a path of its own, lies in front of its source and in the same group', () => {
    const film = threeRings();
    const group = groupLayers(film, ['layer-1', 'layer-2']);
    const [copy] = duplicateLayers(film, ['layer-1']);
    expect(ids(film).indexOf(copy!)).toBe(ids(film).indexOf('layer-1') + 1);
    expect(find<FigureLayer>(film, copy!)).toMatchObject({ name: 'Ring of bars copy', group });
    expect(find<FigureLayer>(film, copy!).path).not.toBe(find<FigureLayer>(film, 'layer-1').path);
    readable(film);
  });
});

describe('groups', () => {
  it('are where the frontmost of their layers was, and can be taken apart', () => {
    const film = threeRings();
    const id = groupLayers(film, ['layer-1', 'layer-2']);
    expect(layerTree(film).map(({ layer, depth }) => [layer.id, depth])).toEqual([
      ['layer-3', 0],
      [id, 0],
      ['layer-2', 1],
      ['layer-1', 1],
    ]);
    expect(ungroupLayer(film, id)).toEqual(['layer-1', 'layer-2']);
    expect(film.layers.map(({ group }) => group)).toEqual([null, null, null]);
    readable(film);
  });

  it('are deleted and copied with all that is in them', () => {
    const film = threeRings();
    const id = groupLayers(film, ['layer-1', 'layer-2']);
    const [copy] = duplicateLayers(film, [id]);
    expect(film.layers).toHaveLength(7);
    expect(film.layers.filter(({ group }) => group === copy)).toHaveLength(2);
    readable(film);
    deleteLayers(film, [copy!]);
    expect(film.layers).toHaveLength(4);
    readable(film);
  });

  it('never contain themselves', () => {
    const film = threeRings();
    const inner = groupLayers(film, ['layer-1']);
    const outer = groupLayers(film, [inner]);
    moveToGroup(film, outer, inner);
    expect(find<GroupLayer>(film, outer).group).toBeNull();
    moveToGroup(film, 'layer-3', inner);
    expect(find<FigureLayer>(film, 'layer-3').group).toBe(inner);
    readable(film);
  });

  it('take in layers that are dragged among theirs, and let them go', () => {
    const film = threeRings();
    const id = groupLayers(film, ['layer-1', 'layer-2']);
    moveLayer(film, 'layer-3', 'layer-1');
    expect(layerTree(film).map(({ layer }) => layer.id)).toEqual([id, 'layer-2', 'layer-1', 'layer-3']);
    expect(find<FigureLayer>(film, 'layer-3').group).toBe(id);
    moveLayer(film, 'layer-3', id);
    expect(find<FigureLayer>(film, 'layer-3').group).toBeNull();
    moveLayer(film, id, 'layer-2');
    expect(find<GroupLayer>(film, id).group).toBeNull();
    readable(film);
  });

  it('plain layers change places in both directions', () => {
    const film = threeRings();
    moveLayer(film, 'layer-1', 'layer-3');
    expect(ids(film)).toEqual(['layer-2', 'layer-3', 'layer-1']);
    moveLayer(film, 'layer-1', 'layer-2');
    expect(ids(film)).toEqual(['layer-1', 'layer-2', 'layer-3']);
  });
});

describe('tied copies', () => {
  it('go when their source goes, and those tied to them', () => {
    const film = threeRings();
    const [tied] = tieLayers(film, ['layer-2']);
    const [again] = tieLayers(film, [tied!]);
    expect(find<TiedLayer>(film, again!)).toMatchObject({ source: tied });
    readable(film);
    deleteLayers(film, ['layer-2']);
    expect(ids(film)).toEqual(['layer-1', 'layer-3']);
  });

  it('made free, are figures of their own where they stood', () => {
    const film = threeRings();
    const [tied] = tieLayers(film, ['layer-1']);
    Object.assign(find<TiedLayer>(film, tied!), { scale: 2, opacity: 0.5 });
    untieLayer(film, tied!);
    const group = find<GroupLayer>(film, tied!);
    expect(group).toMatchObject({ kind: 'group', scale: 2, opacity: 0.5 });
    const [free] = film.layers.filter((layer) => layer.group === tied);
    expect(free).toMatchObject({ kind: 'figure', name: 'Ring of bars' });
    expect((free as FigureLayer).path).not.toBe('path-1');
    readable(film);
  });

  it('made free, show what they showed: a source that is hidden, faint or there for a while only, and their own span', () => {
    const film = threeRings();
    const [tied] = tieLayers(film, ['layer-1']);
    const span = { from: 1, to: 5, fadeIn: 1, fadeOut: 0, curve: 'linear' as const };
    Object.assign(find<FigureLayer>(film, 'layer-1'), {
      visible: false,
      opacity: 0.2,
      span: { ...span, from: 3 },
    });
    Object.assign(find<TiedLayer>(film, tied!), { span });
    untieLayer(film, tied!);
    expect(find<GroupLayer>(film, tied!).span).toEqual(span);
    const [free] = film.layers.filter((layer) => layer.group === tied);
    expect(free).toMatchObject({ visible: true, opacity: 1, span: { from: 0, to: null, fadeIn: 0 } });
    expect(find(film, 'layer-1')).toMatchObject({ visible: false, opacity: 0.2 });
    readable(film);
  });
});

describe('copy and paste', () => {
  it('brings layers into another film with their paths and palettes, to an ear that it has', () => {
    const from = threeRings();
    from.palettes.push({
      id: 'palette-1',
      name: 'Embers',
      mix: 'oklch',
      stops: [{ at: 0, color: '#112233' }],
    });
    from.palettes.push({ id: 'unused', name: 'Other', mix: 'oklch', stops: [{ at: 0, color: '#112233' }] });
    Object.assign(find<FigureLayer>(from, 'layer-2').color, { palette: 'palette-1' });
    from.ears[0]!.id = 'its-own';
    for (const layer of from.layers) Object.assign(layer, { ear: 'its-own' });
    const group = groupLayers(from, ['layer-2', 'layer-3']);
    const to = plain(defaultFilm('y'));
    const [pasted] = pasteLayers(to, plain(copyLayers(from, [group])));
    expect(to.layers).toHaveLength(4);
    expect(find<GroupLayer>(to, pasted!).kind).toBe('group');
    expect(to.layers.filter((layer) => layer.group === pasted)).toHaveLength(2);
    expect(to.palettes.map(({ id }) => id)).toEqual(['palette-1']);
    expect(to.paths).toHaveLength(3);
    readable(to);
  });

  it('leaves tied copies out whose source is not there', () => {
    const from = threeRings();
    const [tied] = tieLayers(from, ['layer-3']);
    const to = plain(defaultFilm('y'));
    expect(pasteLayers(to, plain(copyLayers(from, [tied!])))).toEqual([]);
    readable(to);
  });

  it('puts one group of properties on another figure', () => {
    const film = threeRings();
    const [source, target] = [find<FigureLayer>(film, 'layer-1'), find<FigureLayer>(film, 'layer-2')];
    source.copies = { ...source.copies, count: 7 };
    source.color = { ...source.color, by: 'across' };
    Object.assign(film.paths[0]!.shape, { radius: 77 });
    for (const part of ['copies', 'color', 'path', 'figure', 'symmetry', 'falloffs'] as const) {
      pastePart(film, target, plain(copyPart(film, source, part)));
    }
    expect(target.copies.count).toBe(7);
    expect(target.color.by).toBe('across');
    expect(film.paths.find(({ id }) => id === target.path)!.shape).toMatchObject({ radius: 77 });
    expect(target.path).not.toBe(source.path);
    readable(film);
  });

  it('refuses what does not fit, before it is in the film', () => {
    const film = threeRings();
    const copied = plain(copyLayers(film, ['layer-1']));
    Object.assign(copied.layers[0]!, { opacity: 9 });
    expect(() => pasteLayers(plain(film), copied)).toThrow('opacity');
  });
});

it('knows which layers use a path', () => {
  const film = threeRings();
  find<FigureLayer>(film, 'layer-3').path = 'path-1';
  expect(usersOf(film, 'path-1').map(({ id }) => id)).toEqual(['layer-1', 'layer-3']);
});
