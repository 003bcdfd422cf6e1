/** A frame as it is shown. */
export interface StoredFrame {
  width: number;
  height: number;
  /** Pixels as a canvas takes them, or planes of 4:2:0. */
  form: 'rgba' | 'yuv420p';
  pixels: ArrayBuffer;
}

interface Entry {
  frame: StoredFrame;
  hash: string;
  /** Whether an edit may have changed its picture. */
  doubted: boolean;
}

/** Frames that are kept within a budget of memory: those that lie farthest from where one looks go first. */
export class FrameStore {
  /** Bytes of all frames. */
  bytes = 0;
  private readonly entries = new Map<number, Entry>();

  /** @param budget bytes that frames may take */
  constructor(public budget: number) {}

  get size(): number {
    return this.entries.size;
  }

  /** A frame whose picture is known to be right. */
  get(index: number): StoredFrame | undefined {
    const entry = this.entries.get(index);
    return entry && !entry.doubted ? entry.frame : undefined;
  }

  has(index: number): boolean {
    return this.get(index) !== undefined;
  }

  /** The hash of a frame that is there, whether its picture is right or not. */
  hashOf(index: number): string | undefined {
    return this.entries.get(index)?.hash;
  }

  /**
   * Keeps a frame, if there is room for it, or frames that are farther away make room.
   * @param distance how far a frame is from where one looks
   * @returns whether it is kept
   */
  put(index: number, frame: StoredFrame, hash: string, distance: (index: number) => number): boolean {
    this.drop(index);
    const { byteLength } = frame.pixels;
    if (this.bytes + byteLength > this.budget) {
      const far = [...this.entries.keys()].sort((a, b) => distance(b) - distance(a));
      for (const other of far) {
        if (this.bytes + byteLength <= this.budget || !(distance(other) > distance(index))) break;
        this.drop(other);
      }
      if (this.bytes + byteLength > this.budget) return false;
    }
    this.entries.set(index, { frame, hash, doubted: false });
    this.bytes += byteLength;
    return true;
  }

  /** An edit may have changed pictures: they are not shown until they have been looked at again. */
  doubt(isTouched: (index: number) => boolean): void {
    for (const [index, entry] of this.entries) entry.doubted ||= isTouched(index);
  }

  /** Looked at again, a picture is the same. */
  confirm(index: number): void {
    const entry = this.entries.get(index);
    if (entry) entry.doubted = false;
  }

  clear(): void {
    this.entries.clear();
    this.bytes = 0;
  }

  /** Frees what is over a budget that has become smaller. */
  setBudget(budget: number): void {
    this.budget = budget;
    for (const index of [...this.entries.keys()].reverse()) if (this.bytes > budget) this.drop(index);
  }

  private drop(index: number): void {
    const entry = this.entries.get(index);
    if (!entry) return;
    this.entries.delete(index);
    this.bytes -= entry.frame.pixels.byteLength;
  }
}
