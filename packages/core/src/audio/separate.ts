import { createFft, createInverseFft, type ComplexFft } from '../spectrum/fft';
import { windowSamples } from '../spectrum/windows';
import { slidingMedian, TimeMedian } from './median';

/** The sustained part of a sound (notes) and the struck part (drums). */
export type SoundPart = 'sustained' | 'struck';

const size = 4096;
const hop = size / 4;
const bins = size / 2 + 1;
/** Frames and bins that a median spans: a third of a second and 200 Hz. */
const frameSpan = 17;
const binSpan = 17;
const halfSpan = frameSpan >> 1;
/** Squared Hann windows at a quarter of their length apart add up to this. */
const overlapGain = 1.5;

/**
 * Splits a sound into its sustained and its struck part: in the spectrogram,
 * what is sustained runs along time and what is struck along frequency, so each
 * is estimated by a median along its direction, and a soft mask shares every bin
 * out between the two. The parts add up to the sound.
 *
 * Frames stand on a fixed grid, so any stretch comes out the same whichever way
 * the song is cut.
 *
 * Source: D. Fitzgerald, "Harmonic/percussive separation using median
 * filtering", DAFx 2010, with his soft mask (equations 8 and 9).
 */
export class Separator {
  private readonly forward = createFft(size);
  private readonly inverse = createInverseFft(size);
  private readonly window = windowSamples('hann', size);

  /**
   * @param read writes samples [start, start + out.length) of the sound into `out`, which is silent
   * @param start first sample wanted; `out` holds as many as are wanted and is silent
   */
  async separate(
    read: (start: number, out: Float32Array) => Promise<void> | void,
    part: SoundPart,
    start: number,
    out: Float32Array,
  ): Promise<void> {
    const firstFrame = Math.floor((start - size) / hop) + 1;
    const lastFrame = Math.ceil((start + out.length) / hop) - 1;
    const from = firstFrame - halfSpan;
    const count = lastFrame + halfSpan - from + 1;
    const samples = new Float32Array((count - 1) * hop + size);
    await read(from * hop, samples);
    const spectra = this.analyse(samples, count);
    const kept = count - 2 * halfSpan;
    const masked = this.mask(spectra, part, kept);
    this.overlapAdd(masked, kept, firstFrame * hop - start, out);
  }

  /** Spectra of `count` frames: interleaved complex bins 0 .. size/2 of each, two frames to a transform. */
  private analyse(samples: Float32Array, count: number): Float64Array[] {
    const { forward, window } = this;
    const spectra: Float64Array[] = [];
    for (let frame = 0; frame < count; frame += 2) {
      for (let n = 0; n < size; n++) {
        const w = window[n]!;
        forward.input[2 * n] = w * samples[frame * hop + n]!;
        forward.input[2 * n + 1] = frame + 1 < count ? w * samples[(frame + 1) * hop + n]! : 0;
      }
      forward.transform();
      const [a, b] = splitPair(forward);
      spectra.push(a);
      if (frame + 1 < count) spectra.push(b);
    }
    return spectra;
  }

  /** The part's share of each spectrum, in place; the frames at both ends only lend their magnitudes. */
  private mask(spectra: Float64Array[], part: SoundPart, kept: number): Float64Array[] {
    const magnitudes = spectra.map((spectrum) => {
      const magnitude = new Float32Array(bins);
      // Math.hypot guards against overflow, at many times the work.
      for (let k = 0; k < bins; k++) {
        magnitude[k] = Math.sqrt(
          spectrum[2 * k]! * spectrum[2 * k]! + spectrum[2 * k + 1]! * spectrum[2 * k + 1]!,
        );
      }
      return magnitude;
    });
    const alongTime = new TimeMedian(bins, frameSpan);
    for (let frame = 0; frame < frameSpan - 1; frame++) alongTime.push(magnitudes[frame]!);
    const sustained = new Float32Array(bins);
    const struck = new Float32Array(bins);
    for (let frame = 0; frame < kept; frame++) {
      alongTime.push(magnitudes[frame + frameSpan - 1]!);
      alongTime.median(sustained);
      slidingMedian(magnitudes[frame + halfSpan]!, binSpan, struck);
      const spectrum = spectra[frame + halfSpan]!;
      for (let k = 0; k < bins; k++) {
        const h = sustained[k]! ** 2;
        const p = struck[k]! ** 2;
        const shareOfSustained = h + p > 0 ? h / (h + p) : 0.5;
        const share = part === 'sustained' ? shareOfSustained : 1 - shareOfSustained;
        spectrum[2 * k]! *= share;
        spectrum[2 * k + 1]! *= share;
      }
    }
    return spectra.slice(halfSpan, halfSpan + kept);
  }

  /** Adds the frames' sounds into `out`, the first frame starting at `offset`. */
  private overlapAdd(spectra: Float64Array[], count: number, offset: number, out: Float32Array): void {
    const { inverse, window } = this;
    for (let frame = 0; frame < count; frame += 2) {
      joinPair(spectra[frame]!, spectra[frame + 1], inverse);
      inverse.transform();
      for (const second of [0, 1]) {
        if (frame + second >= count) break;
        const at = offset + (frame + second) * hop;
        const from = Math.max(0, -at);
        const to = Math.min(size, out.length - at);
        for (let n = from; n < to; n++) {
          out[at + n]! += (inverse.output[2 * n + second]! * window[n]!) / overlapGain;
        }
      }
    }
  }
}

/** The spectra of two real signals that were transformed as real and imaginary part. */
function splitPair({ output }: ComplexFft): [Float64Array, Float64Array] {
  const a = new Float64Array(2 * bins);
  const b = new Float64Array(2 * bins);
  for (let k = 0; k < bins; k++) {
    const mirror = (size - k) & (size - 1);
    const real = output[2 * k]!;
    const imaginary = output[2 * k + 1]!;
    const mirrorReal = output[2 * mirror]!;
    const mirrorImaginary = output[2 * mirror + 1]!;
    a[2 * k] = (real + mirrorReal) / 2;
    a[2 * k + 1] = (imaginary - mirrorImaginary) / 2;
    b[2 * k] = (imaginary + mirrorImaginary) / 2;
    b[2 * k + 1] = (mirrorReal - real) / 2;
  }
  return [a, b];
}

/** The spectrum a + i b, all of it, into the input of a transform. */
function joinPair(a: Float64Array, b: Float64Array | undefined, { input }: ComplexFft): void {
  for (let k = 0; k < bins; k++) {
    const bReal = b ? b[2 * k]! : 0;
    const bImaginary = b ? b[2 * k + 1]! : 0;
    input[2 * k] = a[2 * k]! - bImaginary;
    input[2 * k + 1] = a[2 * k + 1]! + bReal;
    const mirror = (size - k) & (size - 1);
    if (mirror !== k) {
      input[2 * mirror] = a[2 * k]! + bImaginary;
      input[2 * mirror + 1] = bReal - a[2 * k + 1]!;
    }
  }
}
