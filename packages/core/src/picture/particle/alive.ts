import { cos, exact, type Point, seeded, sin, type Size } from '../../contract';
import { eventsBetween, shownRun } from '../../sound';
import type { Moment } from '../display/moment';
import { burstBirths, maxAlive, steadyBirths, type Birth } from './births';
import { positionAt, type Forces, type Launch } from './motion';
import type { ParticlesLayer } from '../layer/particlesRecord';

/** Which particles of a layer are alive at a moment, where each is, and how it looks. */

/** What is read at the birth of a particle. */
const birthKeys = [
  ...[
    'position',
    'end',
    'width',
    'height',
    'life',
    'lifeVariation',
    'speed',
    'speedVariation',
    'direction',
    'spread',
  ],
  ...['depth', 'approach', 'burst'],
] as const;

/** What is chance about a particle: numbers from 0 to 1, told apart by what they are for. */
export const chance = (layer: ParticlesLayer, index: number, what: number): number =>
  seeded(layer.seed * 31 + what, index);

/** The seconds that a particle lives. */
const lifeOf = (born: ParticlesLayer, index: number): number =>
  born.life * (1 - born.lifeVariation * chance(born, index, 1));

/** Those that are born in the time in which any that are alive can have been born. */
function birthsOf(layer: ParticlesLayer, moment: Moment): Birth[] {
  const { t, film, hearing } = moment;
  const longest = moment.moves(layer.id, 'life') ? 30 : layer.life;
  const start = layer.empty ? (shownRun(layer, film.sections, hearing.end, t)?.from ?? 0) : -Infinity;
  return allBirths(layer, moment, longest).filter(({ time }) => time >= start);
}

function allBirths(layer: ParticlesLayer, moment: Moment, longest: number): Birth[] {
  const { t } = moment;
  const steady = steadyBirths(moment.sums(layer.id, 'rate', layer.rate), t - longest, t);
  const { bursts } = layer;
  if (bursts === 'none') return steady;
  const { times, before } = eventsBetween(
    moment.film,
    moment.hearing,
    bursts,
    layer.follower,
    t - longest,
    t,
  );
  return [...steady, ...burstBirths(times, before, layer.burst)];
}

/** Layers as they were when particles were born: one for each thirtieth of a second. */
function layersAtBirth(
  layer: ParticlesLayer,
  moment: Moment,
): (birth: Birth) => { born: ParticlesLayer; then: Moment } {
  const path = layer.source === 'path' ? layer.path : null;
  const moves =
    birthKeys.some((key) => moment.moves(layer.id, key)) || (path !== null && moment.movesPath(path));
  if (!moves) return () => ({ born: layer, then: moment });
  const known = new Map<number, { born: ParticlesLayer; then: Moment }>();
  return ({ time }) => {
    const step = Math.floor(time * 30);
    let found = known.get(step);
    if (!found) {
      const then = moment.at(step / 30);
      found = { born: (then.layer(layer.id) as ParticlesLayer | undefined) ?? layer, then };
      known.set(step, found);
    }
    return found;
  };
}

/** Where a particle is born. */
function birthPosition(born: ParticlesLayer, index: number, { film, cache }: Moment): Point | undefined {
  const [first, second] = [chance(born, index, 2), chance(born, index, 3)];
  const { source, position, end } = born;
  if (source === 'point') return position;
  if (source === 'line')
    return { x: position.x + (end.x - position.x) * first, y: position.y + (end.y - position.y) * first };
  if (source === 'path') {
    const path = film.paths.find(({ id }) => id === born.path);
    if (!path) return undefined;
    const built = cache.paths.get(path);
    return built.at(first * built.length);
  }
  if (source === 'area') {
    if (born.form === 'box')
      return { x: position.x + (first - 0.5) * born.width, y: position.y + (second - 0.5) * born.height };
    // Even over the area: the root of an even number as distance.
    const [far, angle] = [Math.sqrt(first) / 2, 2 * Math.PI * second];
    return { x: position.x + far * born.width * cos(angle), y: position.y + far * born.height * sin(angle) };
  }
  return edgePlace(born.side, first, film);
}

