import { describe, expect, it } from 'vitest';
import { defaultFilm } from './defaults';
import { liveliestMoment, type SoundOverview } from './liveliest';
import { defaultTrack } from './track';

const step = 480;
/** A song whose level follows from its time. */
const overview = (seconds: number, level: (t: number) => number): SoundOverview => {
  const points = new Int16Array(3 * Math.ceil((seconds * 48000) / step));
  for (let n = 0; 3 * n < points.length; n++) points[3 * n + 2] = level((n * step) / 48000);
  return { points, step, length: seconds * 48000 };
};
const film = defaultFilm('x', [defaultTrack('mix', 'Mix', { asset: 'a'.repeat(64) })]);

describe('the liveliest moment', () => {
  // Quiet, with a hit every half a second from 20 to 40 s, the strongest at 31 s.
  const song = overview(60, (t) =>
    t < 20 || t > 40 ? 800 : t % 0.5 < 0.1 ? (Math.abs(t - 31.05) < 0.06 ? 30000 : 20000) : 2000,
  );

  it('is the strongest hit of the fullest passage', () => {
    expect(Math.abs(liveliestMoment(film, () => song, 60) - 31.05)).toBeLessThan(0.06);
  });

  it('is no single noise in a quiet part', () => {
    const click = overview(60, (t) => (Math.abs(t - 5) < 0.02 ? 32000 : t > 30 && t < 40 ? 9000 : 500));
    expect(liveliestMoment(film, () => click, 60)).toBeGreaterThan(29);
  });

  it('is not where the picture fades', () => {
    const fades = { ...film.fades, picture: { ...film.fades.picture, fadeOut: 10 } };
    const late = overview(60, (t) => (t > 50 ? 20000 : t > 30 && t < 36 ? 8000 : 100));
    const at = liveliestMoment({ ...film, fades }, () => late, 60);
    expect(at).toBeGreaterThan(29);
    expect(at).toBeLessThan(37);
  });

  it('counts what is in the soundtrack, where it lies in the film, as loud as it is played', () => {
    const other = { ...defaultTrack('bass', 'Bass', { asset: 'b'.repeat(64) }), start: 10, gain: -20 };
    const both = { ...film, tracks: [...film.tracks, other] };
    const loud = overview(20, (t) => (Math.abs(t - 8) < 2 ? 32000 : 0));
    const even = overview(60, (t) => (Math.abs(t - 50) < 2 ? 9000 : 100));
    const overviewOf = ({ id }: { id: string }) => (id === 'mix' ? even : loud);
    expect(Math.abs(liveliestMoment(both, overviewOf, 60) - 50)).toBeLessThan(2.1);
    other.gain = 0;
    expect(Math.abs(liveliestMoment(both, overviewOf, 60) - 18)).toBeLessThan(2.1);
    other.soundtrack = false;
    expect(Math.abs(liveliestMoment(both, overviewOf, 60) - 50)).toBeLessThan(2.1);
  });

  it('is the start of a film without sound, or without length', () => {
    expect(liveliestMoment(film, () => undefined, 60)).toBe(0);
    expect(liveliestMoment(film, () => song, 0)).toBe(0);
    expect(liveliestMoment({ ...film, tracks: [] }, () => song, 60)).toBe(0);
  });
});
