import type { DepthLayer, Film, Light, Material } from '@cyclogram/core';
import { body, evenly, stage, tie } from '../films/builder';

interface GlassLook {
  ear: string;
  /** Colours of the sides that listen to the drum, and to what glitters. */
  drum: string;
  glitter: string;
  core: string;
  spikes: string;
  pillars: Partial<Material>;
  light: Partial<Light>;
}

/** A globe of spikes that turns and wanders above a ring of pillars, and jumps with the kick. */
export function glass(
  film: Film,
  { ear, drum, glitter, core, spikes, pillars, light }: GlassLook,
): DepthLayer {
  const regions = [
    {
      ...{ id: 'drum', longitude: -58, latitude: 18, size: 62, soft: 46 },
      strength: 1,
      tint: 1,
      color: drum,
    },
    {
      ...{ id: 'glitter', longitude: 96, latitude: -12, size: 54, soft: 50 },
      ...{ strength: 0.8, tint: 1, color: glitter },
    },
  ];
  const floor = body(
    film,
    'array',
    'floor',
    {
      ...{ ear, layout: 'ring', rings: 5, count: 96, radius: 620, spacing: 64, form: 'box' },
      ...{ by: 'angle', width: 26, rest: 4, reach: 210, curve: 1.6, y: -420 },
    },
    { glow: 0.22, by: 'level', ...pillars },
  );
  const globe = body(
    film,
    'globe',
    'globe',
    {
      ...{ ear, count: 1000, radius: 250, reach: 300, rest: 10, width: 17, curve: 1.2 },
      ...{ by: 'pole', poleLongitude: -58, poleLatitude: 18, form: 'spike', coreColor: core },
      ...{ regions, combine: 'greatest' },
    },
    { by: 'one', stops: evenly(spikes), metal: 0.85, roughness: 0.2 },
  );
  const own = (key: string, item = '') => ['layers', 'glass', key, item] as const;
  tie(film, 'turn', own('bodies.turnY', 'globe'), 'turn', { amount: 9 });
  tie(film, 'lean', own('bodies.turnX', 'globe'), 'wander', { amount: 16, speed: 0.12, detail: 2, seed: 4 });
  tie(film, 'float', own('bodies.y', 'globe'), 'wander', { amount: 34, speed: 0.2, detail: 2, seed: 9 });
  tie(film, 'jump', own('bodies.scale', 'globe'), 'follower', { follower: 'kick', how: 'times', peak: 1.09 });
  tie(film, 'ring', own('bodies.turnY', 'floor'), 'turn', { amount: -4 });
  tie(film, 'orbit', own('camera.orbit'), 'swing', { amount: 24, period: 32 });
  return stage(film, {
    ...{ id: 'glass', name: 'Glass', bodies: [floor, globe] },
    camera: { orbit: 0, tilt: 11, distance: 1560, lens: 30, targetY: -70 },
    light: { key: 1.25, ambient: 0.5, direction: 40, elevation: 40, rim: 0.35, ...light },
  });
}
