import { describe, expect, it } from 'vitest';
import { noise, readerOf, sine } from '../../testing';
import { hearStretch, listenToAll, stretchesFrom } from './listen';
import { WaveformListener } from './waveformListener';

describe('the waveform that an ear hears', () => {
  it('is the song at a quarter of the rate', async () => {
    const song = sine(440, 48000).map((value) => value / 2);
    const listener = new WaveformListener('mid', song.length);
    await listenToAll(listener, readerOf(song));
    const { rate, samples } = listener.toWaveform();
    expect(rate).toBe(12000);
    for (let i = 200; i < 11800; i += 37) expect(samples[i]! / 32768).toBeCloseTo(song[4 * i]!, 3);
  });

  it('is the same in whatever order the song is heard', async () => {
    const song = noise(48000, 3);
    const forward = new WaveformListener('mid', song.length);
    await listenToAll(forward, readerOf(song));
    const scattered = new WaveformListener('mid', song.length);
    for (const stretch of stretchesFrom(scattered.moments, 31, 7)) {
      await hearStretch(scattered, readerOf(song), stretch);
    }
    expect(scattered.samples).toEqual(forward.samples);
  });
});
