import type { Film, HearingTables, PcmShape, ReadFilm, Table } from '@cyclogram/core';
import type { ExportWish } from '../export/exportFilm';
import type { FilmTracks } from '../hearing/filmTracks';
import type { FilmFiles } from '../images/filmFiles';
import type { FitRequest, FittedFilm } from '../recipes/fitFilm';
import type { Measured } from '../render/measured';
import type { RenderPlan } from '../render/plan';

/** What worker threads do for the server: for each task what it is given and what it answers. */
export interface Tasks {
  overview: { given: { pcmPath: string; shape: PcmShape; out: string }; answer: void };
  hear: {
    given: { film: Film; tracks: FilmTracks; earIds: string[]; followerIds: string[] };
    answer: Pick<HearingTables, 'ears' | 'waveforms' | 'followers'>;
  };
  export: { given: { film: Film; tracks: FilmTracks; wish: ExportWish }; answer: string | Uint8Array };
  /** The values of everything that moves. */
  values: {
    given: { film: Film; tracks: FilmTracks; fps: number; from: number; to?: number | undefined };
    answer: Table;
  };
  /** Decodes an image and writes it anew as PNG; the answer is its size. */
  image: { given: { path: string; out: string }; answer: { width: number; height: number } };
  /** Writes one frame of footage as PNG. */
  still: { given: { files: { copy: string; infoPath: string }; index: number; out: string }; answer: void };
  /** Reads a film's document. @see readFilm */
  read: { given: { text: string }; answer: ReadFilm };
  /** Finds out whether a file is a typeface. */
  typeface: { given: { path: string }; answer: void };
  picture: {
    given: {
      film: Film;
      tracks: FilmTracks;
      files: FilmFiles;
      at: number;
      whole: boolean;
      width: number;
      height: number;
      out: string;
    };
    answer: void;
  };
  segments: { given: SegmentsTask; answer: void };
  /** Finds out what frames of a render take, on some of them that are encoded into a folder. */
  measure: {
    given: { film: Film; tracks: FilmTracks; files: FilmFiles; plan: RenderPlan; folder: string };
    answer: Measured;
  };
  /** Measures ears and followers against a song, or makes them suit it. */
  fit: { given: FitRequest; answer: FittedFilm };
  /** Draws the demo's footage. */
  harbour: { given: { out: string }; answer: void };
  synthesise: { given: { songId: string; folder: string }; answer: { path: string; name: string }[] };
}

export type TaskName = keyof Tasks;

/** Drawing and encoding segments, one after the other as they are handed over. */
export interface SegmentsTask {
  film: Film;
  files: FilmFiles;
  tables: HearingTables;
  plan: RenderPlan;
}

/** A part of a render: frames [first, first + count) into the file `out`. */
export interface Segment {
  index: number;
  first: number;
  count: number;
  out: string;
}
