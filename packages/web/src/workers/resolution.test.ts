import { describe, expect, it } from 'vitest';
import { Resolution } from './resolution';

/** Plays frames whose painting takes so long for each share of the pixels; time between frames follows. */
function play(resolution: Resolution, frames: number, fullPaintMs: number): void {
  let now = 1000;
  for (let frame = 0; frame < frames; frame++) {
    const paintMs = fullPaintMs * resolution.scale ** 2;
    resolution.note(now, paintMs);
    now += Math.max(1000 / 60, paintMs * 1.1);
  }
}

describe('resolution of the preview', () => {
  it('stays full while the machine keeps up', () => {
    const resolution = new Resolution();
    play(resolution, 300, 10);
    expect(resolution.scale).toBe(1);
  });

  it.each([60, 120, 400])(
    'falls until 30 frames a second are reached, when a full frame takes %i ms',
    (full) => {
      const resolution = new Resolution();
      play(resolution, 300, full);
      expect(resolution.scale).toBeLessThan(1);
      expect(full * resolution.scale ** 2 * 1.1).toBeLessThan(1000 / 30);
    },
  );

  it('has a lowest value', () => {
    const resolution = new Resolution();
    play(resolution, 500, 100_000);
    expect(resolution.scale).toBe(0.25);
  });

  it('rises again when the picture has become simpler', () => {
    const resolution = new Resolution();
    play(resolution, 200, 200);
    const low = resolution.scale;
    resolution.restart();
    play(resolution, 1500, 5);
    expect(low).toBeLessThan(1);
    expect(resolution.scale).toBe(1);
  });

  it('does not take a pause for slowness', () => {
    const resolution = new Resolution();
    for (let burst = 0; burst < 20; burst++) {
      resolution.restart();
      for (let frame = 0; frame < 10; frame++) resolution.note(burst * 10_000 + frame * 17, 5);
    }
    expect(resolution.scale).toBe(1);
  });
});
