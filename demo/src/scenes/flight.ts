import { defaultFollower, type DepthLayer, type Film, type Light, type Material } from '@cyclogram/core';
import { body, stage, tie } from '../films/builder';

interface FlightLook {
  ear: string;
  /** How high the loudest level rises, in picture units. */
  height: number;
  material: Partial<Material>;
  light: Partial<Light>;
}

/** A slow flight over land that an ear raises on both sides of a strait; the camera rises with the loudness. */
export function flight(film: Film, { ear, height, material, light }: FlightLook): DepthLayer {
  film.followers.push({
    ...defaultFollower('swell', ear, 'Swell'),
    ...{ kind: 'loudness', attack: 0.4, release: 1.2 },
  });
  const land = body(
    film,
    'terrain',
    'land',
    {
      // The high bands in the middle: a quiet strait between shores.
      ...{ ear, order: 'mirrored', rows: 96, interval: 0.1, travel: 'towards', width: 3600 },
      ...{ spacing: 46, height, curve: 1.5, smoothBands: 1.5, smoothRows: 1.5 },
    },
    material,
  );
  tie(film, 'drift', ['layers', 'flight', 'camera.orbit'], 'swing', { amount: 11, period: 46 });
  tie(film, 'bank', ['layers', 'flight', 'camera.roll'], 'wander', {
    ...{ amount: 3, speed: 0.09, detail: 1, seed: 3 },
  });
  tie(film, 'rise', ['layers', 'flight', 'camera.tilt'], 'follower', {
    ...{ follower: 'swell', how: 'by', peak: 7 },
  });
  return stage(film, {
    ...{ id: 'flight', name: 'Strait', bodies: [land], light },
    camera: { orbit: 0, tilt: 13, distance: 2100, lens: 26, targetY: 130, targetZ: 400 },
  });
}
