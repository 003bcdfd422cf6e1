import { open, writeFile } from 'node:fs/promises';
import type { PcmShape } from '@cyclogram/core';

/** Samples per point of a waveform overview: 100 points a second. */
export const overviewStep = 480;

/**
 * Waveform overview of a decoded track: for every 480 samples the lowest and
 * highest sample and the root of the mean square, of the mean of the channels,
 * as three 16-bit numbers.
 */
export async function writeOverview(pcmPath: string, shape: PcmShape, out: string): Promise<void> {
  const { channels, length } = shape;
  const points = Math.ceil(length / overviewStep);
  const overview = new Int16Array(points * 3);
  const pointsPerRead = 4096;
  const buffer = Buffer.alloc(pointsPerRead * overviewStep * channels * 2);
  const file = await open(pcmPath);
  try {
    for (let point = 0; point < points; point += pointsPerRead) {
      const { bytesRead } = await file.read(buffer, 0, buffer.length, point * overviewStep * channels * 2);
      const samples = new Int16Array(buffer.buffer, buffer.byteOffset, Math.floor(bytesRead / 2));
      const end = Math.min(points, point + pointsPerRead);
      for (let p = point; p < end; p++) {
        const from = (p - point) * overviewStep * channels;
        overview.set(measure(samples.subarray(from, from + overviewStep * channels), channels), p * 3);
      }
    }
  } finally {
    await file.close();
  }
  await writeFile(out, overview);
}

function measure(samples: Int16Array, channels: number): [number, number, number] {
  let low = 32767;
  let high = -32768;
  let squares = 0;
  const frames = Math.floor(samples.length / channels);
  for (let n = 0; n < frames; n++) {
    const value = channels === 1 ? samples[n]! : (samples[2 * n]! + samples[2 * n + 1]!) / 2;
    if (value < low) low = value;
    if (value > high) high = value;
    squares += value * value;
  }
  return frames === 0 ? [0, 0, 0] : [low, high, Math.sqrt(squares / frames)];
}
