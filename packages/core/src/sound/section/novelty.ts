import { exact, exp } from '../../contract';

/**
 * Where the sound of a song changes: novelty along the diagonal of its self-similarity.
 *
 * Source: J. Foote, "Automatic audio segmentation using a measure of audio novelty", IEEE International Conference on
 * Multimedia and Expo 2000: a checkerboard kernel with a Gaussian taper is moved along the diagonal.
 */

/** Rows of features at equal distances. */
export interface Features {
  /** Rows per second. */
  rate: number;
  /** Values in a row. */
  width: number;
  values: Float32Array;
}

/** Levels below this count as silence, in dB. */
const silence = -80;

/**
 * Features of band levels: the mean of each band over stretches.
 * @param db rows of `bands` levels, so many per second
 * @param rate of the features, per second
 */
export function featuresOf(db: Float32Array, bands: number, rowsPerSecond: number, rate: number): Features {
  const rows = Math.floor(db.length / bands);
  const count = Math.max(1, Math.floor((rows / rowsPerSecond) * rate));
  const values = new Float32Array(count * bands);
  for (let n = 0; n < count; n++) {
    const first = Math.round((n * rowsPerSecond) / rate);
    const end = Math.max(first + 1, Math.min(rows, Math.round(((n + 1) * rowsPerSecond) / rate)));
    for (let row = first; row < end; row++)
      for (let band = 0; band < bands; band++)
        values[n * bands + band]! += Math.max(silence, db[row * bands + band] ?? silence) / (end - first);
  }
  return { rate, width: bands, values };
}

function distance2({ values, width }: Features, a: number, b: number): number {
  let sum = 0;
  for (let i = 0; i < width; i++) sum += exact.square(values[a * width + i]! - values[b * width + i]!);
  return sum;
}

/**
 * Novelty at the border before each row, at least 0: how much what comes differs from what was, and how alike each of both
 * is in itself.
 * @param half seconds to each side that are compared
 */
export function novelty(features: Features, half: number): Float32Array {
  const { values, width, rate } = features;
  const count = values.length / width;
  const extent = Math.max(2, Math.round(half * rate));
  // Distances count as large or small by what is usual in this song.
  let [sum, pairs] = [0, 0];
  for (let a = 0; a < count; a += 3)
    for (let b = a + 1; b < Math.min(count, a + 2 * extent); b += 5) {
      sum += distance2(features, a, b);
      pairs++;
    }
  // But a song that hardly changes is not made to: bands that waver by 3 dB are alike.
  const usual = Math.max(width * 9, sum / Math.max(1, pairs));
  const taper = Array.from({ length: extent }, (_, i) => exp(-2 * exact.square((i + 0.5) / extent)));
  const full = exact.square(taper.reduce((sum, weight) => sum + weight, 0));
  const out = new Float32Array(count);
  for (let border = 1; border < count; border++) {
    const side = Math.min(extent, border, count - border);
    if (side < 2) continue;
    let [same, across] = [0, 0];
    for (let i = 0; i < side; i++) {
      for (let j = 0; j < side; j++) {
        const weight = taper[i]! * taper[j]!;
        const likeness = (a: number, b: number) => exp(-distance2(features, a, b) / usual);
        same += (weight * (likeness(border - 1 - i, border - 1 - j) + likeness(border + i, border + j))) / 2;
        across += weight * likeness(border - 1 - i, border + j);
      }
    }
    // Near both ends of the song there is less to compare, and less is said of it.
    out[border] = Math.max(0, (same - across) / full);
  }
  return out;
}

/** Seconds to each side that are compared for where a border stands, and within which two borders are one. */
const compared = 4;
const closest = 4;
/** Seconds to each side that are compared for how much of a border it is: a fill is none in a longer stretch. */
const comparedLong = 12;
/** Rows per second: about one for each beat of usual tempi, so that what differs from stroke to stroke does not count. */
export const featureRate = 2;
/** Novelty of less is no change: both sides differ less than each does within itself. */
const minNovelty = 0.02;

/** A moment at which something new begins. */
export interface Change {
  /** Seconds. */
  time: number;
  /** How much of a change it is, 0 to 1. */
  strength: number;
}

/** Times at which something new begins, in order, the start of the song not among them. */
export function findChanges(features: Features): Change[] {
  const far = novelty(features, comparedLong);
  // Where both say so: what differs from bar to bar is near, what comes slowly is far only.
  const curve = novelty(features, compared).map((near, at) => Math.sqrt(near * far[at]!));
  const away = Math.round(closest * features.rate);
  const found: Change[] = [];
  curve.forEach((strength, at) => {
    const before = curve.subarray(Math.max(0, at - away), at);
    const after = curve.subarray(at + 1, at + away + 1);
    // Of a plateau its first row.
    if (strength < minNovelty || before.some((other) => other >= strength)) return;
    if (!after.some((other) => other > strength)) found.push({ time: at / features.rate, strength });
  });
  return found;
}

/** How alike two stretches of rows are on the whole: 0 to 1. */
function alike({ values, width }: Features, a: [number, number], b: [number, number]): number {
  const mean = ([from, to]: [number, number]) =>
    Array.from({ length: width }, (_, i) => {
      let sum = 0;
      for (let n = from; n < to; n++) sum += values[n * width + i]!;
      return sum / Math.max(1, to - from);
    });
  const [first, second] = [mean(a), mean(b)];
  const rms = Math.sqrt(first.reduce((sum, value, i) => sum + exact.square(value - second[i]!), 0) / width);
  // Means that differ by 6 dB are as far apart as parts of a song usually are (set by ear).
  return exp(-exact.square(rms / 6));
}

/** Letters for parts of a song: those that sound alike have the same one. @param borders all of them, the start and the end included */
export function namesOf(features: Features, borders: readonly number[]): string[] {
  const { rate } = features;
  const count = features.values.length / features.width;
  const rowAt = (seconds: number) => Math.min(count, Math.max(0, Math.round(seconds * rate)));
  const spans = borders
    .slice(1)
    .map((to, i): [number, number] => [rowAt(borders[i]!), Math.max(rowAt(borders[i]!) + 1, rowAt(to))]);
  const letters: { letter: string; span: [number, number] }[] = [];
  return spans.map((span) => {
    const known = letters.find((one) => alike(features, one.span, span) > 0.5);
    if (known) return known.letter;
    const letter = String.fromCharCode(65 + (letters.length % 26));
    letters.push({ letter, span });
    return letter;
  });
}
