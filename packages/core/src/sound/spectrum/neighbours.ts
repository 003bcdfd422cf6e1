/** Bands that are neighbours: the first of them, where it stands among those that are given, and how many they are. */
export interface Neighbours {
  band: number;
  at: number;
  length: number;
}

/** Divides bands, in rising order, into such that are neighbours: nearly always all of them are. */
export function neighbours(bands: readonly number[]): Neighbours[] {
  const runs: Neighbours[] = [];
  bands.forEach((band, at) => {
    const run = runs.at(-1);
    if (run && run.band + run.length === band) run.length++;
    else runs.push({ band, at, length: 1 });
  });
  return runs;
}
