import type {
  Beats,
  BandStatistics,
  Ear,
  Film,
  Follower,
  FollowerTable,
  Framing,
  LevelTable,
  MovingValue,
  Placement,
  PropertyAddress,
  Smoothing,
  SongChanges,
  SongFit,
  Waveform,
} from '@cyclogram/core';
import type { ClockState } from '../sound/player';

/** A track as the hearing worker needs it. */
export interface TrackSource {
  sha256: string;
  channels: 1 | 2;
  length: number;
  /** dB */
  gain: number;
  placement: Placement;
}

/** What an ear listens to. */
export interface EarSource {
  ear: Ear;
  tracks: TrackSource[];
}

/** Questions to the hearing worker, and the answers. */
export interface Questions {
  /** Settings that suit the song. */
  fit: { given: { earId: string }; answer: SongFit };
  /** What each band does over the song. */
  statistics: { given: { earId: string }; answer: BandStatistics[] };
  /** Tempo and beats; null when nothing repeats. */
  beats: { given: { tracks: TrackSource[] }; answer: Beats | null };
  /** Sections of the song. */
  sections: { given: { tracks: TrackSource[] }; answer: SongChanges };
  /** Levels of a band from one time to another, with the ear's smoothing and with another one. */
  traces: {
    given: { earId: string; band: number; from: number; to: number; other: Smoothing };
    answer: { rate: number; own: Float32Array; other: Float32Array };
  };
  /** Level in dBFS around a moment at `count` places from one frequency to another, equally far apart on a log scale. */
  spectrum: {
    given: { earId: string; time: number; count: number; fromHz: number; toHz: number };
    answer: Float32Array;
  };
  /** A part of the spectrogram, in pixels. */
  spectrogram: {
    given: { from: number; to: number; columns: number };
    answer: SpectrogramPicture | null;
  };
}
export type QuestionName = keyof Questions;

/** What the page may ask of the worker that hears. */
export interface HearingApi {
  /** Joins it to the painting worker, which levels go to, and to whoever is told of what it hears. */
  connect(painter: MessagePort, report: (report: HearingReport) => void): void;
  /**
   * What is to be heard.
   * @param waved ids of the ears whose waveform a figure shows
   * @param length of the film in samples
   * @param number counts up with each film that is told: reports of progress name it
   */
  setFilm(ears: EarSource[], followers: Follower[], waved: string[], length: number, number: number): void;
  setNow(time: number): void;
  setPlaying(playing: boolean): void;
  /** The ear whose spectrogram the Tape shows. */
  watch(earId: string | undefined): void;
  ask<Name extends QuestionName>(
    what: Name,
    given: Questions[Name]['given'],
  ): Promise<Questions[Name]['answer']>;
}

/** Colours of a part of a spectrogram: `width` moments by `height` bands, RGBA, high bands on top. */
export interface SpectrogramPicture {
  /** Seconds. */
  from: number;
  to: number;
  width: number;
  height: number;
  pixels: Uint8ClampedArray<ArrayBuffer>;
}

export interface EarReport {
  /** Band edges in Hz. */
  edges: Float64Array;
  /** Window of each band in seconds. */
  windows: Float64Array;
  /** Whether narrow bands share bins of the transform. */
  sharesBins: boolean;
  binHz: number;
  /** Floor and ceiling in use, in dB. */
  limits: { floorDb: number; ceilingDb: number };
}

/** What a follower has heard so far, for drawing it over the song. */
export interface FollowerReport {
  /** Values per second of `raw` and `values`. */
  rate: number;
  /** Level of every moment, in dB, LUFS or as flux. */
  raw: Float32Array;
  /** 0..1 */
  values: Float32Array;
  /** Gate and ceiling in use, as raw. */
  gate: number;
  ceiling: number;
  /** What the drawing spans, as raw. */
  low: number;
  high: number;
  /** Shares of levels in equal parts from `low` to `high`. */
  histogram: number[];
  /** Times at which it fires, and how often a minute. */
  fires: number[];
  firesPerMinute: number;
  /** Seconds by which the rise leads the hits, before its delay; undefined where that cannot be told. */
  lead: number | undefined;
  /** Percentiles 0, 1, ... 100 of the levels of the song. */
  percentiles: number[];
  /** What is known of the whole song by its levels, of kinds that say so. */
  wholeSong: number | undefined;
}

export type HearingReport =
  /** 0..1 of what is to be heard for the film that was told as the so manieth. */
  | { say: 'progress'; share: number; of: number }
  | { say: 'ear'; earId: string; report: EarReport }
  | { say: 'follower'; followerId: string; report: FollowerReport }
  /** More of the spectrogram has been heard. */
  | { say: 'spectrogram' }
  | { say: 'failed'; earId?: string; text: string };

/** The memory of a table, which is used again when all who paint have another one. */
export const tableBuffers = ({ levels, peaks }: LevelTable): ArrayBufferLike[] =>
  [levels, ...(peaks ? [peaks] : [])].map(({ buffer }) => buffer);

/** From the hearing worker to the painting worker, which gives back the memory of tables of ears that are no longer used. */
export type TableMessage =
  | { what: 'ear'; id: string; table: LevelTable }
  | { what: 'follower'; id: string; table: FollowerTable }
  | { what: 'waveform'; id: string; waveform: Waveform }
  /** Nothing of the film that was told as the so manieth is left to be heard. */
  | { what: 'heard'; film: number };

