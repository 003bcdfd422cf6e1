import type { FrameRate } from '@cyclogram/core';

/** A file format that films are rendered to: how pictures are encoded in segments, and how those are joined with the sound. */
export interface RenderFormat {
  /** What it is called in requests and in the database. */
  id: string;
  label: string;
  /** Ending of its files, without the dot. */
  extension: string;
  mimeType: string;
  /** What is wrong with a size for this format, as a sentence; undefined when it can have it. */
  sizeProblem(width: number, height: number): string | undefined;
  /** Arguments of ffmpeg that encode raw RGBA frames; a segment of such files can be joined without encoding again. */
  pictureArguments(fps: FrameRate): string[];
  /** Arguments of ffmpeg that write joined pictures and a sound into one file. */
  fileArguments(): string[];
}
