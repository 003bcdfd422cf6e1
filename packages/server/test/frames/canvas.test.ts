import { describe, expect, it } from 'vitest';
import { compareFrames } from '../../../painter/test/compareFrames';
import { painted, paintedOnCanvas } from '../../../painter/test/paintBoth';
import { pictureOfFrame, storedFrames } from './frames';

/**
 * Films of every version look as they do on a canvas: their means above all, for the edges of a canvas have a few rows in a
 * pixel only. Soft edges and images differ by what a canvas rounds; see corpus.test.ts of the painter.
 */
describe('stored films look as they do on a canvas', () => {
  it.each(storedFrames().map((frame) => [frame.name, frame] as const))('%s', (name, frame) => {
    const { picture, images } = pictureOfFrame(frame);
    const { width, height } = frame;
    const reference = paintedOnCanvas(picture, width, height, images);
    const { interior, edge, signedMean } = compareFrames(reference, painted(picture, width, height, images));
    const soft = /Slow Tide|images/.test(name);
    expect(signedMean).toBeLessThanOrEqual(soft ? 2 : 0.85);
    expect(interior).toBeLessThanOrEqual(28);
    expect(edge).toBeLessThanOrEqual(72);
  });
});
