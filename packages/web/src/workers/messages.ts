import type { Ear, Film, LevelTable } from '@cyclogram/core';
import type { ClockState } from '../sound/player';

/** What an ear listens to, as the hearing worker needs it. */
export interface EarSource {
  ear: Ear;
  tracks: { sha256: string; channels: 1 | 2; length: number; gain: number }[];
}

export type ToHearing =
  | { say: 'connect'; painter: MessagePort }
  | { say: 'film'; ears: EarSource[]; length: number }
  | { say: 'now'; time: number }
  | { say: 'watch'; earId: string | undefined };

/** Colours of a spectrogram: `width` moments by `height` bands, RGBA, high bands on top. */
export interface SpectrogramPicture {
  earId: string;
  width: number;
  height: number;
  pixels: Uint8ClampedArray<ArrayBuffer>;
}

export interface EarReport {
  /** Band edges in Hz. */
  edges: Float64Array;
  /** Whether narrow bands share bins of the transform. */
  sharesBins: boolean;
  binHz: number;
}

export type FromHearing =
  | { say: 'progress'; share: number }
  | { say: 'ear'; earId: string; report: EarReport }
  | { say: 'spectrogram'; picture: SpectrogramPicture }
  | { say: 'failed'; text: string };

/** From the hearing worker to the painting worker. */
export type LevelsMessage = { earId: string; table: LevelTable };

export type ToPainting =
  | { say: 'connect'; hearing: MessagePort }
  | { say: 'canvas'; canvas: OffscreenCanvas }
  | { say: 'film'; film: Film }
  | { say: 'size'; width: number; height: number }
  | { say: 'clock'; clock: ClockState }
  | { say: 'save'; id: number; time: number; width: number; height: number };

export interface PaintStats {
  /** Pixels of the preview as it is painted. */
  width: number;
  height: number;
  /** Painted frames in the last second of playing. */
  fps: number;
  /** Milliseconds that painting a frame takes. */
  paintMs: number;
}

export type FromPainting =
  | { say: 'levels'; time: number; levels: Map<string, Float32Array> }
  | { say: 'stats'; stats: PaintStats }
  | { say: 'saved'; id: number; blob: Blob };
