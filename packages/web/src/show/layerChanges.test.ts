import {
  defaultFilm,
  figureKinds,
  passKinds,
  parseFilm,
  type FigureLayer,
  type Film,
  type GroupLayer,
  type LinkedLayer,
} from '@cyclogram/core';
import { describe, expect, it, vi } from 'vitest';
import {
  deleteLayers,
  duplicateLayers,
  groupLayers,
  linkLayers,
  moveToGroup,
  ungroupLayer,
  unlinkLayer,
  usersOf,
} from './layerChanges';
import { addFigure } from './testFigures';
import { copyLayers, copyPart, keepCopied, pasteLayers, pastePart } from './layerClipboard';
import { layerTree, moveLayer } from './layerTree';

/** A film with three rings, each on a path of its own: layer-1, layer-2, layer-3 from back to front. */
function threeRings(): Film {
  const film = plain(defaultFilm('x'));
  addFigure(film, { name: 'Two' });
  addFigure(film, { name: 'Three' });
  film.layers.forEach((layer, i) => Object.assign(layer, { id: `layer-${i + 1}`, path: `path-${i + 1}` }));
  film.paths.forEach((path, i) => (path.id = `path-${i + 1}`));
  return film;
}
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const ids = (film: Film) => film.layers.map(({ id }) => id);
const find = <T>(film: Film, id: string) => film.layers.find((layer) => layer.id === id) as T;
/** Every change must leave a film that can be read. */
const readable = (film: Film) => expect(() => parseFilm(plain(film))).not.toThrow();

