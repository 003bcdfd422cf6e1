import type { FrameRate } from '../../sound';

/** What server and interface say to each other about renders and their formats. */

/** What of a format can be chosen by name; each format says what it means for its encoder. */
export const qualities = { high: 'High', medium: 'Medium', low: 'Low', draft: 'Draft' } as const;
export type Quality = keyof typeof qualities;
export const speeds = { fast: 'Fast', medium: 'Medium', slow: 'Slow' } as const;
export type Speed = keyof typeof speeds;

/** Constant rate factors of the named qualities, and between which others may lie. */
export type RateFactors = Record<Quality, number> & { min: number; max: number };

/** What a format is, for whoever chooses one, plans a render of it, or shows what came of it. */
export interface FormatTraits {
  /** The word that it is offered under. */
  heading: string;
  /** What its pictures are of: none, one moment, moments spread over a range, or all frames of a range. */
  pictures: 'none' | 'moment' | 'spread' | 'all';
  /** What plays or shows it in a page; null where browsers do not. */
  player: 'video' | 'image' | 'audio' | null;
  /** What its sound is; null for none. */
  sound: string | null;
  /** Whether pictures can be seen through. */
  transparent: boolean;
}

/** A format as the interface knows it. */
export interface FormatDescription extends FormatTraits {
  id: string;
  label: string;
  /** What it is for, in a few words. */
  about: string;
  /** Ending of its files, without the dot. */
  extension: string;
  /** Null where it has no quality to choose. */
  crf: RateFactors | null;
  /** Whether it has a speed to choose. */
  speeds: boolean;
}

export type RenderStatus = 'waiting' | 'running' | 'paused' | 'done' | 'failed' | 'cancelled';
export type RenderStage = 'hearing' | 'drawing' | 'joining' | 'checking';

/** What of a render is only known while it is made, or follows from its format. */
export interface RenderDoing {
  /** How far the footage is that it waits for, 0 to 1. */
  preparing: number | null;
  stage: RenderStage | null;
  framesDone: number;
  /** Estimated seconds until it is finished, when something is known. */
  secondsLeft: number | null;
  /** Frames drawn in a second, when something is known. */
  framesPerSecond: number | null;
  formatLabel: string;
  mimeType: string;
  pictures: FormatTraits['pictures'];
  player: FormatTraits['player'];
  /** Address of the finished file. */
  file: string | null;
}

/** A render as the interface knows it. */
export interface RenderDescription extends RenderDoing {
  id: string;
  filmId: string | null;
  title: string;
  width: number;
  height: number;
  fps: FrameRate;
  firstFrame: number;
  frameCount: number;
  settings: { transparent: boolean };
  position: number;
  fileName: string;
  /** When it was put into the bin; null where it was not. */
  deletedAt: string | null;
  status: RenderStatus;
  problem: { title: string; detail: string } | null;
  createdAt: string;
  finishedAt: string | null;
  bytes: number | null;
}
