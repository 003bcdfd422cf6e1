/** Calls of the compiled code of assembly/signal.ts: made from it by `npm run wasm`. */

import type { CodeMemory } from '../../contract';

/** The address of a structure that has been written. */
export type Pointer<Name extends string> = number & { readonly structure: Name };

/** Segments that are cut out of a signal before they are lowered in rate: see songSpectrum/cutSegments.ts. */
export interface CutTask {
  /** The filter of halvings, see halve.ts. */
  taps: number;
  /** How often the rate is halved. */
  halvings: number;
  /** What of the window does not fall to nothing. */
  step: number;
  /** Samples of a segment. */
  length: number;
  /** Where its first value is made, in samples from its own first. */
  lead: number;
  /** Room for `cutBytes` of songSpectrum/cutSegments.ts. */
  room: number;
  /** Addresses of the signal and of its copies, each at half the rate of the one before; and of the other signal. */
  copies: number;
  othersCopies: number;
}
export function putCutTask(buffer: ArrayBuffer, values: CutTask): Pointer<'CutTask'> {
  const view = new DataView(buffer, 1024);
  view.setUint32(0, values.taps, true);
  view.setInt32(4, values.halvings, true);
  view.setFloat32(8, values.step, true);
  view.setInt32(12, values.length, true);
  view.setInt32(16, values.lead, true);
  view.setUint32(20, values.room, true);
  view.setUint32(24, values.copies, true);
  view.setUint32(28, values.othersCopies, true);
  return 1024 as Pointer<'CutTask'>;
}

/** Levels of bands in segments at equal distances. */
export interface LevelsTask {
  /** The signal; `others` is 0, or another one for the sum of both powers. */
  samples: number;
  others: number;
  /** Samples of a signal. */
  count: number;
  /** 0, or how segments are cut out. */
  cut?: Pointer<'CutTask'> | undefined;
  /** `length` floats; of segments that are cut out what of it falls to nothing. */
  window: number;
  length: number;
  /** Room for `size` floats each. */
  re: number;
  im: number;
  size: number;
  twiddles: number;
  /** Where each bin stands after the transform. */
  order: number;
  /** First sample of the first segment. */
  start: number;
  /** Samples from one segment to the next. */
  hop: number;
  moments: number;
  /** The bins that are read. */
  firstBin: number;
  lastBin: number;
  /** Room for four floats for each of them, twice. */
  bins: number;
  /** What bands are read from: see songSpectrum/bandTable.ts. */
  table: number;
  points: number;
  /** Bins from which a value between them is found, an even number. */
  taps: number;
  bands: number;
  /** Room for eight floats for each point. */
  pointPowers: number;
  /** Room for four rows of `bands` floats and up to three more. */
  powers: number;
  /** What powers are multiplied by. */
  scale: number;
  /** Power below which nothing is heard, and what that reads in dB. */
  silence: number;
  silenceDb: number;
  /** Where the row of the first segment goes. */
  out: number;
  /** Bytes from it to the next one. */
  stride: number;
}
export function putLevelsTask(buffer: ArrayBuffer, values: LevelsTask): Pointer<'LevelsTask'> {
  const view = new DataView(buffer, 1056);
  view.setUint32(0, values.samples, true);
  view.setUint32(4, values.others, true);
  view.setInt32(8, values.count, true);
  view.setUint32(12, values.cut ?? 0, true);
  view.setUint32(16, values.window, true);
  view.setInt32(20, values.length, true);
  view.setUint32(24, values.re, true);
  view.setUint32(28, values.im, true);
  view.setUint32(32, values.size, true);
  view.setUint32(36, values.twiddles, true);
  view.setUint32(40, values.order, true);
  view.setInt32(44, values.start, true);
  view.setInt32(48, values.hop, true);
  view.setInt32(52, values.moments, true);
  view.setInt32(56, values.firstBin, true);
  view.setInt32(60, values.lastBin, true);
  view.setUint32(64, values.bins, true);
  view.setUint32(68, values.table, true);
  view.setInt32(72, values.points, true);
  view.setUint32(76, values.taps, true);
  view.setUint32(80, values.bands, true);
  view.setUint32(84, values.pointPowers, true);
  view.setUint32(88, values.powers, true);
  view.setFloat32(92, values.scale, true);
  view.setFloat32(96, values.silence, true);
  view.setFloat32(100, values.silenceDb, true);
  view.setUint32(104, values.out, true);
  view.setUint32(108, values.stride, true);
  return 1056 as Pointer<'LevelsTask'>;
}

