import type { EarHearing } from '@cyclogram/core';
import { interpolateRgb } from 'd3-interpolate';
import type { SpectrogramPicture } from './messages';

const mostColumns = 2400;

/** From the tape's ground over amber to near white. */
const colours = Array.from({ length: 256 }, (_, i) => {
  const x = i / 255;
  const low = interpolateRgb('#12100e', '#c9741e');
  const high = interpolateRgb('#c9741e', '#fff3d6');
  const [r, g, b] = (x < 0.6 ? low(x / 0.6) : high((x - 0.6) / 0.4)).match(/\d+/g)!.map(Number);
  return [r!, g!, b!] as const;
});

/** What an ear has heard so far, over the whole song; what it has not is left clear. */
export function paintSpectrogram(
  earId: string,
  { levels, heard, bands, moments }: EarHearing,
): SpectrogramPicture {
  const width = Math.min(moments, mostColumns);
  const pixels = new Uint8ClampedArray(width * bands * 4);
  for (let x = 0; x < width; x++) {
    const from = Math.floor((x * moments) / width);
    const to = Math.max(from + 1, Math.floor(((x + 1) * moments) / width));
    if (!heard[from]) continue;
    for (let band = 0; band < bands; band++) {
      let most = 0;
      for (let moment = from; moment < to; moment++) most = Math.max(most, levels[moment * bands + band]!);
      const [r, g, b] = colours[Math.round(most * 255)]!;
      pixels.set([r, g, b, 255], ((bands - 1 - band) * width + x) * 4);
    }
  }
  return { earId, width, height: bands, pixels };
}
