/** How levels in dBFS become 0..1. */
export interface LevelLaw {
  /** dBFS that reads 0. */
  floorDb: number;
  /** dBFS that reads 1. */
  ceilingDb: number;
  /** Added per octave above 1 kHz, taken away below: 3 makes pink noise level. */
  tiltDbPerOctave: number;
}

/** Frequency that a tilt leaves as it is. */
export const tiltPivotHz = 1000;

/**
 * What the tilt adds to each band, in dB, at the band's geometric middle.
 * @param edges band edges in Hz, one more than bands
 */
export function tiltDb(edges: Float64Array, dbPerOctave: number): Float64Array {
  return Float64Array.from({ length: edges.length - 1 }, (_, band) => {
    const middle = Math.sqrt(Math.max(edges[band]!, 1) * edges[band + 1]!);
    return dbPerOctave * Math.log2(middle / tiltPivotHz);
  });
}

/**
 * Maps rows of band levels in dBFS to 0..1 between floor and ceiling, in dB.
 * @param db rows of levels, `tilts.length` per row
 * @param tilts dB added to each band, of {@link tiltDb}
 * @param out as long as `db`
 */
export function mapLevels(db: Float32Array, tilts: Float64Array, law: LevelLaw, out: Float32Array): void {
  const bands = tilts.length;
  const factor = 1 / Math.max(law.ceilingDb - law.floorDb, 1e-9);
  for (let i = 0; i < db.length; i += bands) {
    for (let band = 0; band < bands; band++) {
      const level = (db[i + band]! + tilts[band]! - law.floorDb) * factor;
      out[i + band] = level < 0 ? 0 : level > 1 ? 1 : level;
    }
  }
}
