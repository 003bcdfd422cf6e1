import { spectrogramRange, SpectrogramListener } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { paintSpectrogram } from './spectrogram';

const { bands, fromHz, toHz } = spectrogramRange;
const bandOf = (hz: number) => Math.floor((bands * Math.log(hz / fromHz)) / Math.log(toHz / fromHz));

describe('spectrogram', () => {
  const listener = new SpectrogramListener('mid', 48000);
  const [start, end] = listener.samplesFor(0, 30);
  const tone = Float32Array.from({ length: end - start }, (_, n) =>
    start + n < 0 ? 0 : Math.sin((2 * Math.PI * 1000 * (start + n)) / 48000),
  );
  listener.hear([tone], start, 0, 30);
  const { width, height, pixels, from, to } = paintSpectrogram(listener, 0, 1, 2400);
  const pixel = (x: number, band: number) =>
    Array.from(
      pixels.slice(((height - 1 - band) * width + x) * 4, ((height - 1 - band) * width + x) * 4 + 4),
    );

  it('has a column for each moment and a row for each band, high ones on top', () => {
    expect([width, height, pixels.length]).toEqual([60, bands, 60 * bands * 4]);
    expect([from, to]).toEqual([0, 1]);
  });

  it('is brightest where the tone is, dark an octave and more away', () => {
    expect(pixel(15, bandOf(1000))).toEqual([255, 243, 214, 255]);
    expect(pixel(15, bandOf(4000))[0]).toBeLessThan(60);
    expect(pixel(15, bandOf(100))[0]).toBeLessThan(60);
  });

  it('leaves clear what has not been heard yet', () => expect(pixel(40, bandOf(1000))[3]).toBe(0));

  it('takes the loudest of several moments for a column', () => {
    const coarse = paintSpectrogram(listener, 0, 0.5, 3);
    expect(coarse.width).toBe(3);
    expect(coarse.pixels[((height - 1 - bandOf(1000)) * 3 + 1) * 4]).toBe(255);
  });
});