/** A point between bins, in a table of what bands are read from: its taps follow, as floats. */
export interface PointHead {
  /** Of its first bin: bytes from the first that is read, sixteen for each. */
  place: number;
}
export const bytesOfPointHead = 4;
export function putPointHead(buffer: ArrayBuffer, at: number, values: PointHead): Pointer<'PointHead'> {
  const view = new DataView(buffer, at);
  view.setUint32(0, values.place, true);
  return at as Pointer<'PointHead'>;
}

/** A band in such a table: then come the weights of its points, and those of its bins, as floats. */
export interface BandHead {
  /** Fours of points that it is read from. */
  fours: number;
  /** Of the first of them: bytes from that of all, thirty-two for each. */
  point: number;
  /** Of its first bin: as for points. */
  bin: number;
  bins: number;
}
export const bytesOfBandHead = 16;
export function putBandHead(buffer: ArrayBuffer, at: number, values: BandHead): Pointer<'BandHead'> {
  const view = new DataView(buffer, at);
  view.setUint32(0, values.fours, true);
  view.setUint32(4, values.point, true);
  view.setUint32(8, values.bin, true);
  view.setUint32(12, values.bins, true);
  return at as Pointer<'BandHead'>;
}

/** Powers of the bins of two segments, in doubles. */
export interface PowersTask {
  samples: number;
  count: number;
  window: number;
  length: number;
  /** Room for `size` doubles each. */
  re: number;
  im: number;
  size: number;
  twiddles: number;
  /** Where each bin stands after the transform. */
  order: number;
  /** First sample of each segment; one that begins at or after `count` is silent. */
  startA: number;
  startB: number;
  /** Doubles for bins from 0 on, of which `first` to `last` are put. */
  powerA: number;
  powerB: number;
  first: number;
  last: number;
  scale: number;
}
export function putPowersTask(buffer: ArrayBuffer, values: PowersTask): Pointer<'PowersTask'> {
  const view = new DataView(buffer, 1168);
  view.setUint32(0, values.samples, true);
  view.setInt32(4, values.count, true);
  view.setUint32(8, values.window, true);
  view.setInt32(12, values.length, true);
  view.setUint32(16, values.re, true);
  view.setUint32(20, values.im, true);
  view.setUint32(24, values.size, true);
  view.setUint32(28, values.twiddles, true);
  view.setUint32(32, values.order, true);
  view.setInt32(36, values.startA, true);
  view.setInt32(40, values.startB, true);
  view.setUint32(44, values.powerA, true);
  view.setUint32(48, values.powerB, true);
  view.setUint32(52, values.first, true);
  view.setUint32(56, values.last, true);
  view.setFloat64(64, values.scale, true);
  return 1168 as Pointer<'PowersTask'>;
}

