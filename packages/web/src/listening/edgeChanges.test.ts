import { defaultEar, type Ear } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { earChange, keepOrder } from '../hear/earChanges';
import { addEdge, moveEdge, removeEdge, toggleMute } from './edgeChanges';

const ear: Ear = { ...defaultEar('e'), fromHz: 100, toHz: 1000, mutes: [1] };
const edges = [100, 200, 500, 1000];
const hand: Ear = { ...ear, scale: 'hand', edges, bandNames: ['a', '', 'c'] };

describe('edges of bands', () => {
  it('inside move between their neighbours, and make the bands ones by hand', () => {
    expect(moveEdge(ear, edges, 1, 300)).toEqual({
      scale: 'hand',
      edges: [100, 300, 500, 1000],
      bandNames: [],
    });
    expect(moveEdge(hand, edges, 1, 9000)).toMatchObject({ edges: [100, 499.5, 500, 1000] });
    expect(moveEdge(hand, edges, 1, 1)).toMatchObject({ edges: [100, 100.5, 500, 1000] });
  });

  it('at the ends move the range, and by hand the edge', () => {
    expect(moveEdge(ear, edges, 0, 150)).toEqual({ fromHz: 150 });
    expect(moveEdge(ear, edges, 3, 5000)).toEqual({ toHz: 5000 });
    expect(moveEdge(hand, edges, 3, 5000)).toMatchObject({ edges: [100, 200, 500, 5000] });
  });

  it('are added in a band, names and mutes staying with theirs', () => {
    expect(addEdge(hand, edges, 150)).toEqual({
      scale: 'hand',
      edges: [100, 150, 200, 500, 1000],
      bandNames: ['a', '', '', 'c'],
      mutes: [2],
    });
    expect(addEdge(hand, edges, 5000)).toBeUndefined();
  });

  it('are removed, and never the last band', () => {
    expect(removeEdge(hand, edges, 1)).toEqual({
      scale: 'hand',
      edges: [100, 500, 1000],
      bandNames: ['a', 'c'],
      mutes: [],
    });
    expect(removeEdge({ ...hand, edges: [1, 2] }, [1, 2], 1)).toBeUndefined();
  });

  it('bands are muted and unmuted', () => {
    expect(toggleMute(ear, 0)).toEqual([0, 1]);
    expect(toggleMute(ear, 1)).toEqual([]);
  });
});

describe('changes of an ear', () => {
  it('keep lower ends below upper ones', () => {
    expect(keepOrder(ear, 'fromHz', 4000)).toEqual({ fromHz: 999 });
    expect(keepOrder(ear, 'ceilingDb', -100)).toEqual({ ceilingDb: -61 });
    expect(keepOrder(ear, 'window', 0.1)).toEqual({ window: 0.1 });
  });

  it('start bands by hand from the bands there are, and forget mutes of bands that lie elsewhere now', () => {
    expect(earChange(ear, 'scale', 'hand', edges)).toEqual({ scale: 'hand', edges, bandNames: [] });
    expect(earChange(hand, 'scale', 'hand', [1, 2])).toEqual({ scale: 'hand', mutes: [] });
    expect(earChange(ear, 'bands', 12)).toEqual({ bands: 12, mutes: [] });
  });
});
