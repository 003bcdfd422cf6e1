/** What frames of a render take, found out on some of them. */
export interface Measured {
  /** Seconds for drawing a frame, and for encoding it, each on its own. */
  drawing: number;
  encoding: number;
  /** Bytes of a frame that needs no other, and of one that follows. */
  keyBytes: number;
  otherBytes: number;
}
