import { describe, expect, it } from 'vitest';
import { addStop, moveStop, moveTo, removeStop } from './gradientStops';

const stops = [
  { id: 'a', at: 0, color: '#000000' },
  { id: 'b', at: 0.5, color: '#808080' },
  { id: 'c', at: 1, color: '#ffffff' },
];

describe('the stops of a gradient', () => {
  it('moved past another change places with it', () => {
    const { stops: moved, index } = moveStop(stops, 0, 0.7);
    expect(moved.map(({ color }) => color)).toEqual(['#808080', '#000000', '#ffffff']);
    expect([index, moved[1]!.at]).toEqual([1, 0.7]);
    expect(moveStop(stops, 2, 3).stops[2]!.at).toBe(1);
  });

  it('are found by the place that is new, also past another and where several stand', () => {
    expect(moveTo(stops, [0.5, 0.7, 1])).toEqual(moveStop(stops, 0, 0.7));
    expect(moveTo(stops, [0, 0.5, 0.9])).toEqual(moveStop(stops, 2, 0.9));
    const together = stops.map((stop) => ({ ...stop, at: 0.5 }));
    expect(moveTo(together, [0.5, 0.5, 0.6]).stops.map(({ at }) => at)).toEqual([0.5, 0.5, 0.6]);
    expect(moveTo(stops, [0, 0.5, 1]).stops).toEqual(stops);
  });

  it('added have the colour that is there', () => {
    const { stops: added, index } = addStop({ stops, mix: 'srgb' }, 0.25);
    expect([index, added[1]]).toMatchObject([1, { at: 0.25, color: '#404040' }]);
    expect(addStop({ stops: [stops[0]!, stops[2]!], mix: 'srgb' }).stops[1]!.at).toBe(0.5);
    expect(addStop({ stops: [stops[0]!], mix: 'srgb' }).stops.map(({ at }) => at)).toEqual([0, 1]);
  });

  it('are removed but for the last', () => {
    expect(removeStop(stops, 1).stops).toHaveLength(2);
    expect(removeStop([stops[0]!], 0).stops).toHaveLength(1);
  });
});
