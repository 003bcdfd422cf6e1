import { particleOffers } from './particleOffers';
import { chance, particlesAt, type Particle } from '../particle/alive';
import { particlesLayerRecord, type ParticlesLayer } from './particlesRecord';
import { channelsOf } from '../pass/passKind';
import type { Operation } from '../display/displayList';
import type { Moment } from '../display/moment';
import { group } from '../display/operations';
import { putSprite, spriteValues, type SpriteForm } from '../display/operation/sprites';
import { gradientColors } from '../palette/palette';
import { noNeeds, type LayerKind } from './layerKind';

const rampSteps = 64;

/** Dust, sparks, snow, stars: many small things with a life of their own. */
export const particlesLayer: LayerKind<'particles', typeof particlesLayerRecord> = {
  kind: 'particles',
  label: 'Particles',
  icon: 'sparkles',
  offers: particleOffers,
  record: particlesLayerRecord,
  content(layer, moment) {
    const alive = particlesAt(layer, moment);
    // What stands farther away lies behind.
    if (!layer.add && (layer.depth > 0 || layer.approach !== 0))
      alive.sort((a, b) => a.z - b.z || a.index - b.index);
    const { look } = layer;
    if (alive.length === 0 || layer.opacity <= 0) return { operations: [] };
    return {
      operations: [look === 'image' ? imagesOf(layer, alive) : spritesFor(layer, alive, look, moment)],
    };
  },
  needs: () => noNeeds,
  shows: () => [],
  figures: () => 0,
};

function spritesFor(
  layer: ParticlesLayer,
  alive: readonly Particle[],
  look: SpriteForm,
  { cache }: Moment,
): Operation {
  const sprites = new Float32Array(alive.length * spriteValues);
  const { color } = layer;
  const ramp = gradientColors(color, color.kind === 'color' ? 1 : rampSteps, false, cache.ramps).map(
    channelsOf,
  );
  alive.forEach(({ index, x, y, size, rotation, opacity, age }, i) => {
    const share = color.kind === 'life' ? age : color.kind === 'random' ? chance(layer, index, 12) : 0;
    const half = size / 2;
    putSprite(sprites, i, {
      x,
      y,
      across: look === 'streak' ? half * layer.stretch : half,
      down: half,
      rotation,
      form: look,
      corners: layer.corners,
      softness: Math.max(0.02, layer.softness),
      color: ramp[Math.min(ramp.length - 1, Math.floor(share * ramp.length))]!,
      opacity,
    });
  });
  return { op: 'sprites', sprites, add: layer.add };
}

function imagesOf({ image }: ParticlesLayer, alive: readonly Particle[]): Operation {
  if (image === null) return group([]);
  const positions = new Float32Array(alive.length * 6);
  alive.forEach(({ x, y, size, rotation, opacity }, i) =>
    positions.set([x, y, size, size, rotation, opacity], 6 * i),
  );
  return { op: 'images', image, positions };
}
