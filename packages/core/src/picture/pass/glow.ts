import { exact } from '../../contract';
import { blurGaussian } from '../../pixels';
import { addLight, brightFields, radiusField, takeBright } from './brightness';
import { passKind, scaleOf } from './passKind';

/** A glow is a narrow and a wide veil of light: how wide each is, and how much of the light it gets. */
const veils = [
  { wide: 0.4, share: 0.5 },
  { wide: 1, share: 0.32 },
  { wide: 2.4, share: 0.18 },
] as const;

/** How many pixels become one: a blur of that width does not show it. */
export const blockFor = (sigma: number): number => (sigma >= 4.8 ? 4 : sigma >= 1.2 ? 2 : 1);

/** Bright parts shine over what lies around them. */
export const glow = passKind({
  kind: 'glow',
  label: 'Glow',
  heading: 'Light',
  about: 'Bright parts shine over what lies around them',
  light: 'linear',
  form: 'pyramid',
  fields: [brightFields[0], brightFields[1], radiusField, brightFields[2], brightFields[3]],
  margin: ({ radius }) => 3 * radius * veils[2].wide,
  run(buffer, settings, context) {
    const sigma = settings.radius * scaleOf(context);
    if (settings.strength <= 0) return;
    const block = blockFor(sigma * veils[0].wide);
    const bright = takeBright(buffer, settings, block);
    const count = bright.width * bright.height;
    const light = { ...bright, address: buffer.take(8 * count) };
    new Uint8Array(buffer.code.memory.buffer, light.address, 8 * count).fill(0);
    let blurred = 0;
    for (const { wide, share } of veils) {
      // Blocks have blurred it already, and so have the veils before; variances add up.
      const variance = exact.square((sigma * wide) / block) - (block * block - 1) / (12 * block * block);
      blurGaussian(buffer, bright, Math.sqrt(Math.max(0, variance - blurred)), 'clear');
      blurred = Math.max(blurred, variance);
      buffer.code.addPixels(bright.address, light.address, count, share);
    }
    addLight(buffer, light, block, settings);
  },
});
