import { describe, expect, it } from 'vitest';
import { margin, spectrumRange, spectrumScales, weightZero } from './spectrumScales';

describe('axes of the large spectrum', () => {
  const scales = spectrumScales(800, 300, { floorDb: -70, ceilingDb: -20 });

  it('span the range of hearing and leave room around floor and ceiling', () => {
    expect(scales.x(spectrumRange.fromHz)).toBeCloseTo(margin.left, 9);
    expect(scales.x(spectrumRange.toHz)).toBeCloseTo(800 - margin.right, 9);
    const [low, high] = scales.y.domain() as [number, number];
    expect(low).toBeLessThanOrEqual(-95);
    expect(high).toBeGreaterThanOrEqual(-8);
  });

  it('show loud levels above quiet ones, and an octave as wide anywhere', () => {
    expect(scales.y(-20)).toBeLessThan(scales.y(-70));
    expect(scales.x(200) - scales.x(100)).toBeCloseTo(scales.x(8000) - scales.x(4000), 9);
  });

  it('draw a weight of 0 dB halfway up, and a dB of weight as a dB of level', () => {
    const zero = weightZero(scales);
    expect(scales.y(zero)).toBeCloseTo((margin.top + 300 - margin.bottom) / 2, 6);
    expect(scales.y(zero) - scales.y(zero + 6)).toBeCloseTo(scales.y(-40) - scales.y(-34), 9);
  });
});