/** The percussive part of a sound. */
export interface SeparationTask {
  /** Of the transforms, a power of four. */
  size: number;
  /** As many floats. */
  window: number;
  twiddles: number;
  /** Which bins stand in the first quarter after the transform. */
  bins: number;
  /** Room for 256 bytes, two rows of size / 2 + 32 floats, and four times size + 4 floats. */
  scratch: number;
  /** The sound: (frames - 1) hop + size floats. */
  samples: number;
  /** An even number, of which the first and the last eight only lend their magnitudes. */
  frames: number;
  /** Samples from one frame to the next. */
  hop: number;
  /** Room for `frames` times size + 4 floats: two frames share one spectrum. */
  spectra: number;
  /** Room for `frames` rows of size / 2 + 32 floats. */
  rows: number;
  /** The percussive part is added to these floats. */
  out: number;
  outCount: number;
  /** Where the ninth frame begins, counted from the first sample of `out`. */
  offset: number;
  /** What the frames' sounds are multiplied by. */
  scale: number;
}
export function putSeparationTask(buffer: ArrayBuffer, values: SeparationTask): Pointer<'SeparationTask'> {
  const view = new DataView(buffer, 1248);
  view.setUint32(0, values.size, true);
  view.setUint32(4, values.window, true);
  view.setUint32(8, values.twiddles, true);
  view.setUint32(12, values.bins, true);
  view.setUint32(16, values.scratch, true);
  view.setUint32(20, values.samples, true);
  view.setInt32(24, values.frames, true);
  view.setInt32(28, values.hop, true);
  view.setUint32(32, values.spectra, true);
  view.setUint32(36, values.rows, true);
  view.setUint32(40, values.out, true);
  view.setInt32(44, values.outCount, true);
  view.setInt32(48, values.offset, true);
  view.setFloat32(52, values.scale, true);
  return 1248 as Pointer<'SeparationTask'>;
}

/** Levels in dB, mapped in place. */
export interface MapTask {
  rows: number;
  count: number;
  /** Bytes. */
  row: number;
  /** dB added to each of a row. */
  gains: number;
  /** What a dB is in powers of two, so that they are spread like that; 0 to spread the dB themselves. */
  octaves: number;
  /** What reads 0, in dB or as such a power. */
  low: number;
  /** One over what lies between 0 and 1. */
  factor: number;
}
export function putMapTask(buffer: ArrayBuffer, values: MapTask): Pointer<'MapTask'> {
  const view = new DataView(buffer, 1312);
  view.setUint32(0, values.rows, true);
  view.setUint32(4, values.count, true);
  view.setUint32(8, values.row, true);
  view.setUint32(12, values.gains, true);
  view.setFloat32(16, values.octaves, true);
  view.setFloat32(20, values.low, true);
  view.setFloat32(24, values.factor, true);
  return 1312 as Pointer<'MapTask'>;
}

/** Averages over neighbouring bands, in place. */
export interface SpreadTask {
  rows: number;
  count: number;
  /** Bytes. */
  row: number;
  /** Of a row. */
  bands: number;
  /** Of the middle one and of those up to `reach` away. */
  weights: number;
  reach: number;
  /** One over the sum of the weights there are, for each band. */
  totals: number;
  /** For a row with `reach` values on both sides and three more. */
  room: number;
}
export function putSpreadTask(buffer: ArrayBuffer, values: SpreadTask): Pointer<'SpreadTask'> {
  const view = new DataView(buffer, 1344);
  view.setUint32(0, values.rows, true);
  view.setUint32(4, values.count, true);
  view.setUint32(8, values.row, true);
  view.setUint32(12, values.bands, true);
  view.setUint32(16, values.weights, true);
  view.setUint32(20, values.reach, true);
  view.setUint32(24, values.totals, true);
  view.setUint32(28, values.room, true);
  return 1344 as Pointer<'SpreadTask'>;
}

/** Springs, in place. */
export interface SwingTask {
  rows: number;
  count: number;
  /** Bytes. */
  row: number;
  /** A row of doubles each. */
  positions: number;
  velocities: number;
  /** Of levels/spring.ts. */
  a: number;
  b: number;
  c: number;
  d: number;
}
export function putSwingTask(buffer: ArrayBuffer, values: SwingTask): Pointer<'SwingTask'> {
  const view = new DataView(buffer, 1376);
  view.setUint32(0, values.rows, true);
  view.setUint32(4, values.count, true);
  view.setUint32(8, values.row, true);
  view.setUint32(12, values.positions, true);
  view.setUint32(16, values.velocities, true);
  view.setFloat64(24, values.a, true);
  view.setFloat64(32, values.b, true);
  view.setFloat64(40, values.c, true);
  view.setFloat64(48, values.d, true);
  return 1376 as Pointer<'SwingTask'>;
}

