import { eventsBetween } from '../drive/signals';
import { cos, sin } from '../math/math';
import { seeded } from '../math/noise';
import { burstBirths, mostAlive, steadyBirths, type Birth } from '../particle/births';
import { placeAt, type Forces, type Launch } from '../particle/motion';
import { channelsOf } from '../pass/passKind';
import type { Operation } from '../picture/displayList';
import type { Moment } from '../picture/moment';
import { group } from '../picture/operations';
import { putSprite, spriteValues, type SpriteForm } from '../picture/operation/sprites';
import { choicesOf, type Condition, type Point, type Size } from '../property/field';
import { gradientColors, gradientFields, stopsRise } from '../property/palette';
import { fieldGroups, record, type ValueOf } from '../property/record';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

/** What colour particles have. */
export const particleColorRecord = record(
  'particleColor',
  [
    {
      heading: 'Colour',
      fields: [
        {
          kind: 'choice',
          key: 'kind',
          label: 'Colour',
          choices: choicesOf({ color: 'One colour', life: 'Over life', random: 'At random' }),
          default: 'life',
          driven: false,
        },
        {
          ...gradientFields[0],
          default: [
            { id: 'first', at: 0, color: '#fff1cf' },
            { id: 'last', at: 1, color: '#d8482a' },
          ],
          hidden: true,
        },
        { ...gradientFields[1], shownWhen: { key: 'kind', isNot: ['color'] } },
      ],
    },
  ],
  [stopsRise],
);

const number = <const Key extends string>(
  key: Key,
  label: string,
  [min, max, step]: readonly [number, number, number],
  unit: string,
  standard: number | ((size: Size) => number),
  part: {
    help?: string;
    shownWhen?: Condition | readonly Condition[];
    rare?: true;
    shownPer?: number;
    whole?: true;
  } = {},
) => ({ kind: 'number', key, label, min, max, step, unit, default: standard, ...part }) as const;
const share = <const Key extends string>(
  key: Key,
  label: string,
  standard: number,
  part: { help?: string; shownWhen?: Condition; rare?: true } = {},
) => number(key, label, [0, 1, 5], '%', standard, { shownPer: 100, ...part });
const point = <const Key extends string>(
  key: Key,
  label: string,
  standard: Point | ((size: Size) => Point),
  part: { help?: string; shownWhen?: Condition; unit?: string } = {},
) =>
  ({
    kind: 'point',
    key,
    label,
    min: -20000,
    max: 20000,
    step: 10,
    unit: 'px',
    default: standard,
    ...part,
  }) as const;

const from = (...is: string[]) => ({ key: 'source', is });
const bursting = { key: 'bursts', isNot: ['none'] } as const;
const forms = {
  disc: 'Dot',
  ball: 'Soft ball',
  star: 'Star',
  polygon: 'Polygon',
  ring: 'Ring',
  streak: 'Streak',
  image: 'Image',
} as const;

