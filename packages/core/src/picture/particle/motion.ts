import { exp, type Point, spaceNoise } from '../../contract';

/** What a particle goes by from its birth on. */
export interface Launch {
  /** Where it is born, in picture units, and how far towards the viewer. */
  x: number;
  y: number;
  z: number;
  /** Units per second. */
  velocityX: number;
  velocityY: number;
  velocityZ: number;
}

/** What pulls at all particles. */
export interface Forces {
  /** Units per second squared. */
  gravity: Point;
  /** Share of its speed that a particle loses in a second, as a rate: its speed falls by exp(-drag). */
  drag: number;
  turbulence: number;
  turbulenceSize: number;
  turbulenceSpeed: number;
  seed: number;
}

/**
 * Where a particle is at an age. Under gravity g and linear drag k its velocity solves v' = g - k v, so it has gone
 * v0 (1 - e^-ka) / k + g / k (a - (1 - e^-ka) / k). Turbulence moves it by noise at the place where it would be, which
 * grows with its age.
 * @param t seconds in the film
 */
export function positionAt(
  { x, y, z, velocityX, velocityY, velocityZ }: Launch,
  forces: Forces,
  age: number,
  t: number,
): { x: number; y: number; z: number } {
  const { gravity, drag, turbulence, turbulenceSize, turbulenceSpeed, seed } = forces;
  const small = drag * age < 1e-4;
  // Seconds of its first speed that it has gone, and of gravity.
  const gone = small ? age : (1 - exp(-drag * age)) / drag;
  const fallen = small ? (age * age) / 2 : (age - gone) / drag;
  const position = {
    x: x + velocityX * gone + gravity.x * fallen,
    y: y + velocityY * gone + gravity.y * fallen,
    z: z + velocityZ * gone,
  };
  if (turbulence === 0) return position;
  const share = turbulence * (1 - exp(-1.5 * age));
  const [u, v, w] = [position.x / turbulenceSize, position.y / turbulenceSize, t * turbulenceSpeed];
  return {
    ...position,
    x: position.x + share * spaceNoise(seed, u, v, w),
    y: position.y + share * spaceNoise(seed + 7919, u, v, w),
  };
}
