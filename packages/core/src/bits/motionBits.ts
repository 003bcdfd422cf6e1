import { resolveFilm } from '../film/drive/resolveFilm';
import { cordOf, filmWith, hearingWith, reachAddress, tableOf } from '../film/drive/testFilm';

/** Values of wander, flicker, steps and swing at many moments, for comparing their bits on different machines. */
export function motionBits(): Float64Array {
  const follower = tableOf([0, 0, 1, 0.5, 0, 0, 1, 0.25, 0], 1, [2, 6]);
  const hearing = hearingWith({ kick: follower });
  const sources = [
    cordOf(reachAddress, 'wander', { amount: 40, speed: 1.7, detail: 4, seed: 9, speedBy: 'kick' }),
    cordOf(reachAddress, 'flicker', { amount: 25, rate: 11, between: 'ease', easeTime: 0.05, seed: 3 }),
    cordOf(reachAddress, 'flicker', { amount: 25, at: 'beat', seed: 4 }),
    cordOf(reachAddress, 'steps', { values: [100, 150, 320, 80], order: 'random', seed: 5 }),
    cordOf(reachAddress, 'swing', { amount: 30, period: 0.7, phase: 20 }),
  ];
  const out: number[] = [];
  for (const cord of sources) {
    const film = filmWith(cord);
    for (let i = 0; i < 500; i++) {
      const layer = resolveFilm(film, hearing, (i + 0.5) * 0.0173).layer('layer-1');
      out.push((layer as unknown as { figure: { reach: number } }).figure.reach);
    }
  }
  return Float64Array.from(out);
}