export const particlesLayerRecord = layerRecord(
  'particles',
  fieldGroups([
    {
      heading: 'Source',
      fields: [
        {
          kind: 'choice',
          key: 'source',
          label: 'Source',
          choices: choicesOf({
            point: 'Point',
            line: 'Line',
            path: 'Path',
            area: 'Area',
            edge: 'Edges of the picture',
          }),
          default: 'area',
          driven: false,
        },
        point('position', 'Position', ({ width, height }) => ({ x: width / 2, y: height / 2 }), {
          shownWhen: from('point', 'line', 'area'),
        }),
        point('end', 'End', ({ width, height }) => ({ x: width * 0.9, y: height / 2 }), {
          shownWhen: from('line'),
        }),
        {
          kind: 'reference',
          key: 'path',
          label: 'Path',
          to: 'paths',
          nullable: true,
          driven: false,
          shownWhen: from('path'),
        },
        {
          kind: 'choice',
          key: 'form',
          label: 'Form',
          choices: choicesOf({ box: 'Rectangle', round: 'Ellipse' }),
          default: 'box',
          driven: false,
          shownWhen: from('area'),
        },
        number('width', 'Width', [0, 20000, 10], 'px', ({ width }) => width, { shownWhen: from('area') }),
        number('height', 'Height', [0, 20000, 10], 'px', ({ height }) => height, { shownWhen: from('area') }),
        {
          kind: 'choice',
          key: 'side',
          label: 'Side',
          choices: choicesOf({ all: 'All', left: 'Left', right: 'Right', top: 'Top', bottom: 'Bottom' }),
          default: 'bottom',
          driven: false,
          shownWhen: from('edge'),
        },
      ],
    },
    {
      heading: 'Births',
      fields: [
        number('rate', 'Rate', [0, 4000, 5], '/s', 40, { help: 'Particles born in a second.' }),
        {
          kind: 'choice',
          key: 'bursts',
          label: 'Bursts',
          help: 'Many at once, when something happens.',
          choices: choicesOf({ none: 'None', hit: 'At hits', beat: 'At beats', bar: 'At bars' }),
          default: 'none',
          driven: false,
        },
        {
          kind: 'reference',
          key: 'follower',
          label: 'Follower',
          help: 'Of which the hits count.',
          to: 'followers',
          nullable: true,
          soft: true,
          driven: false,
          shownWhen: { key: 'bursts', is: ['hit'] },
        },
        number('burst', 'Burst size', [0, 4000, 5], '', 60, { shownWhen: bursting, whole: true }),
        number('life', 'Life', [0.05, 30, 0.1], 's', 4),
        share('lifeVariation', 'Life variation', 0.4, { help: 'How much shorter some live.', rare: true }),
        number('seed', 'Seed', [0, 999999, 1], '', 1, {
          help: 'Another one gives another course.',
          whole: true,
          rare: true,
        }),
      ],
    },
    {
      heading: 'Motion',
      fields: [
        number('speed', 'Speed', [0, 10000, 10], 'px/s', 30),
        share('speedVariation', 'Speed variation', 0.5, { rare: true }),
        number('direction', 'Direction', [-36000, 36000, 5], '°', -90, { help: 'Clockwise from the right.' }),
        number('spread', 'Spread', [0, 360, 5], '°', 360, { help: 'Around the direction.' }),
        point('gravity', 'Gravity', { x: 0, y: 0 }, { unit: 'px/s²' }),
        number('drag', 'Drag', [0, 20, 0.1], '/s', 0.2, { help: 'How fast they lose their speed.' }),
        number('turbulence', 'Turbulence', [0, 4000, 5], 'px', 40),
        number('turbulenceSize', 'Turbulence size', [10, 10000, 10], 'px', 400, { rare: true }),
        number('turbulenceSpeed', 'Turbulence speed', [0, 20, 0.1], '/s', 0.2, { rare: true }),
        number('spin', 'Spin', [-3600, 3600, 10], '°/s', 0, { help: 'At most, to both sides.' }),
        number('depth', 'Depth', [0, 10000, 20], 'px', 0, {
          help: 'How far they stand apart towards the viewer.',
        }),
        number('approach', 'Approach', [-10000, 10000, 20], 'px/s', 0, {
          help: 'Speed towards the viewer.',
          rare: true,
        }),
      ],
    },
    {
      heading: 'Look',
      fields: [
        {
          kind: 'choice',
          key: 'look',
          label: 'Look',
          choices: choicesOf(forms),
          default: 'ball',
          driven: false,
        },
        {
          kind: 'reference',
          key: 'image',
          label: 'Image',
          to: 'images',
          nullable: true,
          driven: false,
          shownWhen: { key: 'look', is: ['image'] },
        },
        number('corners', 'Points', [3, 24, 1], '', 5, {
          whole: true,
          shownWhen: { key: 'look', is: ['star', 'polygon'] },
        }),
        number('size', 'Size', [0.1, 2000, 1], 'px', 10),
        share('sizeVariation', 'Size variation', 0.6, { help: 'How much smaller some are.' }),
        number('growth', 'Growth', [0, 10, 5], '%', 1, { shownPer: 100, help: 'Size at the end of life.' }),
        number('stretch', 'Stretch', [1, 40, 0.5], '×', 6, { shownWhen: { key: 'look', is: ['streak'] } }),
        share('softness', 'Softness', 0.2, {
          shownWhen: { key: 'look', isNot: ['ball', 'streak', 'image'] },
        }),
        share('opacity', 'Opacity', 0.8),
        share('appear', 'Fade in', 0.15, { help: 'Share of its life in which a particle appears.' }),
        share('vanish', 'Fade out', 0.5, { help: 'Share of its life in which it vanishes.' }),
        share('twinkle', 'Twinkle', 0, { help: 'How much its light trembles.' }),
        { kind: 'record', key: 'color', label: 'Colour', of: particleColorRecord },
        {
          kind: 'switch',
          key: 'add',
          label: 'Add light',
          help: 'Where particles meet it is brighter; else the younger ones lie in front.',
          default: true,
          driven: false,
        },
      ],
    },
  ]),
);
export type ParticlesLayer = { kind: 'particles' } & ValueOf<typeof particlesLayerRecord>;

