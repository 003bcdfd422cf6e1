import { expect, it } from 'vitest';
import { addMono, channelParts } from './pcm';

const stereo = Int16Array.of(16384, 8192, -16384, 16384);
const taken = (channel: Parameters<typeof addMono>[2], channels: 1 | 2 = 2) => {
  const out = new Float32Array(stereo.length / channels);
  addMono(stereo, channels, channel, 1, out);
  return Array.from(out);
};

it('takes left, right, what both share, and what sets them apart', () => {
  expect(taken('left')).toEqual([0.5, -0.5]);
  expect(taken('right')).toEqual([0.25, 0.5]);
  expect(taken('middle')).toEqual([0.375, 0]);
  expect(taken('sides')).toEqual([0.125, -0.5]);
});

it('hears a mono track on both sides, and nothing that sets them apart', () => {
  expect(taken('middle', 1)).toEqual([0.5, 0.25, -0.5, 0.5]);
  expect(taken('left', 1)).toEqual(taken('right', 1));
  expect(taken('sides', 1)).toEqual([0, 0, 0, 0]);
});

it('analyses both channels where their powers count', () => {
  expect(channelParts('mix')).toEqual(['left', 'right']);
  expect(channelParts('sides')).toEqual(['sides']);
});
