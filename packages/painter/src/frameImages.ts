import { frameOfKey } from '@cyclogram/core';
import type { PaintImage } from './images';

/** Pixels of frames that are kept beyond those that a picture asks for: some seconds of a small video, a few frames of 4K. */
const maxPixels = 24_000_000;

/** Images by their ids, and the frames of footage that were decoded last by their keys. */
export class FrameImages extends Map<string, PaintImage> {
  /** Keys of frames, the one that came first in front. */
  private readonly frames = new Set<string>();
  /** Keys of those that are smaller than the footage is. */
  private readonly small = new Set<string>();
  private readonly latest = new Map<string, string>();
  private pixels = 0;

  /** @param lenient whether a frame that is not here is stood in for by the last one of the same footage */
  constructor(private readonly lenient: boolean) {
    super();
  }

  override get(key: string): PaintImage | undefined {
    const found = super.get(key);
    if (found || !this.lenient) return found;
    const frame = frameOfKey(key);
    const other = frame && this.latest.get(frame.footage);
    return other === undefined ? undefined : super.get(other);
  }

  /** @param small whether the image is smaller than the footage is */
  setFrame(key: string, footage: string, image: PaintImage, small = false): void {
    this.dropFrame(key);
    this.set(key, image);
    if (small) this.small.add(key);
    this.frames.add(key);
    this.latest.set(footage, key);
    this.pixels += image.width * image.height;
  }

  /** Whether an image is here in its own size. */
  hasWhole(key: string): boolean {
    return this.has(key) && !this.small.has(key);
  }

  /** Lets go of the oldest frames that are too many. @param wanted those that are asked for now stay, however many */
  trim(wanted: ReadonlySet<string>): void {
    for (const key of this.frames) {
      if (this.pixels <= maxPixels) return;
      if (!wanted.has(key)) this.dropFrame(key);
    }
  }

  forgetFrames(footage: string): void {
    for (const key of this.frames) if (frameOfKey(key)?.footage === footage) this.dropFrame(key);
    this.latest.delete(footage);
  }

  private dropFrame(key: string): void {
    const image = super.get(key);
    if (!image || !this.frames.delete(key)) return;
    this.delete(key);
    this.small.delete(key);
    this.pixels -= image.width * image.height;
  }
}