/** The layer as particles; undefined when it is something else. */
export const asParticles = (layer: { kind: string } | undefined): ParticlesLayer | undefined =>
  layer?.kind === 'particles' ? (layer as ParticlesLayer) : undefined;

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
const chance = (layer: ParticlesLayer, index: number, what: number): number =>
  seeded(layer.seed * 31 + what, index);

/** The seconds that a particle lives. */
const lifeOf = (born: ParticlesLayer, index: number): number =>
  born.life * (1 - born.lifeVariation * chance(born, index, 1));

/** Those that are born in the time in which any that are alive can have been born. */
function birthsOf(layer: ParticlesLayer, moment: Moment): Birth[] {
  const { t } = moment;
  const longest = moment.moves(layer.id, 'life') ? 30 : layer.life;
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
    birthKeys.some((key) => moment.moves(layer.id, key)) ||
    (path !== null &&
      moment.film.cords.some(({ on, target }) => on && target.list === 'paths' && target.id === path));
  if (!moves) return () => ({ born: layer, then: moment });
  const known = new Map<number, { born: ParticlesLayer; then: Moment }>();
  return ({ time }) => {
    const step = Math.floor(time * 30);
    let found = known.get(step);
    if (!found) {
      const then = moment.at(step / 30);
      found = { born: asParticles(then.layer(layer.id)) ?? layer, then };
      known.set(step, found);
    }
    return found;
  };
}

/** Where a particle is born. */
function birthPlace(born: ParticlesLayer, index: number, { film, cache }: Moment): Point | undefined {
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
  const place = birthPlace(born, index, then);
  if (!place) return undefined;
  const angle = ((born.direction + (chance(born, index, 4) - 0.5) * born.spread) * Math.PI) / 180;
  const speed = born.speed * (1 - born.speedVariation * chance(born, index, 5));
  return {
    x: place.x,
    y: place.y,
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
  const births = birthsOf(layer, moment).slice(-mostAlive);
  for (const birth of births) {
    const { index, time } = birth;
    const { born, then } = atBirth(birth);
    const seconds = t - time;
    const life = lifeOf(born, index);
    if (seconds < 0 || seconds >= life) continue;
    const launch = launchOf(born, index, then);
    if (!launch) continue;
    const place = placeAt(launch, forces, seconds, t);
    const seen = projected(place, film);
    if (!seen) continue;
    const age = seconds / life;
    const size =
      layer.size * (1 - layer.sizeVariation * chance(layer, index, 7)) * (1 + (layer.growth - 1) * age);
    all.push({
      index,
      x: seen.x,
      y: seen.y,
      z: place.z,
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
    const fading = Math.exp(-drag * seconds);
    const pulled = drag * seconds < 1e-4 ? seconds : (1 - fading) / drag;
    return Math.atan2(velocityY * fading + gravity.y * pulled, velocityX * fading + gravity.x * pulled);
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

const rampSteps = 64;

/** Dust, sparks, snow, stars: many small things with a life of their own. */
export const particlesLayer: LayerKind<'particles', typeof particlesLayerRecord> = {
  kind: 'particles',
  label: 'Particles',
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
  const places = new Float32Array(alive.length * 6);
  alive.forEach(({ x, y, size, rotation, opacity }, i) =>
    places.set([x, y, size, size, rotation, opacity], 6 * i),
  );
  return { op: 'images', image, places };
}
