import { describe, expect, it } from 'vitest';
import { flareDesigns } from '../flare/designs';
import { newLayer } from '../../film/document/defaults';
import { hd } from '../../testing';
import { flareSprites, type FlareLayer } from './flare';

const flare = (part: Partial<FlareLayer> = {}): FlareLayer => newLayer('flare', hd, { id: 'f', ...part });
const designs = Object.keys(flareDesigns) as FlareLayer['design'][];

describe('a flare', () => {
  it('has six designs at least, each with a core and a halo at the light', () => {
    expect(designs.length).toBeGreaterThanOrEqual(6);
    for (const design of designs) {
      const layer = flare({ design, reflections: 0 });
      const all = flareSprites(layer, hd);
      expect(all.length).toBeGreaterThanOrEqual(3);
      for (const { x, y } of all) expect({ x, y }).toEqual(layer.position);
    }
  });

  it('has its reflections on the line from the light through the middle of the picture', () => {
    const layer = flare({ design: 'glassLens', position: { x: 300, y: 200 } });
    const away = flareSprites(layer, hd).filter(({ x }) => x !== 300);
    expect(away).toHaveLength(flareDesigns.glassLens.reflections.count);
    for (const { x, y } of away) expect((x - 300) * (540 - 200) - (y - 200) * (960 - 300)).toBeCloseTo(0, 4);
    // On both sides of the middle.
    expect(away.some(({ x }) => x < 960) && away.some(({ x }) => x > 960)).toBe(true);
  });

  it('leaves out the parts that are set to nothing, and is nothing without brightness', () => {
    const forms = (part: Partial<FlareLayer>) =>
      flareSprites(flare({ design: 'starburst', ...part }), hd).map(({ form }) => form);
    expect(forms({})).toContain('rays');
    expect(forms({ rays: 0 })).not.toContain('rays');
    expect(flareSprites(flare({ brightness: 0 }), hd)).toEqual([]);
  });

  it('is brighter and larger with its brightness, in its tint', () => {
    const [dim, bright] = [0.2, 0.8].map((brightness) => flareSprites(flare({ brightness }), hd)[0]!);
    expect(bright!.opacity / dim!.opacity).toBeCloseTo(4, 6);
    expect(bright!.across / dim!.across).toBeCloseTo(2, 6);
    expect(flareSprites(flare({ tint: '#ff0000' }), hd)[0]!.color).toEqual([1, 0, 0]);
  });
});
