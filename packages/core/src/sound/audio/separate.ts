import { putSeparationTask } from '../signal/signalCalls';
import { align, keep, growTo, scratch, signal } from '../signal/signalEngine';
import { binOrder, tablesFor } from '../signal/transformTables';
import { windowSamples } from '../spectrum/windows';

const size = 4096;
const hop = size / 4;
/** Frames before and after each one whose median is taken, and bins likewise: a third of a second, and 200 Hz. */
const halfSpan = 8;
/** Squared Hann windows at a quarter of their length apart add up to this. */
const overlapGain = 1.5;
const rowBytes = 4 * (size / 2 + 32);

/** Bytes of a spectrum or a sound: one value comes twice, and there are whole fours. */
const valuesBytes = 4 * (size + 4);

let kept: { windowAt: number; binsAt: number } | undefined;

/** The bins that stand in the first quarter after a transform, in their order. */
function firstBins(): Uint32Array {
  const bins = new Uint32Array(size);
  binOrder(size, 'single').forEach((position, bin) => (bins[position] = bin));
  return bins.slice(0, size / 4);
}

/**
 * The percussive part of a sound: in the spectrogram, what is harmonic (notes) runs along time and
 * what is percussive (drums) along frequency, so each is estimated by a median of 17 values along its direction, and a soft
 * mask shares every bin out between the two. What is not percussive is harmonic: the parts add up to the sound. Below 0 Hz
 * and above half the sample rate the spectrum goes on as its mirror image.
 *
 * Frames stand on a fixed grid, so any stretch comes out the same whichever way
 * the song is cut. The work is done in WebAssembly, see assembly/separate.ts.
 *
 * Source: D. Fitzgerald, "Harmonic/percussive separation using median
 * filtering", DAFx 2010, with his soft mask (equations 8 and 9).
 * @param read writes samples [start, start + out.length) of the sound into `out`, which is silent
 * @param start first sample wanted; `out` holds as many as are wanted and is silent
 */
export async function separate(
  read: (start: number, out: Float32Array) => Promise<void> | void,
  start: number,
  out: Float32Array,
): Promise<void> {
  const firstFrame = Math.floor((start - size) / hop) + 1;
  const lastFrame = Math.ceil((start + out.length) / hop) - 1;
  // Two frames are transformed at a time.
  const wanted = 2 * Math.ceil((lastFrame - firstFrame + 1) / 2);
  const frames = wanted + 2 * halfSpan;
  const samples = new Float32Array((frames - 1) * hop + size);
  await read((firstFrame - halfSpan) * hop, samples);

  kept ??= {
    windowAt: keep(Float32Array.from(windowSamples('hann', size))),
    binsAt: keep(firstBins()),
  };
  const { twiddles } = tablesFor(size, 'single');
  const room = scratch();
  const spectra = align(room + 256 + 2 * rowBytes + 4 * valuesBytes);
  const rows = spectra + frames * valuesBytes;
  const samplesAt = align(rows + frames * rowBytes);
  const outAt = align(samplesAt + samples.byteLength + 8);
  const buffer = growTo(outAt + out.byteLength);
  new Float32Array(buffer, samplesAt, samples.length).set(samples);
  const result = new Float32Array(buffer, outAt, out.length).fill(0);
  const task = putSeparationTask(buffer, {
    size,
    window: kept.windowAt,
    twiddles,
    bins: kept.binsAt,
    scratch: room,
    samples: samplesAt,
    frames,
    hop,
    spectra,
    rows,
    out: outAt,
    outCount: out.length,
    offset: firstFrame * hop - start,
    scale: 1 / (size * overlapGain),
  });
  signal().separate(task);
  out.set(result);
}
