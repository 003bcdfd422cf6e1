import {
  acos,
  atan2,
  choicesOf,
  cos,
  exact,
  fieldGroups,
  ofHeight,
  pow,
  record,
  seeded,
  sin,
  type ValueOf,
} from '../../contract';
import type { Vector } from '../scene/camera';
import type { BodyShape } from '../scene/dress';
import { bandFields, levelAt, levelsOf, responseCurve } from './bands';
import { evenStops } from '../palette/palette';
import { bodyKind } from './bodyKind';
import { fibonacciPoints } from './fibonacci';
import { geodesicSphere } from './geodesicSphere';
import { addMark, ShapeBuilder, type MarkForm } from './shapes';

const size = { kind: 'number', min: 0, max: 100000, step: 5, unit: 'px' } as const;
const angle = { kind: 'number', min: -3600, max: 3600, step: 5, unit: '°', default: 0 } as const;
const share = { kind: 'number', min: 0, max: 1, step: 5, unit: '%', shownPer: 100 } as const;

/** A part of a globe in which it may grow. */
export const regionRecord = record('region', [
  {
    heading: 'Region',
    fields: [
      { kind: 'id', key: 'id' },
      { ...angle, key: 'longitude', label: 'Longitude', help: '0° faces the viewer.' },
      { ...angle, key: 'latitude', label: 'Latitude' },
      {
        ...angle,
        key: 'size',
        label: 'Size',
        help: 'Angle from its middle to its edge.',
        min: 0,
        max: 180,
        default: 50,
      },
      { ...angle, key: 'soft', label: 'Feather', min: 0, max: 180, default: 30 },
      { ...share, max: 4, key: 'strength', label: 'Strength', default: 1 },
      { ...share, key: 'tint', label: 'Tint', help: 'How much of its colour it has.', default: 1 },
      { kind: 'color', key: 'color', label: 'Colour', default: '#e8633a' },
    ],
  },
]);
export type Region = ValueOf<typeof regionRecord>;

const groups = fieldGroups([
  {
    heading: 'Globe',
    fields: [
      ...bandFields,
      {
        kind: 'choice',
        key: 'base',
        label: 'Shape',
        choices: choicesOf({
          fibonacci: 'Sphere, evenly',
          geodesic: 'Geodesic sphere',
          ring: 'Ring',
          torus: 'Torus',
        }),
        default: 'fibonacci',
        driven: false,
      },
      {
        kind: 'number',
        key: 'count',
        label: 'Marks',
        help: 'By triangles: the nearest number that there is.',
        min: 1,
        max: 10_000,
        step: 50,
        unit: '',
        whole: true,
        default: 1000,
        driven: false,
      },
      { ...size, key: 'radius', label: 'Radius', min: 1, default: ofHeight(0.22) },
      {
        ...size,
        key: 'tube',
        label: 'Tube radius',
        min: 1,
        default: ofHeight(0.08),
        shownWhen: { key: 'base', is: ['torus'] },
      },
      {
        kind: 'switch',
        key: 'core',
        label: 'Core',
        help: 'Whether the sphere below the marks is seen.',
        default: true,
      },
      {
        kind: 'color',
        key: 'coreColor',
        label: 'Core colour',
        default: '#171c1f',
        shownWhen: { key: 'core', is: [true] },
      },
    ],
  },
  {
    heading: 'Marks',
    fields: [
      {
        kind: 'choice',
        key: 'form',
        label: 'Form',
        choices: choicesOf({ spike: 'Spikes', rod: 'Rods', ball: 'Dots', tile: 'Tiles', box: 'Bars' }),
        default: 'spike',
      },
      {
        kind: 'choice',
        key: 'by',
        label: 'Band by',
        choices: choicesOf({
          latitude: 'Latitude',
          longitude: 'Longitude',
          pole: 'Distance from the pole',
          random: 'At random',
        }),
        default: 'latitude',
        driven: false,
      },
      {
        ...angle,
        key: 'poleLongitude',
        label: 'Pole longitude',
        default: 0,
        shownWhen: { key: 'by', is: ['pole'] },
      },
      {
        ...angle,
        key: 'poleLatitude',
        label: 'Pole latitude',
        default: 0,
        shownWhen: { key: 'by', is: ['pole'] },
      },
      { ...size, key: 'width', label: 'Width', default: ofHeight(0.012) },
      { ...size, key: 'rest', label: 'Rest', default: ofHeight(0.012) },
      { ...size, key: 'reach', label: 'Reach', default: ofHeight(0.2) },
      responseCurve,
    ],
  },
  {
    heading: 'Regions',
    slot: 'regions',
    fields: [
      {
        kind: 'list',
        key: 'regions',
        label: 'Regions',
        help: 'Where it may grow; everywhere when there is none.',
        of: { kind: 'record', label: 'Region', of: regionRecord },
        max: 8,
      },
      {
        kind: 'choice',
        key: 'combine',
        label: 'Combination',
        choices: choicesOf({ add: 'Added', multiply: 'Multiplied', greatest: 'Greatest' }),
        default: 'greatest',
      },
    ],
  },
]);
type Settings = Parameters<Parameters<typeof bodyKind<'globe', typeof groups>>[0]['shapes']>[0];

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** A direction by its longitude and latitude: 0, 0 towards the viewer. */
export function directionOf(longitude: number, latitude: number): Vector {
  const [a, b] = [radians(longitude), radians(latitude)];
  return [sin(a) * cos(b), sin(b), cos(a) * cos(b)];
}