/** What the page may ask of the worker that paints. */
export interface PaintingApi {
  /** Joins it to the worker that hears, and to whoever is told of what it paints. */
  connect(hearing: MessagePort, report: (report: PaintingReport) => void): void;
  setCanvas(canvas: OffscreenCanvas | undefined): void;
  /**
   * @param end length of the film in seconds
   * @param number counts up with each film that is told: the hearing worker names it when it has heard it
   */
  setFilm(film: Film, end: number, number: number): void;
  /** Room for the picture, in pixels. */
  setSize(width: number, height: number): void;
  setClock(clock: ClockState): void;
  /** Whether stages are painted with fewer pixels while playing. */
  setCoarse(coarse: boolean): void;
  /** Whether the picture is painted without its finish. */
  setBefore(before: boolean): void;
  /** Addresses of the typefaces that the film may be set in, by their names. */
  setTypefaces(addresses: Record<string, string>): void;
  /** Addresses of the film's footage, by its ids. */
  setFootage(addresses: Record<string, string>): void;
  /** Addresses of the film's images, by their ids. */
  setImages(addresses: Record<string, string>): void;
  /** What could not be had may be there now. */
  retry(): void;
  /** Bytes for frames that are kept; 0 for none. */
  setCache(bytes: number): void;
  /** Whether nobody sees the page. */
  setHidden(hidden: boolean): void;
  request<Name extends RequestName>(
    what: Name,
    given: Requests[Name]['given'],
  ): Promise<Requests[Name]['answer']>;
}

/** What the painting worker is asked for, and its answers. */
export interface Requests {
  /** A film's picture as PNG. */
  save: { given: { time: number; width: number; height: number }; answer: Blob };
  /** A film's picture for a thumbnail, at a moment or where one of its ears is loud: thin lines are made to be seen. */
  paint: {
    given: {
      film: Film;
      time: number | { loudOf: string };
      width: number;
      height: number;
      /** Whether it is painted as it is. */
      plain?: boolean;
    };
    answer: ImageBitmap;
  };
  /** What a film's layers draw where one of its ears is loud, as a sign of them: close up, without the backdrop. */
  sign: { given: { film: Film; loudOf: string; width: number; height: number }; answer: ImageBitmap };
  /** A film's picture at a moment, as it is. */
  view: { given: { film: Film; time: number; width: number; height: number }; answer: ImageBitmap };
  /** How often each value is there in a film's picture, and where. */
  scope: { given: { film: Film; time: number; bins: number }; answer: ScopeData };
  /** The frontmost of some layers that is drawn at a place of the picture. */
  pick: {
    given: { time: number; x: number; y: number; slack: number; layers: string[] };
    answer: string | null;
  };
  /** The box around everything that a layer draws in the song: left, top, right, bottom; null when nothing. */
  extent: { given: { layer: string }; answer: [number, number, number, number] | null };
  /** How a stage's camera has to stand so that everything is in view at the loudest moments; null when there is nothing. */
  frameStage: { given: { layer: string }; answer: Framing | null };
  /** For what share of the film the properties that move run into one of their limits, by their places. */
  limits: { given: object; answer: Map<string, number> };
  /** A property's value at moments equally far apart, for a curve of it; empty where it does not move, or is no number. */
  course: { given: { address: PropertyAddress; from: number; to: number; count: number }; answer: number[] };
}
export type RequestName = keyof Requests;

export interface ScopeData {
  /** Share of the pixels in each bin, for red, green and blue. */
  histogram: number[][];
  /** Columns of the picture, and for each how many of its pixels are so bright: rows of `levels`, dark ones first. */
  waveform: Float32Array;
  columns: number;
  levels: number;
}

export interface PaintStats {
  /** Pixels of the preview as it is painted. */
  width: number;
  height: number;
  /** Painted frames in the last second of playing. */
  fps: number;
  /** Milliseconds that painting a frame takes, and of them those that fewer pixels would not save. */
  paintMs: number;
  fixedMs: number;
  /** Of the times between two frames in the last second the 95th of a hundred, in milliseconds. */
  intervalMs: number;
  /** Share of the time in which painters had nothing to do. */
  idle: number;
  /** Milliseconds that passes take, by their ids. */
  passes: Record<string, number>;
}

/** What is heard at the painted moment. */
export interface LiveLevels {
  time: number;
  /** Band levels, and held peaks, by ear. */
  ears: Map<string, Float32Array>;
  peaks: Map<string, Float32Array>;
  /** Values by follower. */
  followers: Map<string, number>;
  /** Values of the properties that move, by their places. */
  values: Map<string, MovingValue>;
}

/** Frames that are painted in advance, at the Screen's full size. */
export interface CachedFrames {
  /** Of those between these seconds, 0..1 are there. */
  from: number;
  to: number;
  share: number;
  /** Where they are, in seconds. */
  runs: readonly (readonly [number, number])[];
}

export type PaintingReport =
  | { say: 'levels'; live: LiveLevels }
  | { say: 'stats'; stats: PaintStats }
  | { say: 'cached'; cached: CachedFrames | undefined };
