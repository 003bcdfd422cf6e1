import type { Size } from '../../contract';

/** What a render is expected to take, as measured on some of its frames. */
export interface RenderEstimate extends Size {
  seconds: number;
  /** Bytes of the result, of what is needed while it is made, and of what is free. */
  bytes: number;
  diskBytes: number;
  free: number;
  fits: boolean;
  frameCount: number;
}