/** How much of a region lies in a direction, 0 to 1. */
export function regionShare(
  { longitude, latitude, size: reach, soft }: Pick<Region, 'longitude' | 'latitude' | 'size' | 'soft'>,
  [x, y, z]: Vector,
): number {
  const [mx, my, mz] = directionOf(longitude, latitude);
  const away = (acos(Math.min(Math.max(x * mx + y * my + z * mz, -1), 1)) * 180) / Math.PI;
  if (away <= reach) return 1;
  if (away >= reach + soft) return 0;
  const s = 1 - (away - reach) / soft;
  return s * s * (3 - 2 * s);
}

/** How much a direction reacts, by all regions. */
export function reaction(
  regions: readonly Region[],
  combine: Settings['combine'],
  direction: Vector,
): number {
  if (regions.length === 0) return 1;
  const all = regions.map((region) => region.strength * regionShare(region, direction));
  if (combine === 'add') return all.reduce((sum, one) => sum + one, 0);
  return combine === 'multiply' ? all.reduce((product, one) => product * one, 1) : Math.max(...all);
}

/** A place on the globe, with the direction in which a mark grows there. */
interface Spot {
  foot: Vector;
  up: Vector;
  /** Direction from the middle, and where it lies around: shares. */
  latitude: number;
  longitude: number;
}

/** As often as faces have to be divided for so many corners. */
export const divisionsFor = (count: number) =>
  Math.min(5, Math.max(0, Math.round(exact.log2(Math.max(count - 2, 10) / 10) / 2)));

function spotsOf({ base, count, radius, tube }: Settings): Spot[] {
  if (base === 'ring' || base === 'torus') {
    const around =
      base === 'ring' ? count : Math.max(3, Math.round(Math.sqrt((count * radius) / Math.max(tube, 1))));
    const across = base === 'ring' ? 1 : Math.max(3, Math.round(count / around));
    return Array.from({ length: around * across }, (_, i) => {
      const [a, b] = [(2 * Math.PI * (i % around)) / around, (2 * Math.PI * Math.floor(i / around)) / across];
      const up: Vector = [sin(a) * cos(b), sin(b), cos(a) * cos(b)];
      const r = base === 'ring' ? 0 : tube;
      const foot: Vector = [sin(a) * radius + up[0] * r, up[1] * r, cos(a) * radius + up[2] * r];
      return { foot, up, longitude: (i % around) / around, latitude: Math.floor(i / around) / across };
    });
  }
  const directions: Vector[] =
    base === 'fibonacci'
      ? fibonacciPoints(count)
      : ((positions) =>
          Array.from({ length: positions.length / 3 }, (_, i): Vector => [
            positions[3 * i]!,
            positions[3 * i + 1]!,
            positions[3 * i + 2]!,
          ]))(geodesicSphere(divisionsFor(count)).positions);
  return directions.map((up) => ({
    foot: [up[0] * radius, up[1] * radius, up[2] * radius],
    up,
    latitude: (up[1] + 1) / 2,
    longitude: (atan2(up[0], up[2]) / Math.PI + 1) / 2,
  }));
}

