/**
 * Frames on their way to an encoder. A pipe keeps what it is given until it is through, and what a frame is drawn in is
 * used for the next one: so it is copied, into memory that is used again.
 */
export class FramePool {
  private readonly spare: Buffer[] = [];

  /** A copy of a frame. */
  take(frame: Uint8Array): Buffer {
    const index = this.spare.findIndex(({ length }) => length === frame.length);
    const copy = index < 0 ? Buffer.allocUnsafeSlow(frame.length) : this.spare.splice(index, 1)[0]!;
    copy.set(frame);
    return copy;
  }

  /** The memory of a copy may be used again. */
  give(copy: Buffer): void {
    this.spare.push(copy);
  }
}
