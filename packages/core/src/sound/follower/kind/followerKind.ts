import type { Ear } from '../../ear/ear';
import type { SongListener } from '../../hearing/songListener';

/** A listener that gives one number for each moment. */
export type RawListener = SongListener & { raw(): Float32Array };

/** What of a follower its kind goes by. */
export interface FollowerSettings {
  /** Hz. */
  fromHz: number;
  toHz: number;
  /** 0 to 1. */
  sensitivity: number;
}

/** A kind of follower: what of the sound it goes by. */
export interface FollowerKind<Kind extends string = string> {
  kind: Kind;
  label: string;
  /** Whether it goes by a range of frequencies. */
  ranged: boolean;
  /** Whether it has a gate and a ceiling. */
  levelled: boolean;
  /** Whether it hears through its ear's window. */
  windowed: boolean;
  /** Whether what it gives are moments, of which each is a pulse. */
  pulses: boolean;
  /** Unit of its levels; null where they are none that anyone knows. */
  unit: 'dB' | 'LUFS' | null;
  /** What it measures of silence. */
  silence: number;
  /** What is known of a whole song by its levels. */
  wholeSong?: { label: string; of(raw: Float32Array): number };
  /** What hears it; undefined for one that follows the film's beats, and so hears nothing. */
  listen?(follower: FollowerSettings, ear: Ear, lengthSamples: number): RawListener;
}
