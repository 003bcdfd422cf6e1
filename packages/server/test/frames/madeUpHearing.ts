import { shownBands, type Film, type Hearing } from '@cyclogram/core';

/** Levels that differ from band to band and from moment to moment, the same on every machine. */
const levelAt = (band: number, bands: number, t: number) => {
  const x = (band + 1) / (bands + 1);
  const beat = Math.abs((((2.1 * t) % 1) + 1) % 1);
  return Math.min(1, Math.max(0, 0.9 * (1 - beat) * (1 - 0.7 * x) + 0.35 * (((band * 7) % 5) / 5) * x));
};

/** A hearing made up from formulas. */
export function madeUpHearing(film: Film): Hearing {
  const row = (id: string, t: number, more: number) => {
    const ear = film.ears.find((other) => other.id === id);
    if (!ear) return undefined;
    const bands = shownBands(ear);
    return Float32Array.from(bands, (band) => Math.min(1, levelAt(band, bands.length, t) + more));
  };
  const samples = new Int16Array(48000).map((_, n) => 12000 * (((n * 0.0046) % 2) - 1) ** 3);
  return {
    end: 8,
    levelsAt: (id, t) => row(id, t, 0),
    highestLevels(id, from, to) {
      const steps = Math.max(1, Math.ceil((to - from) * 240));
      const highest = row(id, from, 0);
      for (let step = 1; step <= steps; step++)
        row(id, from + ((to - from) * step) / steps, 0)?.forEach((level, band) => {
          highest![band] = Math.max(highest![band]!, level);
        });
      return highest;
    },
    peaksAt: (id, t) => (film.ears.find((ear) => ear.id === id)?.peaks ? row(id, t, 0.08) : undefined),
    followerTable: () => undefined,
    followerAt: () => 0.5,
    waveformOf: () => ({ rate: 12000, samples }),
  };
}
