import { exact } from '../../contract';

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

/** A law in numbers: (level - low) * factor, held between 0 and 1. */
export interface LawTerms {
  /** What a dB is in powers of two, of which the level then is one; 0 where the level is taken in dB. */
  octaves: number;
  low: number;
  factor: number;
}

export function lawTerms({ law, floorDb, ceilingDb }: LevelLaw): LawTerms {
  const octaves = law === 'db' ? 0 : exact.log2(10) / (law === 'amplitude' ? 20 : 10);
  const linear = (db: number) => (octaves === 0 ? db : exact.pow(2, octaves * db));
  const low = linear(floorDb);
  return { octaves, low, factor: 1 / Math.max(linear(ceilingDb) - low, 1e-12) };
}
