import { spectrogramRange, type SpectrogramListener } from '@cyclogram/core';
import { interpolateRgb } from 'd3-interpolate';
import type { SpectrogramPicture } from './messages';
import { tokens } from '../controls/tokens';

/** From the tape's ground over amber to near white, as RGBA words in the machine's order. */
const colours = Uint32Array.from({ length: 256 }, (_, i) => {
  const x = i / 255;
  const low = interpolateRgb(tokens.room, '#b4621c');
  const high = interpolateRgb('#b4621c', '#fff3d6');
  const [r, g, b] = (x < 0.6 ? low(x / 0.6) : high((x - 0.6) / 0.4)).match(/\d+/g)!.map(Number);
  return new Uint32Array(Uint8Array.of(r!, g!, b!, 255).buffer)[0]!;
});

/**
 * A part of a spectrogram as it has been heard so far; what has not is left clear.
 * @param from seconds
 * @param columns at most so many; fewer where there are not as many moments
 */
export function paintSpectrogram(
  { bytes, analysed, moments, rate }: SpectrogramListener,
  from: number,
  to: number,
  columns: number,
): SpectrogramPicture {
  const height = spectrogramRange.bands;
  const first = Math.min(Math.max(0, Math.floor(from * rate)), moments - 1);
  const last = Math.min(Math.max(first + 1, Math.ceil(to * rate)), moments);
  const width = Math.max(1, Math.min(last - first, columns));
  const pixels = new Uint8ClampedArray(width * height * 4);
  const words = new Uint32Array(pixels.buffer);
  const column = new Uint8Array(height);
  for (let x = 0; x < width; x++) {
    const start = first + Math.floor((x * (last - first)) / width);
    const end = Math.max(start + 1, first + Math.floor(((x + 1) * (last - first)) / width));
    if (!analysed[start]) continue;
    column.fill(0);
    for (let moment = start; moment < end; moment++) {
      for (let band = 0; band < height; band++) {
        const level = bytes[moment * height + band]!;
        if (level > column[band]!) column[band] = level;
      }
    }
    for (let band = 0; band < height; band++)
      words[(height - 1 - band) * width + x] = colours[column[band]!]!;
  }
  return { from: first / rate, to: last / rate, width, height, pixels };
}