function edgePlace(side: ParticlesLayer['side'], share: number, { width, height }: Size): Point {
  if (side === 'top') return { x: share * width, y: 0 };
  if (side === 'bottom') return { x: share * width, y: height };
  if (side === 'left') return { x: 0, y: share * height };
  if (side === 'right') return { x: width, y: share * height };
  const along = share * 2 * (width + height);
  if (along < width) return { x: along, y: 0 };
  if (along < width + height) return { x: width, y: along - width };
  if (along < 2 * width + height) return { x: along - width - height, y: height };
  return { x: 0, y: along - 2 * width - height };
}

/** What a particle goes by. */
function launchOf(born: ParticlesLayer, index: number, then: Moment): Launch | undefined {
  const from = birthPosition(born, index, then);
  if (!from) return undefined;
  const angle = ((born.direction + (chance(born, index, 4) - 0.5) * born.spread) * Math.PI) / 180;
  const speed = born.speed * (1 - born.speedVariation * chance(born, index, 5));
  return {
    x: from.x,
    y: from.y,
    z: (chance(born, index, 6) - 0.5) * born.depth,
    velocityX: speed * cos(angle),
    velocityY: speed * sin(angle),
    velocityZ: born.approach,
  };
}

/** A particle as it is drawn. */
export interface Particle {
  index: number;
  x: number;
  y: number;
  z: number;
  size: number;
  /** Clockwise, in radians. */
  rotation: number;
  opacity: number;
  /** Share of its life that has gone. */
  age: number;
}

/** Particles of a layer that are alive at a moment, the oldest first. */
export function particlesAt(layer: ParticlesLayer, moment: Moment): Particle[] {
  const { t, film } = moment;
  const atBirth = layersAtBirth(layer, moment);
  const forces: Forces = { ...layer, gravity: layer.gravity };
  const all: Particle[] = [];
  const births = birthsOf(layer, moment).slice(-maxAlive);
  for (const birth of births) {
    const { index, time } = birth;
    const { born, then } = atBirth(birth);
    const seconds = t - time;
    const life = lifeOf(born, index);
    if (seconds < 0 || seconds >= life) continue;
    const launch = launchOf(born, index, then);
    if (!launch) continue;
    const at = positionAt(launch, forces, seconds, t);
    const seen = projected(at, film);
    if (!seen) continue;
    const age = seconds / life;
    const size =
      layer.size * (1 - layer.sizeVariation * chance(layer, index, 7)) * (1 + (layer.growth - 1) * age);
    all.push({
      index,
      x: seen.x,
      y: seen.y,
      z: at.z,
      size: size * seen.scale,
      rotation: rotationOf(layer, launch, index, seconds),
      opacity: layer.opacity * fadeOf(layer, age) * twinkleOf(layer, index, t),
      age,
    });
  }
  return all;
}

/** Where a place is seen, and how large: the viewer is as far away as the picture is wide. */
function projected({ x, y, z }: { x: number; y: number; z: number }, { width, height }: Size) {
  const scale = width / (width - z);
  // Not before the eye, nor so near that it covers everything.
  if (z >= width * 0.95) return undefined;
  return { x: width / 2 + (x - width / 2) * scale, y: height / 2 + (y - height / 2) * scale, scale };
}

function rotationOf(
  layer: ParticlesLayer,
  { velocityX, velocityY }: Launch,
  index: number,
  seconds: number,
): number {
  if (layer.look === 'streak') {
    const { drag, gravity } = layer;
    const fading = exact.exp(-drag * seconds);
    const pulled = drag * seconds < 1e-4 ? seconds : (1 - fading) / drag;
    return exact.atan2(velocityY * fading + gravity.y * pulled, velocityX * fading + gravity.x * pulled);
  }
  const start = 2 * Math.PI * chance(layer, index, 8);
  return start + ((layer.spin * Math.PI) / 180) * (2 * chance(layer, index, 9) - 1) * seconds;
}

/** How far a particle has appeared, and not vanished yet. */
function fadeOf({ appear, vanish }: ParticlesLayer, age: number): number {
  const coming = appear > 0 ? Math.min(1, age / appear) : 1;
  const going = vanish > 0 ? Math.min(1, (1 - age) / vanish) : 1;
  return coming * going;
}

function twinkleOf(layer: ParticlesLayer, index: number, t: number): number {
  if (layer.twinkle === 0) return 1;
  const speed = 3 + 5 * chance(layer, index, 10);
  return 1 - layer.twinkle * (0.5 + 0.5 * sin(t * speed + 6.28 * chance(layer, index, 11)));
}