describe('adding and deleting layers', () => {
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

describe('linked copies', () => {
  it('go when their source goes, and those linked to them', () => {
    const film = threeRings();
    const [linked] = linkLayers(film, ['layer-2']);
    const [again] = linkLayers(film, [linked!]);
    expect(find<LinkedLayer>(film, again!)).toMatchObject({ source: linked });
    readable(film);
    deleteLayers(film, ['layer-2']);
    expect(ids(film)).toEqual(['layer-1', 'layer-3']);
  });

  it('unlinked, are figures of their own where they stood', () => {
    const film = threeRings();
    const [linked] = linkLayers(film, ['layer-1']);
    const { place } = find<LinkedLayer>(film, linked!);
    Object.assign(place, { scale: { x: 2, y: 2 }, opacity: 0.5 });
    unlinkLayer(film, linked!);
    const group = find<GroupLayer>(film, linked!);
    expect(group).toMatchObject({ kind: 'group', place: { scale: { x: 2, y: 2 }, opacity: 0.5 } });
    const [free] = film.layers.filter((layer) => layer.group === linked);
    expect(free).toMatchObject({ kind: 'figure', name: 'Ring of bars' });
    expect((free as FigureLayer).path).not.toBe('path-1');
    readable(film);
  });

  it('unlinked, show what they showed: a source that is hidden, faint or there for a while only, and their own span', () => {
    const film = threeRings();
    const [linked] = linkLayers(film, ['layer-1']);
    const span = { from: 1, to: 5, fadeIn: 1, fadeOut: 0, curve: 'linear' as const };
    Object.assign(find<FigureLayer>(film, 'layer-1'), {
      visible: false,
      span: { ...span, from: 3 },
    });
    find<FigureLayer>(film, 'layer-1').place.opacity = 0.2;
    Object.assign(find<LinkedLayer>(film, linked!), { span });
    unlinkLayer(film, linked!);
    expect(find<GroupLayer>(film, linked!).span).toEqual(span);
    const [free] = film.layers.filter((layer) => layer.group === linked);
    expect(free).toMatchObject({
      visible: true,
      place: { opacity: 1 },
      span: { from: 0, to: null, fadeIn: 0 },
    });
    expect(find(film, 'layer-1')).toMatchObject({ visible: false, place: { opacity: 0.2 } });
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
      stops: [{ id: 'a', at: 0, color: '#112233' }],
    });
    from.palettes.push({
      id: 'unused',
      name: 'Other',
      mix: 'oklch',
      stops: [{ id: 'a', at: 0, color: '#112233' }],
    });
    Object.assign(find<FigureLayer>(from, 'layer-2').color, { palette: 'palette-1' });
    from.ears[0]!.id = 'its-own';
    for (const layer of from.layers) Object.assign(layer, { ear: 'its-own' });
    const group = groupLayers(from, ['layer-2', 'layer-3']);
    const to = plain(defaultFilm('y'));
    const [pasted] = pasteLayers(to, 'to', plain(copyLayers(from, 'from', [group])));
    expect(to.layers).toHaveLength(4);
    expect(find<GroupLayer>(to, pasted!).kind).toBe('group');
    expect(to.layers.filter((layer) => layer.group === pasted)).toHaveLength(2);
    expect(to.palettes.map(({ name }) => name)).toEqual(['Embers']);
    expect(to.paths).toHaveLength(3);
    readable(to);
  });

  it('leaves linked copies out whose source is not there', () => {
    const from = threeRings();
    const [linked] = linkLayers(from, ['layer-3']);
    const to = plain(defaultFilm('y'));
    expect(pasteLayers(to, 'to', plain(copyLayers(from, 'from', [linked!])))).toEqual([]);
    readable(to);
  });

  it('takes nothing of the other film that has the same id there: neither palette, nor image, nor path', () => {
    const from = threeRings();
    const palette = (name: string) => ({
      ...{ id: 'palette-1', name, mix: 'oklch' as const },
      stops: [{ id: 'a', at: 0, color: '#112233' }],
    });
    const image = (name: string, digit: string) => ({
      ...{ id: 'image-1', name, source: { asset: digit.repeat(64) } },
    });
    from.palettes.push(palette('Embers'));
    from.images.push(image('Buoy', '1'), { ...image('Unused', '2'), id: 'image-2' });
    const layer = find<FigureLayer>(from, 'layer-2');
    layer.color.palette = 'palette-1';
    layer.figure = { ...figureKinds.images.defaults(from), source: 'image', image: 'image-1' };
    Object.assign(from.paths[1]!.shape, { radius: 77 });
    from.lookups.push(image('Dusk', '4'));
    layer.passes.push({ ...passKinds.lookupTable.defaults(from), id: 'look', table: 'image-1' });

    const to = threeRings();
    to.palettes.push(palette('Frost'));
    to.images.push(image('Crane', '3'));
    const [pasted] = pasteLayers(to, 'to', plain(copyLayers(from, 'from', ['layer-2'])));
    const there = find<FigureLayer>(to, pasted!);
    const name = (items: { id: string; name: string }[], id: unknown) =>
      items.find((item) => item.id === id)?.name;
    expect(name(to.palettes, there.color.palette)).toBe('Embers');
    expect(name(to.images, (there.figure as { image: string }).image)).toBe('Buoy');
    expect(to.images.map((other) => other.name)).toEqual(['Crane', 'Buoy']);
    expect(name(to.lookups, (there.passes[0] as { table: string }).table)).toBe('Dusk');
    expect(to.paths.find(({ id }) => id === there.path)?.shape).toMatchObject({ radius: 77 });
    readable(to);

    // A second time, what is the same is not brought again.
    pasteLayers(to, 'to', plain(copyLayers(from, 'from', ['layer-2'])));
    expect([to.palettes.length, to.images.length]).toEqual([2, 2]);
  });

  it('of one group of properties into another film brings its palette along', () => {
    const from = threeRings();
    const stops = [{ id: 'a', at: 0, color: '#112233' }];
    from.palettes.push({ id: 'palette-1', name: 'Embers', mix: 'oklch', stops });
    const source = find<FigureLayer>(from, 'layer-1');
    source.color.palette = 'palette-1';
    const to = threeRings();
    to.palettes.push({ id: 'palette-1', name: 'Frost', mix: 'srgb', stops });
    const target = find<FigureLayer>(to, 'layer-3');
    pastePart(to, 'to', target, plain(copyPart(from, 'from', source, 'color')));
    expect(to.palettes.find(({ id }) => id === target.color.palette)?.name).toBe('Embers');
    readable(to);
  });

  it('says so when there is more than the browser keeps', () => {
    const full = {
      setItem: () => {
        throw new DOMException('', 'QuotaExceededError');
      },
    };
    vi.stubGlobal('localStorage', full);
    try {
      const film = threeRings();
      expect(() => keepCopied(copyLayers(film, 'one', ['layer-1']))).toThrow('too much to copy');
    } finally {
      vi.unstubAllGlobals();
    }
  });

  it('puts one group of properties on another figure', () => {
    const film = threeRings();
    const [source, target] = [find<FigureLayer>(film, 'layer-1'), find<FigureLayer>(film, 'layer-2')];
    source.copies = { ...source.copies, count: 7 };
    source.color = { ...source.color, by: 'across' };
    Object.assign(film.paths[0]!.shape, { radius: 77 });
    for (const part of ['copies', 'color', 'path', 'figure', 'symmetry', 'falloffs'] as const) {
      pastePart(film, 'one', target, plain(copyPart(film, 'one', source, part)));
    }
    expect(target.copies.count).toBe(7);
    expect(target.color.by).toBe('across');
    expect(film.paths.find(({ id }) => id === target.path)!.shape).toMatchObject({ radius: 77 });
    expect(target.path).not.toBe(source.path);
    readable(film);
  });

  it('refuses what does not fit, before it is in the film', () => {
    const film = threeRings();
    const copied = plain(copyLayers(film, 'one', ['layer-1']));
    copied.layers[0]!.place.opacity = 9;
    expect(() => pasteLayers(plain(film), 'one', copied)).toThrow('opacity');
  });
});

it('knows which layers use a path', () => {
  const film = threeRings();
  find<FigureLayer>(film, 'layer-3').path = 'path-1';
  expect(usersOf(film, 'path-1').map(({ id }) => id)).toEqual(['layer-1', 'layer-3']);
});
