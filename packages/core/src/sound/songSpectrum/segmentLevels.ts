import { exact } from '../../contract';
import { silenceDb, silencePower } from '../spectrum/bands';
import type { BandTable } from './bandTable';
import { cutBytes, putCut, type CutWindow } from './cutSegments';
import { sumSquared } from '../spectrum/segmentTransform';
import { putLevelsTask } from '../signal/signalCalls';
import { align, growTo, signal } from '../signal/signalEngine';
import type { SongCopies } from './songCopies';
import { checkTransform, tablesFor, type Tables } from '../signal/transformTables';

/**
 * Levels of bands in many segments of a signal, by transforms in WebAssembly with four floats at a time. See
 * assembly/levels.ts; segmentTransform.ts has transforms in doubles.
 */

/** How segments are transformed, and bands read from them. */
export interface BandTransform {
  /** As long as the segments, at most `size`; of those that are cut what falls to nothing of it. */
  window: ArrayLike<number>;
  /** Of the transform, in whose middle segments stand. */
  size: number;
  tables: Tables;
  /** Says how bands are read from it. */
  table: BandTable;
  /** What powers |X[k]|^2 are multiplied by. */
  scale: number;
  /** For segments that are lowered in rate when they have been cut out, see cutSegments.ts. */
  cut?: CutWindow;
}

/** Where rows of levels go. */
export interface RowAddress {
  /** Address of the first. */
  at: number;
  /** Bytes from one to the next. */
  stride: number;
}

/**
 * Levels in dBFS of the bands of segments at equal distances.
 * @param song of two signals the mean of their powers is taken; silence is assumed beyond their ends
 * @param copy which of its copies segments are taken from: 0 for the song itself, as for those that are cut
 * @param start first sample of the first segment
 * @param hop samples from one segment to the next
 * @param count how many segments
 * @param place where rows of levels go; if left out, where nothing stands: they are good until anything else is measured
 * @returns the address of the first of them
 */
export function levelsOfSong(
  song: SongCopies,
  copy: number,
  { window, size, tables, table, scale, cut }: BandTransform,
  start: number,
  hop: number,
  count: number,
  place?: RowAddress,
): number {
  const { bands, firstBin, lastBin, taps, points, bytes } = table;
  const re = align(song.end);
  const im = re + 4 * size;
  const windowAt = im + 4 * size;
  const cutAt = align(windowAt + 4 * window.length);
  const bins = align(cutAt + (cut ? cutBytes : 0));
  const tableAt = bins + 32 * (lastBin - firstBin + 1);
  const pointPowers = align(tableAt + bytes.byteLength);
  const powers = pointPowers + 32 * points;
  const free = powers + 4 * align(4 * bands);
  const buffer = growTo(place ? free : free + 4 * bands * count);
  const { at, stride } = place ?? { at: free, stride: 4 * bands };
  new Float32Array(buffer, windowAt, window.length).set(window);
  new Uint8Array(buffer, tableAt, bytes.byteLength).set(new Uint8Array(bytes));
  const [samples, others = 0] = song.addresses.map((addresses) => addresses[copy]!);
  const task = putLevelsTask(buffer, {
    samples: samples!,
    others,
    count: Math.ceil(song.length / exact.pow(2, copy)),
    cut: cut && putCut(cut, song.addresses, buffer, cutAt),
    window: windowAt,
    length: window.length,
    re,
    im,
    size,
    twiddles: tables.twiddles,
    order: tables.order,
    start,
    hop,
    moments: count,
    firstBin,
    lastBin,
    bins,
    table: tableAt,
    points,
    taps,
    bands,
    pointPowers,
    powers,
    scale: scale / sumSquared / song.addresses.length,
    silence: silencePower,
    silenceDb,
    out: at,
    stride,
  });
  signal().bandLevels(task);
  return at;
}

/** @throws RangeError unless `size` is a power of two of at least 16, and the window is not longer */
export function bandTransform(
  window: ArrayLike<number>,
  size: number,
  table: BandTable,
  scale: number,
  cut?: CutWindow,
): BandTransform {
  checkTransform(window.length, size);
  return { window, size, tables: tablesFor(size, 'single'), table, scale, ...(cut ? { cut } : {}) };
}