function bandShareOf(body: Settings, { up, latitude, longitude }: Spot, i: number): number {
  switch (body.by) {
    case 'latitude':
      return latitude;
    case 'longitude':
      // Both halves alike, so that there is no seam.
      return 1 - Math.abs(2 * longitude - 1);
    case 'random':
      return seeded(1, i);
    case 'pole': {
      const [x, y, z] = directionOf(body.poleLongitude, body.poleLatitude);
      return acos(Math.min(Math.max(up[0] * x + up[1] * y + up[2] * z, -1), 1)) / Math.PI;
    }
  }
}

/** Marks that stand on a sphere, a ring or a torus. */
export const globe = bodyKind({
  kind: 'globe',
  label: 'Globe',
  about: 'Spikes, rods, dots or tiles on a sphere, a ring or a torus.',
  groups,
  material: { by: 'level', roughness: 0.25, metal: 0.6, smooth: false },
  handles({ regions, radius }) {
    const degrees = 180 / Math.PI / Math.max(radius, 1);
    return regions.map((region, index) => ({
      id: region.id,
      label: `Region ${index + 1}`,
      color: region.color,
      at: directionOf(region.longitude, region.latitude).map((value) => value * radius) as unknown as Vector,
      drag(right, up) {
        const longitude = Math.round(region.longitude + right * degrees);
        const latitude = Math.round(Math.min(Math.max(region.latitude + up * degrees, -90), 90));
        return { regions: regions.map((one) => (one === region ? { ...one, longitude, latitude } : one)) };
      },
    }));
  },
  shapes(body, context): BodyShape[] {
    const levels = levelsOf(body, context, context.moment.t);
    const shape = new ShapeBuilder();
    const tints: (readonly [number, string])[] = [];
    spotsOf(body).forEach((spot, i) => {
      const share = bandShareOf(body, spot, i);
      const grows = reaction(body.regions, body.combine, spot.up);
      const level = levelAt(levels, share);
      const height = pow(level, body.curve) * grows;
      const length = body.rest + body.reach * height;
      addMark(
        shape,
        body.form as MarkForm,
        {
          foot: spot.foot,
          up: spot.up,
          length,
          width: body.width,
          level: level * Math.min(grows, 1),
          band: share,
          height,
        },
        0.15,
      );
      // The region that is strongest there gives its colour.
      let tint: readonly [number, string] = [0, ''];
      for (const region of body.regions) {
        const own = region.tint * regionShare(region, spot.up);
        if (own > tint[0]) tint = [own, region.color];
      }
      while (tints.length < shape.level.length) tints.push(tint);
    });
    const marks: BodyShape = {
      ...shape.build(),
      closed: body.form !== 'tile',
      faceted: body.form !== 'ball' && body.form !== 'rod',
      ...(body.regions.some(({ tint }) => tint > 0) ? { tints } : {}),
    };
    if (!body.core || body.base === 'ring' || body.base === 'torus') return [marks];
    const { positions, faces } = geodesicSphere(4);
    return [
      {
        positions: positions.map((value) => value * body.radius),
        faces,
        closed: true,
        color: body.coreColor,
      },
      marks,
    ];
  },
  offers: [
    {
      name: 'Globe of spikes',
      about: 'Spikes all over a sphere',
      camera: { tilt: 12 },
      material: { by: 'height', stops: evenStops('#6a3b22', '#ff9d47', '#fff0c9') },
    },
    {
      name: 'Torus of rods',
      about: 'Rods that stand on a ring',
      body: { base: 'torus', form: 'rod', count: 700 },
      heights: { radius: 0.26 },
      camera: { tilt: 38 },
      material: { by: 'band', metal: 0.5, stops: evenStops('#2f8f86', '#f2c14e', '#e8633a') },
    },
  ],
});
