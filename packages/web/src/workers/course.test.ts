import { afterEach, describe, expect, it, vi } from 'vitest';
import { clockTime } from '../sound/player';
import { frameAt } from '@cyclogram/core';
import { Course } from './course';

afterEach(() => void vi.useRealTimers());

describe('the course of frames', () => {
  it('goes from one frame to the next, up to the end of the film', () => {
    const course = new Course({ loop: undefined, end: 2 }, 10);
    expect([course.first, course.last]).toEqual([0, 20]);
    expect(course.step(3, 4)).toBe(7);
    expect(course.step(18, 1)).toBe(19);
    expect(course.step(18, 2)).toBeUndefined();
    expect(course.distance(3, 7)).toBe(4);
    expect(course.distance(7, 3)).toBe(Infinity);
  });

  it('goes from the end of a loop to its start', () => {
    const course = new Course({ loop: [1, 1.5], end: 2 }, 10);
    expect([course.first, course.last]).toEqual([10, 15]);
    expect([1, 2, 3, 5, 13].map((steps) => course.step(13, steps))).toEqual([14, 10, 11, 13, 11]);
    expect(course.distance(13, 11)).toBe(3);
    expect(course.distance(11, 13)).toBe(2);
  });

  it('comes into a loop from before it, and not from behind it', () => {
    const course = new Course({ loop: [1, 1.5], end: 2 }, 10);
    expect(course.step(8, 8)).toBe(11);
    expect(course.distance(8, 12)).toBe(4);
    expect(course.distance(8, 17)).toBe(Infinity);
    expect(course.step(16, 2)).toBe(18);
    expect(course.distance(16, 18)).toBe(2);
    expect(course.distance(16, 12)).toBe(Infinity);
  });

  it('is that of the clock that plays', () => {
    vi.useFakeTimers();
    const fps = 24;
    for (const loop of [undefined, [0.5, 0.9], [0.51, 0.93]] as const) {
      const clock = { playing: true, time: 0.2, at: 0, speed: 1, loop, end: 1.5 };
      const course = new Course(clock, fps);
      // What the clock shows, in steps of a millisecond: each frame that is new is the next one.
      let seen = frameAt(0.2, fps);
      let { time } = clock;
      for (let n = 0; n < 1290; n++) {
        const at = performance.timeOrigin + performance.now();
        vi.advanceTimersByTime(1);
        time = clockTime({ ...clock, time, at });
        const frame = frameAt(time, fps);
        if (frame !== seen) expect(course.step(seen, 1)).toBe(frame);
        seen = frame;
      }
    }
  });
});
