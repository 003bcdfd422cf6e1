import type { FootageInfo, FootageUse, Size } from '@cyclogram/core';

/** What is known of a video's copy. */
export interface StoredInfo extends FootageInfo {
  times: number[];
  /** The part of the file that the copy is of, as its folder is named; all of it where there is none. */
  part?: string;
  /** Whether the lower half of the copy's frames is their opacity. */
  alpha: boolean;
  /** Whether there is sound in the file. */
  sound: boolean;
  /** Size of the smaller copy, where there is one: the same frames at the same times. */
  small?: Size;
}

/** A part of a video file, in seconds of the file. */
export interface CopyPart {
  from: number;
  to: number;
}

/** Name of a part among the copies of a file. */
export const partName = ({ from, to }: CopyPart): string => `${from}-${to}`;

/** The part of a name. @returns undefined when it is none */
export function partOfName(name: string): CopyPart | undefined {
  const found = /^(\d{1,5})-(\d{1,5})$/.exec(name);
  return found ? { from: Number(found[1]), to: Number(found[2]) } : undefined;
}

/** Files of this many seconds are copied as a whole: parts would save little. */
const wholeUpTo = 120;
/** The same of parts that are more than this share of their file. */
const mostOfIt = 0.8;

/**
 * The part of a file that is copied for what is used of it; undefined where it is all of it.
 * @param seconds length of the file, as far as it says one
 */
export function partFor(use: FootageUse | undefined, seconds: number | undefined): CopyPart | undefined {
  if (!use || seconds === undefined || seconds <= wholeUpTo) return undefined;
  // What begins behind the end shows the last frame.
  const from = Math.min(use.from, Math.max(0, 30 * Math.floor((seconds - 1) / 30)));
  const to = Math.max(from + 30, Math.min(use.to, 30 * Math.ceil(seconds / 30)));
  return Math.min(to, seconds) - from > mostOfIt * seconds ? undefined : { from, to };
}

/** Frames of a group: the first one needs no other. */
export const groupFrames = 12;
