/**
 * What the heavy work on signals is told: structures in memory. From them, and from what signal.ts exports, `npm run wasm`
 * makes src/signal/signalCalls.ts, by which the structures are written: so their layout is stated here alone.
 *
 * Addresses count bytes. A row is a number of floats, a multiple of four, and rows follow one another.
 */

/** Segments that are cut out of a signal before they are lowered in rate: see songSpectrum/cutSegments.ts. */
@unmanaged
export class CutTask {
  /** The filter of halvings, see halve.ts. */
  taps: usize;
  /** How often the rate is halved. */
  halvings: i32;
  /** What of the window does not fall to nothing. */
  step: f32;
  /** Samples of a segment. */
  length: i32;
  /** Where its first value is made, in samples from its own first. */
  lead: i32;
  /** Room for `cutBytes` of songSpectrum/cutSegments.ts. */
  work: usize;
  /** Addresses of the signal and of its copies, each at half the rate of the one before; and of the other signal. */
  copies: usize;
  othersCopies: usize;
}

/** Levels of bands in segments at equal distances. */
@unmanaged
export class LevelsTask {
  /** The signal; `others` is 0, or another one for the sum of both powers. */
  samples: usize;
  others: usize;
  /** Samples of a signal. */
  count: i32;
  /** 0, or how segments are cut out. */
  cut: CutTask | null;
  /** `length` floats; of segments that are cut out what of it falls to nothing. */
  window: usize;
  length: i32;
  /** Room for `size` floats each. */
  re: usize;
  im: usize;
  size: usize;
  twiddles: usize;
  /** Where each bin stands after the transform. */
  order: usize;
  /** First sample of the first segment. */
  start: i32;
  /** Samples from one segment to the next. */
  hop: i32;
  moments: i32;
  /** The bins that are read. */
  firstBin: i32;
  lastBin: i32;
  /** Room for four floats for each of them, twice. */
  bins: usize;
  /** What bands are read from: see songSpectrum/bandTable.ts. */
  table: usize;
  points: i32;
  /** Bins from which a value between them is found, an even number. */
  taps: usize;
  bands: usize;
  /** Room for eight floats for each point. */
  pointPowers: usize;
  /** Room for four rows of `bands` floats and up to three more. */
  powers: usize;
  /** What powers are multiplied by. */
  scale: f32;
  /** Power below which nothing is heard, and what that reads in dB. */
  silence: f32;
  silenceDb: f32;
  /** Where the row of the first segment goes. */
  out: usize;
  /** Bytes from it to the next one. */
  stride: usize;
}

/** A point between bins, in a table of what bands are read from: its taps follow, as floats. */
@unmanaged
export class PointHead {
  /** Of its first bin: bytes from the first that is read, sixteen for each. */
  place: u32;
}

/** A band in such a table: then come the weights of its points, and those of its bins, as floats. */
@unmanaged
export class BandHead {
  /** Fours of points that it is read from. */
  fours: u32;
  /** Of the first of them: bytes from that of all, thirty-two for each. */
  point: u32;
  /** Of its first bin: as for points. */
  bin: u32;
  bins: u32;
}

/** Powers of the bins of two segments, in doubles. */
@unmanaged
export class PowersTask {
  samples: usize;
  count: i32;
  window: usize;
  length: i32;
  /** Room for `size` doubles each. */
  re: usize;
  im: usize;
  size: usize;
  twiddles: usize;
  /** Where each bin stands after the transform. */
  order: usize;
  /** First sample of each segment; one that begins at or after `count` is silent. */
  startA: i32;
  startB: i32;
  /** Doubles for bins from 0 on, of which `first` to `last` are put. */
  powerA: usize;
  powerB: usize;
  first: usize;
  last: usize;
  scale: f64;
}

/** The percussive part of a sound. */
@unmanaged
export class SeparationTask {
  /** Of the transforms, a power of four. */
  size: usize;
  /** As many floats. */
  window: usize;
  twiddles: usize;
  /** Which bins stand in the first quarter after the transform. */
  bins: usize;
  /** Room for 256 bytes, two rows of size / 2 + 32 floats, and four times size + 4 floats. */
  scratch: usize;
  /** The sound: (frames - 1) hop + size floats. */
  samples: usize;
  /** An even number, of which the first and the last eight only lend their magnitudes. */
  frames: i32;
  /** Samples from one frame to the next. */
  hop: i32;
  /** Room for `frames` times size + 4 floats: two frames share one spectrum. */
  spectra: usize;
  /** Room for `frames` rows of size / 2 + 32 floats. */
  rows: usize;
  /** The percussive part is added to these floats. */
  out: usize;
  outCount: i32;
  /** Where the ninth frame begins, counted from the first sample of `out`. */
  offset: i32;
  /** What the frames' sounds are multiplied by. */
  scale: f32;
}

/** Levels in dB, mapped in place. */
@unmanaged
export class MapTask {
  rows: usize;
  count: usize;
  /** Bytes. */
  row: usize;
  /** dB added to each of a row. */
  gains: usize;
  /** What a dB is in powers of two, so that they are spread like that; 0 to spread the dB themselves. */
  octaves: f32;
  /** What reads 0, in dB or as such a power. */
  low: f32;
  /** One over what lies between 0 and 1. */
  factor: f32;
}

/** Averages over neighbouring bands, in place. */
@unmanaged
export class SpreadTask {
  rows: usize;
  count: usize;
  /** Bytes. */
  row: usize;
  /** Of a row. */
  bands: usize;
  /** Of the middle one and of those up to `reach` away. */
  weights: usize;
  extent: usize;
  /** One over the sum of the weights there are, for each band. */
  totals: usize;
  /** For a row with `reach` values on both sides and three more. */
  work: usize;
}

/** Springs, in place. */
@unmanaged
export class SwingTask {
  rows: usize;
  count: usize;
  /** Bytes. */
  row: usize;
  /** A row of doubles each. */
  positions: usize;
  velocities: usize;
  /** Of levels/spring.ts. */
  a: f64;
  b: f64;
  c: f64;
  d: f64;
}

/** Centred averages over 2 whole + 1 rows and a part of one more on each side. */
@unmanaged
export class AverageTask {
  /** The first whole + 1 of them only lead in. */
  rows: usize;
  /** Of averages. */
  count: usize;
  /** Bytes. */
  row: usize;
  whole: usize;
  part: f64;
  /** One over how many rows that is. */
  scale: f64;
  /** Room for a row of doubles. */
  sums: usize;
  out: usize;
}

/** Held peaks. */
@unmanaged
export class PeakTask {
  rows: usize;
  count: usize;
  /** Bytes. */
  row: usize;
  /** The row before them is there. */
  out: usize;
  /** Seconds that each of a row is still held. */
  left: usize;
  /** Seconds. */
  hold: f32;
  /** By how much they fall in a second. */
  fall: f32;
  /** Seconds between rows. */
  step: f32;
}

/** Rows of neighbouring bands that are put into rows of all bands; what lies between rows is on straight lines. */
@unmanaged
export class PutTask {
  rows: usize;
  /** Bytes from one to the next. */
  stride: usize;
  /** Bands. */
  length: usize;
  /** Moments from one row to the next. */
  every: i32;
  /** Moments from the first row to the first one that is put, less than `every`. */
  phase: i32;
  /** Moments that are put. */
  count: i32;
  /** Where the first of them goes. */
  out: usize;
  /** Bytes from one to the next. */
  width: usize;
}
