import { describe, expect, it } from 'vitest';
import { Course } from './course';
import { FramesAhead } from './framesAhead';
import type { StoredFrame } from './frameStore';

const frame = (): StoredFrame => ({ width: 1, height: 1, form: 'rgba', pixels: new ArrayBuffer(4) });
const film = new Course({ loop: undefined, end: 100 }, 10);
const none = () => false;

describe('frames painted ahead', () => {
  it('are asked for one after another, as many as are wanted', () => {
    const ahead = new FramesAhead();
    const asked: number[] = [];
    for (let next = ahead.next(50, 0, film, none); next !== undefined; next = ahead.next(50, 0, film, none)) {
      asked.push(next);
      ahead.begin(next);
    }
    expect(asked).toEqual([50, 51, 52, 53]);
    expect(ahead.next(51, 0, film, none)).toBe(54);
  });

  it('are not those that are over before they are painted', () => {
    const ahead = new FramesAhead();
    expect(ahead.next(50, 2.4, film, none)).toBe(53);
    ahead.begin(53);
    // However long it takes, something is painted.
    expect(ahead.next(54, 40, film, none)).toBe(94);
    // It took so long that the ones behind it would come too late.
    expect(ahead.next(54, 2.4, film, none)).toBe(57);
  });

  it('are not those that are there', () => {
    const ahead = new FramesAhead();
    expect(ahead.next(50, 0, film, (index) => index < 52)).toBe(52);
    expect(ahead.next(50, 0, film, () => true)).toBeUndefined();
  });

  it('end with the film, and go on at the start of a loop', () => {
    const ahead = new FramesAhead();
    expect(ahead.next(999, 1, film, none)).toBeUndefined();
    expect(ahead.next(999, 1, new Course({ loop: [99, 100], end: 100 }, 10), none)).toBe(990);
  });

  it('are shown when they are due; until then the last one before', () => {
    const ahead = new FramesAhead();
    const all = [50, 52, 55].map((index) => [index, frame()] as const);
    for (const [index, one] of all) {
      ahead.begin(index);
      ahead.end(index, one);
    }
    const due = (now: number) => ahead.due(now, film)?.index;
    expect(due(49)).toBeUndefined();
    expect(due(50)).toBe(50);
    expect(due(51)).toBe(50);
    expect(due(54)).toBe(52);
    // What is over has been forgotten.
    expect(ahead.size).toBe(2);
    expect(due(50)).toBeUndefined();
    expect(due(60)).toBe(55);
    expect(ahead.due(60, film)?.frame).toBe(all[2]![1]);
  });

  it('are forgotten on a seek or an edit, those that are being painted too', () => {
    const ahead = new FramesAhead();
    ahead.begin(50);
    ahead.end(50, frame());
    ahead.begin(51);
    ahead.drop();
    expect(ahead.size).toBe(0);
    expect(ahead.next(50, 0, film, none)).toBe(50);
  });
});
