import { describe, expect, it } from 'vitest';
import { FrameStore, type StoredFrame } from './frameStore';

const frame = (bytes = 100): StoredFrame => ({
  width: 5,
  height: 5,
  form: 'rgba',
  pixels: new ArrayBuffer(bytes),
});
const from = (seen: number) => (index: number) => Math.abs(index - seen);

describe('frames that are kept', () => {
  it('are there until there is no room for them: those farthest away go first', () => {
    const store = new FrameStore(300);
    for (const index of [7, 1, 4]) expect(store.put(index, frame(), 'a', from(2))).toBe(true);
    expect([store.size, store.bytes]).toEqual([3, 300]);
    expect(store.put(3, frame(), 'a', from(2))).toBe(true);
    expect([1, 3, 4, 7].map((index) => store.has(index))).toEqual([true, true, true, false]);
    expect(store.put(9, frame(), 'a', from(2))).toBe(false);
    expect([store.size, store.bytes]).toEqual([3, 300]);
  });

  it('take the place of those before them', () => {
    const store = new FrameStore(300);
    store.put(1, frame(100), 'a', from(1));
    const other = frame(200);
    expect(store.put(1, other, 'b', from(1))).toBe(true);
    expect([store.size, store.bytes, store.hashOf(1)]).toEqual([1, 200, 'b']);
    expect(store.get(1)).toBe(other);
  });

  it('that may have changed are not shown before they have been looked at', () => {
    const store = new FrameStore(1000);
    for (const index of [1, 2, 3]) store.put(index, frame(), String(index), from(0));
    store.doubt((index) => index > 1);
    expect([1, 2, 3].map((index) => store.has(index))).toEqual([true, false, false]);
    expect(store.hashOf(2)).toBe('2');
    store.confirm(2);
    expect([1, 2, 3].map((index) => store.has(index))).toEqual([true, true, false]);
    // Nothing of what one edit put in doubt is cleared up by the next one.
    store.doubt((index) => index === 2);
    expect([1, 2, 3].map((index) => store.has(index))).toEqual([true, false, false]);
  });

  it('go when the budget becomes smaller, the last ones first', () => {
    const store = new FrameStore(1000);
    for (const index of [1, 2, 3]) store.put(index, frame(), 'a', from(0));
    store.setBudget(200);
    expect([1, 2, 3].map((index) => store.has(index))).toEqual([true, true, false]);
    store.setBudget(0);
    expect([store.size, store.bytes]).toEqual([0, 0]);
    expect(store.put(1, frame(), 'a', from(0))).toBe(false);
  });
});
