import { defaultEar, EarHearing } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { paintSpectrogram } from './spectrogram';

describe('spectrogram', () => {
  const hearing = new EarHearing({ ...defaultEar('e'), bands: 4 }, 48000);
  hearing.heard.fill(1, 0, 30);
  // The third band is full during the first half second.
  for (let moment = 0; moment < 30; moment++) hearing.levels[moment * 4 + 2] = 1;
  const { width, height, pixels } = paintSpectrogram('e', hearing);
  const pixel = (x: number, band: number) =>
    Array.from(pixels.slice(((3 - band) * width + x) * 4, ((3 - band) * width + x) * 4 + 4));

  it('has a column for each moment and a row for each band, high ones on top', () => {
    expect([width, height, pixels.length]).toEqual([hearing.moments, 4, hearing.moments * 16]);
  });

  it('is bright where it is loud, dark where it is silent', () => {
    expect(pixel(5, 2)).toEqual([255, 243, 214, 255]);
    expect(pixel(5, 1)).toEqual([18, 16, 14, 255]);
  });

  it('leaves clear what has not been heard yet', () => expect(pixel(40, 2)[3]).toBe(0));
});
