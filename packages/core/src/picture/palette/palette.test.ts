import { differenceEuclidean, parse } from 'culori';
import { describe, expect, it } from 'vitest';
import { gradientColors, turnHue, type ColorMix, type Gradient } from './palette';

const gradient = (mix: ColorMix, ...colors: [number, string][]): Gradient => ({
  mix,
  stops: colors.map(([at, color], i) => ({ id: `stop-${i}`, at, color })),
});

describe('gradients', () => {
  it.each(['oklch', 'oklab', 'srgb'] as const)('in %s begin and end with their stops', (mix) => {
    const ramp = gradientColors(gradient(mix, [0, '#e8433a'], [1, '#2b6fd8']), 9);
    expect([ramp[0], ramp[8], ramp.length]).toEqual(['#e8433a', '#2b6fd8', 9]);
  });

  it('in sRGB have the mean of both in the middle', () => {
    expect(gradientColors(gradient('srgb', [0, '#000000'], [1, '#ffffff']), 3)[1]).toBe('#808080');
  });

  it('in OKLab and OKLCH have the lightness of both in the middle', () => {
    // Ottosson's OKLab: black and white have lightness 0 and 1; their middle, 0.5, is #636363 (CSS Color 4, sample code).
    for (const mix of ['oklab', 'oklch'] as const) {
      expect(gradientColors(gradient(mix, [0, '#000000'], [1, '#ffffff']), 3)[1]).toBe('#636363');
    }
  });

  it('hold before their first stop and after their last', () => {
    const ramp = gradientColors(gradient('srgb', [0.25, '#000000'], [0.75, '#ffffff']), 9);
    expect(ramp.slice(0, 3)).toEqual(['#000000', '#000000', '#000000']);
    expect(ramp.slice(6)).toEqual(['#ffffff', '#ffffff', '#ffffff']);
    expect(ramp[4]).toBe('#808080');
  });

  it('that go round end where they begin', () => {
    const ramp = gradientColors(
      gradient('oklch', [0, '#e8433a'], [0.5, '#2b6fd8'], [1, '#3fae7a']),
      49,
      true,
    );
    expect(ramp[48]).toBe(ramp[0]);
    const distance = differenceEuclidean('oklab');
    ramp.slice(1).forEach((color, i) => expect(distance(parse(color)!, parse(ramp[i]!)!)).toBeLessThan(0.06));
  });

  it('of one stop are one colour', () => {
    expect(gradientColors(gradient('oklch', [0.4, '#123456']), 4)).toEqual(Array(4).fill('#123456'));
  });

  it('with their hue turned all the way round are the same', () => {
    const given = gradient('oklch', [0, '#c86432'], [1, '#3264c8']);
    expect(turnHue(given, 0)).toBe(given);
    const around = turnHue(turnHue(given, 120), 240);
    const distance = differenceEuclidean('oklab');
    around.stops.forEach(({ color }, i) =>
      expect(distance(parse(color)!, parse(given.stops[i]!.color)!)).toBeLessThan(0.05),
    );
  });
});
