import { describe, expect, it } from 'vitest';
import { Resolution } from './resolution';

/** Plays so many frames of a film that takes a fixed time and one in proportion to its pixels; the scale of the last one. */
function play(resolution: Resolution, frames: number, fixed: number, pixels: number): number {
  for (let n = 0; n < frames; n++) resolution.note(fixed + pixels * resolution.scale ** 2);
  return resolution.scale;
}

describe('the resolution while playing', () => {
  it('stays at that of the Screen as long as 30 frames a second are painted', () => {
    expect(play(new Resolution(), 200, 6, 20)).toBe(1);
    // What lands on the second tick is accepted.
    expect(play(new Resolution(), 200, 10, 20.5)).toBe(1);
  });

  it('goes down as far as it must, and no farther', () => {
    const scale = play(new Resolution(), 200, 6, 80);
    expect(6 + 80 * scale ** 2).toBeLessThanOrEqual(31);
    expect(scale).toBe(0.5);
    expect(play(new Resolution(), 200, 4, 45)).toBe(0.75);
  });

  it('does not go down where fewer pixels are of no use', () => {
    expect(play(new Resolution(), 200, 60, 4)).toBe(1);
    // Half as many pixels still save enough, a quarter does not save more.
    const scale = play(new Resolution(), 300, 50, 30);
    expect(scale).toBeLessThan(1);
    expect(scale).toBeGreaterThan(0.25);
  });

  it('comes back up within a second of 30 frames when there is less to do', () => {
    const resolution = new Resolution();
    expect(play(resolution, 200, 6, 150)).toBeLessThan(0.5);
    expect(play(resolution, 60, 4, 10)).toBe(1);
  });

  it('knows which part of the time is fixed', () => {
    const resolution = new Resolution();
    play(resolution, 300, 9, 70);
    expect(resolution.cost.fixed).toBeGreaterThan(7);
    expect(resolution.cost.fixed).toBeLessThan(11);
    expect(
      Math.abs(
        resolution.cost.fixed +
          resolution.cost.pixels * resolution.scale ** 2 -
          (9 + 70 * resolution.scale ** 2),
      ),
    ).toBeLessThan(1);
  });

  it('does not go to and fro', () => {
    const resolution = new Resolution();
    play(resolution, 120, 8, 50);
    const seen = new Set<number>();
    for (let n = 0; n < 60; n++) seen.add(play(resolution, 6, 8, 50));
    expect(seen.size).toBe(1);
  });

  it('finds its way though no frame takes as long as the one before', () => {
    // Times of a busy machine, by a song that is now dense and now thin: an invented course, the same every time.
    const wild = (n: number) => (1 + 0.25 * Math.sin(n / 40)) * (0.85 + 0.3 * ((n * 0.61803) % 1));
    for (const seed of [0, 7, 19, 53]) {
      const resolution = new Resolution();
      resolution.setPace(2, 1000 / 30);
      let low = 0;
      for (let n = 0; n < 600; n++) {
        resolution.note((30 + 190 * resolution.scale ** 2) * wild(n + seed));
        if (n >= 200 && resolution.scale <= 0.5) low++;
      }
      expect(low).toBeGreaterThan(0.85 * 400);
    }
  });

  it('may take as long for a frame as all painters together leave for it', () => {
    const two = new Resolution();
    two.setPace(2, 1000 / 24);
    expect(play(two, 200, 10, 60)).toBe(1);
    expect(play(new Resolution(), 200, 10, 60)).toBeLessThan(1);
  });
});
