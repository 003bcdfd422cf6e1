import type { FrameRate, PixelForm } from '@cyclogram/core';

/** What of a format can be chosen by name; each format says what it means for its encoder. */
export const qualities = { high: 'High', medium: 'Medium', low: 'Low', draft: 'Draft' } as const;
export type Quality = keyof typeof qualities;
export const speeds = { fast: 'Fast', medium: 'Medium', slow: 'Slow' } as const;
export type Speed = keyof typeof speeds;

/** How a render is encoded. */
export interface EncodeSettings {
  /** A draft has half the size, and is encoded as quickly as can be, whatever the speed says. */
  quality: Quality;
  /** Constant rate factor in place of the named quality: lower is better; null for that. */
  crf: number | null;
  speed: Speed;
  /** Whether what is clear stays so, and layers of the background are left out. */
  transparent: boolean;
}

/** What a format has to know of a render. */
export interface EncodePlan extends EncodeSettings {
  width: number;
  height: number;
  fps: FrameRate;
  frameCount: number;
  /** Number of the first frame among those that are made, from 0: of the segment that is encoded. */
  firstNumber?: number;
}

/** What a file is: a video, many pictures, one that moves by itself, one picture, several on a sheet, or sound alone. */
export type FormatKind = 'video' | 'sequence' | 'loop' | 'still' | 'sheet' | 'sound';

/** A file format that films are rendered to: how pictures are encoded in segments, and how those are joined with the sound. */
export interface RenderFormat {
  /** What it is called in requests and in the database. */
  id: string;
  kind: FormatKind;
  label: string;
  /** What it is for, in a few words. */
  about: string;
  /** Ending of its files, without the dot. */
  extension: string;
  mimeType: string;
  /** What its sound is; null for none. */
  sound: string | null;
  /** Whether pictures can be seen through. */
  transparent: boolean;
  /** Constant rate factors of the named qualities, and between which others may lie. */
  crf?: Record<Quality, number> & { least: number; most: number };
  /** What the encoder calls the named speeds, and that of drafts. */
  speeds?: Record<Speed | 'draft', string>;
  /** Whether its encoder uses all processors and much memory: one segment at a time then. */
  alone?: true;
  /** Whether a cover picture can be put into the file. */
  cover?: true;
  /** About as many bits as a pixel of a segment takes at least, for telling in time that a disk is too small. */
  bitsPerPixel: number;
  /** What is wrong with a size, a rate or a length for this format, and what would work, as sentences. */
  problem(plan: EncodePlan): string | undefined;
  /** Form of the frames that its encoder takes. */
  pixels(plan: EncodePlan): PixelForm;
  /** Ending of a segment's file; of a folder of pictures `frames`. */
  segment: string;
  /** Arguments of ffmpeg that encode raw frames into a segment; segments can be joined. */
  pictureArguments(plan: EncodePlan): string[];
  /** Arguments of ffmpeg that write joined pictures and a sound into one file. */
  fileArguments(plan: EncodePlan): string[];
}

/** What the encoder calls the speed of a plan. */
export const speedOf = ({ speeds }: RenderFormat, { quality, speed }: EncodeSettings): string =>
  speeds![quality === 'draft' ? 'draft' : speed];

/** The constant rate factor of a plan: its own, or that of its quality. */
export const crfOf = ({ crf }: RenderFormat, plan: EncodeSettings): number =>
  Math.min(Math.max(plan.crf ?? crf![plan.quality], crf!.least), crf!.most);