/** Centred averages over 2 whole + 1 rows and a part of one more on each side. */
export interface AverageTask {
  /** The first whole + 1 of them only lead in. */
  rows: number;
  /** Of averages. */
  count: number;
  /** Bytes. */
  row: number;
  whole: number;
  part: number;
  /** One over how many rows that is. */
  scale: number;
  /** Room for a row of doubles. */
  sums: number;
  out: number;
}
export function putAverageTask(buffer: ArrayBuffer, values: AverageTask): Pointer<'AverageTask'> {
  const view = new DataView(buffer, 1440);
  view.setUint32(0, values.rows, true);
  view.setUint32(4, values.count, true);
  view.setUint32(8, values.row, true);
  view.setUint32(12, values.whole, true);
  view.setFloat64(16, values.part, true);
  view.setFloat64(24, values.scale, true);
  view.setUint32(32, values.sums, true);
  view.setUint32(36, values.out, true);
  return 1440 as Pointer<'AverageTask'>;
}

/** Held peaks. */
export interface PeakTask {
  rows: number;
  count: number;
  /** Bytes. */
  row: number;
  /** The row before them is there. */
  out: number;
  /** Seconds that each of a row is still held. */
  left: number;
  /** Seconds. */
  hold: number;
  /** By how much they fall in a second. */
  fall: number;
  /** Seconds between rows. */
  step: number;
}
export function putPeakTask(buffer: ArrayBuffer, values: PeakTask): Pointer<'PeakTask'> {
  const view = new DataView(buffer, 1488);
  view.setUint32(0, values.rows, true);
  view.setUint32(4, values.count, true);
  view.setUint32(8, values.row, true);
  view.setUint32(12, values.out, true);
  view.setUint32(16, values.left, true);
  view.setFloat32(20, values.hold, true);
  view.setFloat32(24, values.fall, true);
  view.setFloat32(28, values.step, true);
  return 1488 as Pointer<'PeakTask'>;
}

/** Rows of neighbouring bands that are put into rows of all bands; what lies between rows is on straight lines. */
export interface PutTask {
  rows: number;
  /** Bytes from one to the next. */
  stride: number;
  /** Bands. */
  length: number;
  /** Moments from one row to the next. */
  every: number;
  /** Moments from the first row to the first one that is put, less than `every`. */
  phase: number;
  /** Moments that are put. */
  count: number;
  /** Where the first of them goes. */
  out: number;
  /** Bytes from one to the next. */
  width: number;
}
export function putPutTask(buffer: ArrayBuffer, values: PutTask): Pointer<'PutTask'> {
  const view = new DataView(buffer, 1520);
  view.setUint32(0, values.rows, true);
  view.setUint32(4, values.stride, true);
  view.setUint32(8, values.length, true);
  view.setInt32(12, values.every, true);
  view.setInt32(16, values.phase, true);
  view.setInt32(20, values.count, true);
  view.setUint32(24, values.out, true);
  view.setUint32(28, values.width, true);
  return 1520 as Pointer<'PutTask'>;
}

/** Where structures end. */
export const tasksEnd = 1552;

export interface SignalCode {
  memory: CodeMemory;
  halve(samples: number, count: number, taps: number, room: number, out: number): void;
  bandLevels(task: Pointer<'LevelsTask'>): void;
  addPcm(samples: number, count: number, channels: number, left: number, right: number, out: number): void;
  putRows(task: Pointer<'PutTask'>): void;
  powers(task: Pointer<'PowersTask'>): void;
  separate(task: Pointer<'SeparationTask'>): void;
  averageRows(task: Pointer<'AverageTask'>): void;
  followRows(rows: number, count: number, row: number, attack: number, release: number): void;
  holdRows(task: Pointer<'PeakTask'>): void;
  mapRows(task: Pointer<'MapTask'>): void;
  spreadRows(task: Pointer<'SpreadTask'>): void;
  swingRows(task: Pointer<'SwingTask'>): void;
}
