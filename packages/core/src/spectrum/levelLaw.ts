/** What of a level is spread evenly between floor and ceiling: its dB, its amplitude or its power. */
export const levelLaws = ['db', 'amplitude', 'power'] as const;
export type LevelLawKind = (typeof levelLaws)[number];

/** How levels in dBFS become 0..1. */
export interface LevelLaw {
  law: LevelLawKind;
  /** dBFS that reads 0. */
  floorDb: number;
  /** dBFS that reads 1. */
  ceilingDb: number;
}

/** A function from dBFS to 0..1, held at both ends. */
export function levelMap({ law, floorDb, ceilingDb }: LevelLaw): (db: number) => number {
  const hold = (level: number) => (level < 0 ? 0 : level > 1 ? 1 : level);
  const divisor = law === 'amplitude' ? 20 : 10;
  const linear = law === 'db' ? (db: number) => db : (db: number) => 10 ** (db / divisor);
  const low = linear(floorDb);
  const factor = 1 / Math.max(linear(ceilingDb) - low, 1e-12);
  return (db) => hold((linear(db) - low) * factor);
}

/**
 * Maps rows of band levels in dBFS to 0..1.
 * @param db rows of levels, `gains.length` per row
 * @param gains dB added to each band
 * @param shown the bands that are wanted, in order
 * @param out rows of `shown.length`
 */
export function mapLevels(
  db: Float32Array,
  gains: Float64Array,
  shown: readonly number[],
  law: LevelLaw,
  out: Float32Array,
): void {
  const bands = gains.length;
  if (law.law === 'db') {
    // The same as below, without a call for each level.
    const factor = 1 / Math.max(law.ceilingDb - law.floorDb, 1e-12);
    for (let row = 0, at = 0; row < db.length; row += bands) {
      for (let i = 0; i < shown.length; i++) {
        const band = shown[i]!;
        const level = (db[row + band]! + gains[band]! - law.floorDb) * factor;
        out[at++] = level < 0 ? 0 : level > 1 ? 1 : level;
      }
    }
    return;
  }
  const map = levelMap(law);
  for (let row = 0, at = 0; row < db.length; row += bands) {
    for (const band of shown) out[at++] = map(db[row + band]! + gains[band]!);
  }
}
