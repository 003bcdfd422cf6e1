import { expect, it } from 'vitest';
import { divideBands } from './divideBands';

it('takes the transform that segments fill, where it is as fine as the definition', () => {
  const edges = Float64Array.from({ length: 13 }, (_, i) => 1000 * (i + 1));
  const bands = Array.from({ length: 12 }, (_, i) => i);
  const group = { segmentLength: 4096, shortestFft: 4096, fftSize: 4096, bands };
  // Few moments: copies at lower rates would cost more than they save.
  const runs = divideBands(group, edges, 48000, 48000, 'hann');
  expect(runs.map(({ decimation, fftSize }) => [decimation, fftSize])).toEqual([[1, 4096]]);
  expect(runs[0]!.bands).toEqual(bands);
});
