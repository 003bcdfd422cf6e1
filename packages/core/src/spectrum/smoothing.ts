/**
 * Share of the way to a new value that a one-pole filter goes in one step:
 * 1 - exp(-step / time). After `time` it has gone 63 % of the way.
 * @param time time constant in seconds; 0 follows at once
 * @param step seconds between values
 */
export function onePoleShare(time: number, step: number): number {
  return time <= 0 ? 1 : 1 - Math.exp(-step / time);
}

/**
 * Attack and release, in place: each band rises with the attack's time constant
 * and falls with the release's. Starts settled on the first row.
 * @param rows rows of levels 0..1, `bands` per row
 * @param attack seconds
 * @param release seconds
 * @param step seconds between rows
 */
export function smoothAttackRelease(
  rows: Float32Array,
  bands: number,
  attack: number,
  release: number,
  step: number,
): void {
  const up = onePoleShare(attack, step);
  const down = onePoleShare(release, step);
  if (up === 1 && down === 1) return;
  for (let i = bands; i < rows.length; i++) {
    const before = rows[i - bands]!;
    const difference = rows[i]! - before;
    rows[i] = before + difference * (difference > 0 ? up : down);
  }
}
