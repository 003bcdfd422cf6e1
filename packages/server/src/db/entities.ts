import type { FrameRate, RenderStatus } from '@cyclogram/core';
import { EntitySchema } from 'typeorm';
import type { RenderSettings } from '../render/plan';
import { rateColumn } from './rateColumn';

/** A film as it is now. */
export interface FilmRow {
  id: string;
  title: string;
  /** Counts up with every save. */
  revision: number;
  /** The film document as JSON. */
  document: string;
  createdAt: string;
  updatedAt: string;
  /** Set when it was deleted; it can be brought back. */
  deletedAt: string | null;
  /** Version of the format that the document says it has; null where it says none. */
  version: number | null;
  /** What lists show, so that they need not read documents; null where the document could not be read. */
  width: number | null;
  height: number | null;
  fps: FrameRate | null;
  seconds: number | null;
}

export const FilmEntity = new EntitySchema<FilmRow>({
  name: 'film',
  columns: {
    id: { type: 'text', primary: true },
    title: { type: 'text' },
    revision: { type: 'integer' },
    document: { type: 'text' },
    createdAt: { type: 'text' },
    updatedAt: { type: 'text' },
    deletedAt: { type: 'text', nullable: true },
    version: { type: 'integer', nullable: true },
    width: { type: 'integer', nullable: true },
    height: { type: 'integer', nullable: true },
    fps: { type: 'text', nullable: true, transformer: rateColumn },
    seconds: { type: 'real', nullable: true },
  },
});

/** A film as it was saved once. */
export interface FilmRevisionRow {
  filmId: string;
  revision: number;
  document: string;
  savedAt: string;
}

export const FilmRevisionEntity = new EntitySchema<FilmRevisionRow>({
  name: 'film_revision',
  columns: {
    filmId: { type: 'text', primary: true },
    revision: { type: 'integer', primary: true },
    document: { type: 'text' },
    savedAt: { type: 'text' },
  },
});

/** A decoded upload. */
export interface AssetRow {
  /** SHA-256 of the uploaded file, in hex. */
  sha256: string;
  /** Name of the file when it came. */
  name: string;
  /** Size of the uploaded file in bytes. */
  bytes: number;
  channels: 1 | 2;
  /** Decoded samples per channel, at 48 kHz. */
  length: number;
  /** SHA-256 of the decoded samples; null for those of older versions, until they are looked at. */
  pcmSha256: string | null;
  createdAt: string;
}

export const AssetEntity = new EntitySchema<AssetRow>({
  name: 'asset',
  columns: {
    sha256: { type: 'text', primary: true },
    name: { type: 'text' },
    bytes: { type: 'integer' },
    channels: { type: 'integer' },
    length: { type: 'integer' },
    pcmSha256: { type: 'text', nullable: true },
    createdAt: { type: 'text' },
  },
});

export type { RenderStatus };

/** A video made, or to be made, from a film as it was when asked for. */
export interface RenderRow {
  id: string;
  filmId: string | null;
  title: string;
  /** The film document as JSON, as it was then. */
  document: string;
  /** Id of the file format. */
  format: string;
  width: number;
  height: number;
  fps: FrameRate;
  /** First frame and number of frames. */
  firstFrame: number;
  frameCount: number;
  settings: RenderSettings;
  /** Place among those that wait: the lowest is next. */
  position: number;
  /** Name of the finished file, or folder, among all of them. */
  fileName: string;
  status: RenderStatus;
  /** The problem document when it failed. */
  problem: string | null;
  createdAt: string;
  finishedAt: string | null;
  /** Size of the finished file. */
  bytes: number | null;
  /** Counts up when it is started anew; each attempt has segments of its own. */
  attempt: number;
  /** Set when it lies in the bin. */
  deletedAt: string | null;
}

export const RenderEntity = new EntitySchema<RenderRow>({
  name: 'render',
  columns: {
    id: { type: 'text', primary: true },
    filmId: { type: 'text', nullable: true },
    title: { type: 'text' },
    document: { type: 'text' },
    format: { type: 'text' },
    width: { type: 'integer' },
    height: { type: 'integer' },
    fps: { type: 'text', transformer: rateColumn },
    firstFrame: { type: 'integer' },
    frameCount: { type: 'integer' },
    settings: { type: 'simple-json' },
    position: { type: 'real' },
    fileName: { type: 'text' },
    status: { type: 'text' },
    problem: { type: 'text', nullable: true },
    createdAt: { type: 'text' },
    finishedAt: { type: 'text', nullable: true },
    bytes: { type: 'integer', nullable: true },
    attempt: { type: 'integer' },
    deletedAt: { type: 'text', nullable: true },
  },
});

/** What lists show of a render: all but its film, which is large. */
export type ListedRender = Omit<RenderRow, 'document'>;

const { document: _document, ...listedColumns } = RenderEntity.options.columns;
/** The columns of that, as they are selected. */
export const listedRender = Object.fromEntries(
  Object.keys(listedColumns).map((column) => [column, true]),
) as Record<keyof ListedRender, true>;

/** A finished part of a render. */
export interface SegmentRow {
  renderId: string;
  /** Of the render. */
  attempt: number;
  index: number;
  frameCount: number;
  finishedAt: string;
}

export const SegmentEntity = new EntitySchema<SegmentRow>({
  name: 'segment',
  columns: {
    renderId: { type: 'text', primary: true },
    attempt: { type: 'integer', primary: true },
    index: { type: 'integer', primary: true },
    frameCount: { type: 'integer' },
    finishedAt: { type: 'text' },
  },
});

/** The look of a film, to be put on other songs. */
export interface RecipeRow {
  id: string;
  name: string;
  note: string;
  /** The recipe as JSON. */
  document: string;
  createdAt: string;
  updatedAt: string;
}

export const RecipeEntity = new EntitySchema<RecipeRow>({
  name: 'recipe',
  columns: {
    id: { type: 'text', primary: true },
    name: { type: 'text' },
    note: { type: 'text' },
    document: { type: 'text' },
    createdAt: { type: 'text' },
    updatedAt: { type: 'text' },
  },
});
