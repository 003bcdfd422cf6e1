import { expect, it } from 'vitest';
import { mainColors } from './imageColors';

it('the main colours of an image: the most frequent first, each once, transparent pixels not at all', () => {
  const pixels = [
    ...Array.from({ length: 30 }, () => [200, 40, 30, 255]),
    ...Array.from({ length: 10 }, () => [210, 42, 32, 255]),
    ...Array.from({ length: 20 }, () => [20, 60, 200, 255]),
    ...Array.from({ length: 99 }, () => [0, 255, 0, 10]),
  ].flat();
  expect(mainColors(Uint8ClampedArray.from(pixels), 5)).toEqual(['#cb291f', '#143cc8']);
  expect(mainColors(Uint8ClampedArray.from(pixels), 1)).toHaveLength(1);
});
