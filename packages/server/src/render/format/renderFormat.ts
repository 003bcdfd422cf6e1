import type { FormatTraits, FrameRate, PixelForm, Quality, RateFactors, Speed } from '@cyclogram/core';

export { qualities, speeds, type Quality, type Speed } from '@cyclogram/core';

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

/** A file format that films are rendered to: how pictures are encoded in segments, and how those are joined with the sound. */
export interface RenderFormat extends FormatTraits {
  /** What it is called in requests and in the database. */
  id: string;
  label: string;
  /** What it is for, in a few words. */
  about: string;
  /** Ending of its files, without the dot. */
  extension: string;
  mimeType: string;
  /** Bytes of its sound in a second, about. */
  soundBytes: number;
  crf?: RateFactors;
  /** What the encoder calls the named speeds, and that of drafts. */
  speeds?: Record<Speed | 'draft', string>;
  /** Whether its encoder uses all processors and much memory: one segment at a time then. */
  alone?: true;
  /** Whether a cover picture can be put into the file. */
  cover?: true;
  /** About as many bits as a pixel of a segment takes at least, for telling in time that a disk is too small. */
  bitsPerPixel: number;
  /**
   * What becomes of segments: the only one is the file itself; their pictures come into one folder, which leaves as a zip; or
   * they are joined into one file.
   */
  result: 'copied' | 'folder' | 'joined';
  /** Whether its file says what it is, with title and chapters. */
  named?: true;
  /** What tells how large it will be: the sizes of frames in a segment, a segment itself, or a file of it. */
  measuredBy: 'frames' | 'segment' | 'file';
  /** Whether its segments have no loss, and so need room beside the file. */
  losslessSegments?: true;
  /** Whether each of its frames is read once before the file gets its name. */
  checked?: true;
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
  /** Arguments of ffmpeg that give frames their exact times, where a container rounds them; none when left out. */
  timeArguments?(plan: Pick<EncodePlan, 'fps'>): string[];
}

/** What the encoder calls the speed of a plan. */
export const speedOf = ({ speeds }: RenderFormat, { quality, speed }: EncodeSettings): string =>
  speeds![quality === 'draft' ? 'draft' : speed];

/** The constant rate factor of a plan: its own, or that of its quality. */
export const crfOf = ({ crf }: RenderFormat, plan: EncodeSettings): number =>
  Math.min(Math.max(plan.crf ?? crf![plan.quality], crf!.min), crf!.max);
