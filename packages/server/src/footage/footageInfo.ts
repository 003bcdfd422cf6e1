import type { FootageInfo, Size } from '@cyclogram/core';

/** What is known of a video's copy. */
export interface StoredInfo extends FootageInfo {
  times: number[];
  /** Whether the lower half of the copy's frames is their opacity. */
  alpha: boolean;
  /** Whether there is sound in the file. */
  sound: boolean;
  /** Size of the smaller copy, where there is one: the same frames at the same times. */
  small?: Size;
}

/** Frames of a group: the first one needs no other. */
export const groupFrames = 12;
