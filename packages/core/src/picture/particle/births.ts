import type { PropertySums } from '../display/sums';

/** When a particle is born, and what chance is made of for it. */
export interface Birth {
  /** Seconds. */
  time: number;
  index: number;
}

/** Particles that are alive at once, at most. */
export const maxAlive = 20_000;

/** Particles that one burst has at most: their indices do not meet those of the next. */
export const maxBurst = 4096;

/**
 * Particles born in a stretch of time, the latest last: particle i when the integral of the rate passes i. Of more than
 * there may be, the latest.
 */
export function steadyBirths(
  sums: Pick<PropertySums, 'upTo' | 'passing'>,
  from: number,
  to: number,
): Birth[] {
  const last = Math.floor(sums.upTo(to));
  const first = Math.max(Math.floor(sums.upTo(from)) + 1, last - maxAlive + 1);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, n) => {
    const index = first + n;
    return { index, time: sums.passing(index, to) };
  });
}

/** The same of bursts at some moments, so many each. @param before how many bursts there were before the first of them */
export function burstBirths(times: readonly number[], before: number, each: number): Birth[] {
  const count = Math.min(maxBurst, Math.round(each));
  // The latest are kept; as many bursts as can have any alive.
  const max = Math.max(1, Math.ceil(maxAlive / Math.max(1, count)));
  const skipped = Math.max(0, times.length - max);
  return times.slice(skipped).flatMap((time, n) =>
    // Negative, so that they are no particle that is born steadily.
    Array.from({ length: count }, (_, i) => ({
      time,
      index: -1e6 - ((before + skipped + n) * maxBurst + i),
    })),
  );
}
