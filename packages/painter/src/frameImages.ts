import { frameOfKey } from '@cyclogram/core';
import type { PaintImage } from './context';

/** Frames that are kept: enough for afterimages and motion blur of one picture. */
const mostFrames = 40;

/** Images by their ids, and the frames of footage that were decoded last by their keys. */
export class FrameImages extends Map<string, PaintImage> {
  private readonly frames: string[] = [];
  private readonly latest = new Map<string, string>();

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

  setFrame(key: string, footage: string, image: PaintImage): void {
    this.set(key, image);
    this.latest.set(footage, key);
    this.frames.push(key);
    while (this.frames.length > mostFrames) this.delete(this.frames.shift()!);
  }

  forgetFrames(footage: string): void {
    for (const key of [...this.frames]) {
      if (frameOfKey(key)?.footage !== footage) continue;
      this.delete(key);
      this.frames.splice(this.frames.indexOf(key), 1);
    }
    this.latest.delete(footage);
  }
}
